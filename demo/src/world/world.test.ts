/** The demo's world is one that a library could bring: everything in it fits together, and the same seed makes it again. */
import { holdRowSchema, libraryFileSchema, loanRowSchema, policiesFileSchema, readerRowSchema } from '@catalex/contract/files'
import { checked } from '@catalex/contract/schema'
import { dayOf } from '@catalex/core/calendar'
import { familyOf, FAMILY_CODES, recordFromMarc } from '@catalex/core/catalogue'
import { runsOn } from '@catalex/core/courier'
import { DateTime } from 'luxon'
import { beforeAll, describe, expect, it } from 'vitest'
import { makeWorld } from './world.ts'

const OPTIONS = { titles: 1500, seed: 'check', today: '2026-11-25', branches: 14 }
const world = makeWorld(OPTIONS)
const records = [...world.records()]
const barcodesIn = (fields: readonly (readonly string[])[]) =>
  fields.filter(([tag]) => tag === '852').map((field) => field[field.indexOf('p', 2) + 1] ?? '')

/** As the demo is: in a small world nothing is kept for townspeople, and courses have few texts. */
const town = makeWorld({ ...OPTIONS, titles: 12_000 })
const townRecords = [...town.records()]
const partsOf = (field: readonly string[]) => (code: string) => field[field.indexOf(code, 2) + 1] ?? ''
const copiesIn = (fields: readonly (readonly string[])[]) => fields.filter(([tag]) => tag === '852').map(partsOf)

let barcodes: string[]
let numbers: string[]
beforeAll(() => {
  barcodes = records.flatMap(({ marc }) => barcodesIn(marc.fields))
  numbers = records.map(({ marc }) => marc.fields.find(([tag]) => tag === '001')?.[1] ?? '')
})

describe('the demo’s world', () => {
  it('has files that the contract allows', () => {
    checked(libraryFileSchema, world.library)
    checked(policiesFileSchema, world.policies)
    for (const reader of world.readers) checked(readerRowSchema, reader)
    for (const hold of world.holds()) checked(holdRowSchema, hold)
    for (const { loans } of records) for (const loan of loans) checked(loanRowSchema, loan)
  })

  it('gives every record and every copy a number of its own, and refers to none that is not there', () => {
    expect(new Set(numbers).size).toBe(numbers.length)
    expect(new Set(barcodes).size).toBe(barcodes.length)
    const cards = new Set(world.readers.map(({ card }) => card))
    for (const { loans } of records)
      for (const { barcode, card } of loans) {
        expect(barcodes).toContain(barcode)
        expect(card === '' || cards.has(card)).toBe(true)
      }
    const pickups = world.library.branches.flatMap(({ pickups }) => pickups.map(({ code }) => code))
    for (const hold of world.holds()) {
      for (const number of hold.controlNumbers.split('|')) expect(numbers).toContain(number)
      if (hold.barcode !== '') expect(barcodes).toContain(hold.barcode)
      expect(hold.barcode !== '').toBe(hold.state !== 'waiting')
      expect(hold.card === '' || cards.has(hold.card)).toBe(true)
      expect(pickups).toContain(hold.pickup)
    }
  })

  it('promises no copy twice, and none that is on loan', () => {
    const lent = records.flatMap(({ loans }) => loans.map(({ barcode }) => barcode))
    const promised = world
      .holds()
      .map(({ barcode }) => barcode)
      .filter(Boolean)
    expect(new Set(lent).size).toBe(lent.length)
    expect(new Set(promised).size).toBe(promised.length)
    expect(promised.filter((barcode) => lent.includes(barcode))).toEqual([])
  })

  it('has what is lent due, and what is kept kept until, on a day on which that place is open', () => {
    const branches = new Map(world.library.branches.map((branch) => [branch.code, branch]))
    const homes = new Map(world.readers.map(({ card, homeBranch }) => [card, homeBranch]))
    const isOpen = (code: string | undefined, date: string) => {
      const branch = branches.get(code ?? '')
      const weekday = String(new Date(date).getUTCDay() || 7)
      const week = Math.floor((Date.parse(date) - Date.parse(branch?.weeks?.first ?? date)) / (7 * 86_400_000))
      return (
        branch !== undefined &&
        (branch.hours[weekday] ?? []).length > 0 &&
        week % (branch.weeks?.every ?? 1) === 0 &&
        !branch.closures.some(({ from, to }) => from <= date && date <= to)
      )
    }
    const lent = records.flatMap(({ marc, loans }) => {
      const places = marc.fields.filter(([tag]) => tag === '852').map((field) => [field[field.indexOf('p', 2) + 1], field] as const)
      return loans.map(({ barcode, card, due }) => {
        const field = places.find(([copy]) => copy === barcode)?.[1] ?? []
        const part = (code: string) => field[field.indexOf(code, 2) + 1]
        return { due, back: part('a') === 'conserv' ? part('b') : (homes.get(card) ?? part('b')) }
      })
    })
    expect(lent.length).toBeGreaterThan(500)
    expect(lent.filter(({ back, due }) => !isOpen(back, due))).toEqual([])
    const kept = town.holds().filter(({ collectBy }) => collectBy !== '')
    expect(kept.length).toBeGreaterThan(20)
    expect(kept.filter(({ pickup, collectBy }) => !isOpen(pickup, collectBy))).toEqual([])
  })

  it('stands every copy in a collection that its branch has', () => {
    const collections = new Set(
      world.library.branches.flatMap(({ system, code, collections: all }) => all.map((one) => `${system}/${code}/${one.code}`)),
    )
    for (const { marc } of records)
      for (const field of marc.fields.filter(([tag]) => tag === '852')) {
        const part = (code: string) => field[field.indexOf(code, 2) + 1] ?? ''
        expect(collections).toContain(`${part('a')}/${part('b')}/${part('c')}`)
      }
  })

  it('has something of every family that is lent, in records that can be read', () => {
    const families = new Set(records.map(({ marc }) => familyOf(recordFromMarc(marc).carrier)))
    for (const family of FAMILY_CODES.filter((code) => !['braille', 'microform', 'picture', 'computer', 'unknown'].includes(code)))
      expect(families).toContain(family)
  })

  it('has courses in six departments, their codes in words and numbers, most with texts that their desk has', () => {
    const courses = town.courses()
    expect(courses.length).toBeGreaterThanOrEqual(24)
    expect(new Set(courses.map(({ department }) => department)).size).toBe(6)
    const desks = new Map(townRecords.map(({ marc }) => [marc.fields[0]?.[1], copiesIn(marc.fields).filter((part) => part('c') === 'reserve').map((part) => part('b'))])) // prettier-ignore
    for (const { code, branch, texts } of courses) {
      expect(code).toMatch(/^[A-Z]{3} \d{3}$/)
      if (texts.length > 0) expect([code, texts.length >= 3 && texts.length <= 30]).toEqual([code, true])
      for (const { controlNumber } of texts) if (controlNumber !== undefined) expect(desks.get(controlNumber)).toContain(branch)
    }
    expect(courses.filter(({ texts }) => texts.length === 0)).toHaveLength(2)
    expect(courses.find(({ code }) => code === 'LAW 210')?.texts.filter(({ controlNumber }) => controlNumber)).toHaveLength(8)
  })

  it('lends at least forty different things', () => {
    const lent = townRecords.map(({ marc }) => recordFromMarc(marc)).filter(({ carrier }) => ['thing', 'kit'].includes(familyOf(carrier)))
    expect(new Set(lent.map(({ extent }) => extent)).size).toBeGreaterThanOrEqual(40)
  })

  it('has loans renewed as often as the rules allow, less often, and never', () => {
    const ofFilms = townRecords.flatMap(({ marc, loans }) => (familyOf(recordFromMarc(marc).carrier) === 'film' ? loans : []))
    const ofPrint = townRecords.flatMap(({ marc, loans }) => (familyOf(recordFromMarc(marc).carrier) === 'print' ? loans : []))
    const renewed = (loans: readonly { renewals?: string; card: string }[]) => [...new Set(loans.filter(({ card }) => card === '').map(({ renewals }) => renewals))].sort() // prettier-ignore
    expect(renewed(ofFilms)).toEqual(['0', '1'])
    expect(renewed(ofPrint)).toEqual(['0', '1', '2'])
  })

  it('has sent what is in transit on a day on which a line calls where it stood', () => {
    const branches = new Map(townRecords.flatMap(({ marc }) => copiesIn(marc.fields).map((part) => [part('p'), part('b')] as const)))
    const sent = town.holds().filter(({ state }) => state === 'in transit')
    expect(sent.length).toBeGreaterThan(4)
    for (const { barcode, since = '' } of sent) {
      const day = dayOf(DateTime.fromISO(since, { zone: town.library.timeZone }))
      const from = branches.get(barcode)
      expect([barcode, town.courier.lines.some((line) => runsOn(line, day) && line.stops.some(({ branch }) => branch === from))]).toEqual([barcode, true]) // prettier-ignore
      expect(since < OPTIONS.today).toBe(true)
    }
  })

  it('is the same from the same seed, and grows with what is asked for', () => {
    const again = [...makeWorld(OPTIONS).records()]
    expect(JSON.stringify(again)).toBe(JSON.stringify(records))
    expect([...makeWorld({ ...OPTIONS, titles: 200 }).records()].length).toBeLessThan(records.length)
    expect(makeWorld({ ...OPTIONS, branches: 20 }).library.branches).toHaveLength(20)
  })
})

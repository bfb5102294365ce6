/** The demo's world is one that a library could bring: everything in it fits together, and the same seed makes it again. */
import { holdRowSchema, libraryFileSchema, loanRowSchema, policiesFileSchema, readerRowSchema } from '@catalex/contract/files'
import { checked } from '@catalex/contract/schema'
import { familyOf, FAMILY_CODES, recordFromMarc } from '@catalex/core/catalogue'
import { beforeAll, describe, expect, it } from 'vitest'
import { makeWorld } from './world.ts'

const OPTIONS = { titles: 1500, seed: 'check', today: '2026-11-25', branches: 14 }
const world = makeWorld(OPTIONS)
const records = [...world.records()]
const barcodesIn = (fields: readonly (readonly string[])[]) =>
  fields.filter(([tag]) => tag === '852').map((field) => field[field.indexOf('p', 2) + 1] ?? '')

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
    // In a small world nothing is kept for townspeople.
    const town = makeWorld({ ...OPTIONS, titles: 5000 })
    for (const _ of town.records());
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

  it('is the same from the same seed, and grows with what is asked for', () => {
    const again = [...makeWorld(OPTIONS).records()]
    expect(JSON.stringify(again)).toBe(JSON.stringify(records))
    expect([...makeWorld({ ...OPTIONS, titles: 200 }).records()].length).toBeLessThan(records.length)
    expect(makeWorld({ ...OPTIONS, branches: 20 }).library.branches).toHaveLength(20)
  })
})

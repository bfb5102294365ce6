/** The page of a title: copies and tallies as the scope says, own places first, and what is possible for whoever asks. */
import type { TitleSeries } from '@catalex/contract/series'
import type { Copies, TitlePage } from '@catalex/contract/title'
import { workKey, type BibRecord } from '@catalex/core/catalogue'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
/** A title of print with copies in several branches of the public libraries. */
let controlNumber: string
let branches: string[]
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  visitor = new Visitor(catalogue.address)
  const [found] = await catalogue.database.read<{ controlNumber: string; branches: string }>(
    `SELECT controlNumber, json_group_array(DISTINCT branch) AS branches FROM records JOIN copies ON recordId = records.id
     WHERE carrier = 'book' AND system = 'pslib' GROUP BY records.id HAVING count(DISTINCT branch) >= 3 ORDER BY records.id LIMIT 1`,
  )
  controlNumber = found?.controlNumber ?? ''
  branches = JSON.parse(found?.branches ?? '[]') as string[]
})
afterAll(() => catalogue.close())

const page = async (query = '', who = visitor) => (await who.get<TitlePage>(`/api/titles/${controlNumber}${query}`)).body
const own = ({ editions }: TitlePage) => editions.find((edition) => edition.controlNumber === controlNumber)?.tally

describe('routes', () => {
  it('are to any edition that would do, and say which; to this one alone where no other is named', async () => {
    const works = await catalogue.database.read<{ controlNumber: string }>('SELECT controlNumber FROM records ORDER BY id LIMIT 60')
    let others = 0
    for (const { controlNumber: one } of works) {
      const alone = (await visitor.get<TitlePage>(`/api/titles/${one}?at=northmole`)).body
      const editions = alone.editions.map((edition) => edition.controlNumber)
      for (const route of alone.routes) expect([one, null]).toContain(route.edition)
      const query = editions.map((edition) => `&editions=${edition}`).join('')
      const any = (await visitor.get<TitlePage>(`/api/titles/${one}?at=northmole${query}&editions=nothing`)).body
      for (const route of any.routes) {
        expect([...editions, null]).toContain(route.edition)
        // Whatever a route starts from can be read in the same answer.
        if (route.barcode !== null) expect(any.copies.map(({ barcode }) => barcode)).toContain(route.barcode)
        if (route.edition !== null && route.edition !== one) others += 1
      }
      const waits = ({ routes }: TitlePage) => routes.some((route) => route.kind === 'in the queue')
      if (waits(any))
        expect(waits(alone) || alone.routes.every((route) => route.notPossible !== null || route.kind === 'walk in')).toBe(true)
    }
    expect(others).toBeGreaterThan(0)
  })
})

describe('copies', () => {
  it('come with those of the pickup location first, then of the scope, then the others', async () => {
    const [first, second] = [branches[1]!, branches[2]!]
    const order = (await page(`?at=${first}&in=${second}`)).copies.map((copy) => copy.place.branch)
    const groups = order.filter((branch, i) => branch !== order[i - 1])
    expect(groups.slice(0, 2)).toEqual([first, second])
    expect(new Set(groups).size).toBe(groups.length)
  })
  it('are tallied in the scope and elsewhere, of which the sum is always the same', async () => {
    const everywhere = own(await page())
    expect(everywhere?.elsewhere).toBe(0)
    let sum = 0
    for (const branch of branches) {
      const tally = own(await page(`?in=${branch}`))
      expect((tally?.owned ?? 0) + (tally?.elsewhere ?? 0)).toBe(everywhere?.owned)
      sum += tally?.owned ?? 0
    }
    const others = own(await page('?in=pellanu&in=conserv&in=nursing'))
    expect(sum + (others?.owned ?? 0)).toBe(everywhere?.owned)
    expect(own(await page('?in=pslib'))?.inNow).toBeLessThanOrEqual(everywhere?.inNow ?? 0)
  })
  it('say whether they are in, and when not, why', async () => {
    const lent = new Map(
      (await catalogue.database.read<{ barcode: string; due: string }>('SELECT barcode, due FROM loans')).map((loan) => [
        loan.barcode,
        loan.due,
      ]),
    )
    const held = new Set(
      (
        await catalogue.database.read<{ barcode: string }>(
          "SELECT barcode FROM holds WHERE state IN ('being fetched', 'in transit', 'ready')",
        )
      ).map(({ barcode }) => barcode),
    )
    const { copies } = await page()
    for (const copy of copies) {
      expect(copy.due).toBe(lent.get(copy.barcode) ?? null)
      if (lent.has(copy.barcode)) expect(['on loan', 'overdue']).toContain(copy.status)
      expect(copy.inNow).toBe(copy.status === 'on shelf' && !held.has(copy.barcode))
    }
    expect(own(await page())?.inNow).toBe(copies.filter((copy) => copy.inNow).length)
  })
})

describe('what is possible', () => {
  it('speaks of the pickup location asked for, else of the reader’s own, else of the first open to all', async () => {
    expect((await page('?at=corrow')).pickup).toBe('corrow')
    expect((await page()).pickup).toBe('northmole')
    const tobias = new Visitor(catalogue.address)
    await tobias.signIn('42331', '4733')
    expect((await page('', tobias)).pickup).toBe('lanternhill')
    expect((await page('?at=corrow', tobias)).pickup).toBe('corrow')
  })
  it('is walking in alone where this reader can’t collect, which is said', async () => {
    const { pickup, routes, copies } = await page('?at=maritime')
    expect(pickup).toBeNull()
    expect(routes.map(({ kind, notPossible }) => [kind, notPossible?.code])).toEqual([
      ['walk in', undefined],
      ['sent over', 'pickup-not-served'],
    ])
    expect(copies.find((copy) => copy.barcode === routes[0]?.barcode)?.inNow).toBe(true)
    const elsewhere = await page('?at=maritime&in=maritime')
    expect(elsewhere.routes.map(({ kind }) => kind)).toEqual(['sent over'])
    expect(copies.every((copy) => !copy.hold.allowed)).toBe(true)
    expect((await visitor.get('/api/titles/nothing?at=maritime')).status).toBe(404)
  })
  it('walking in is for a copy that is in; a hold is for one that may be sent', async () => {
    for (const at of branches.slice(0, 3)) {
      const { routes, copies } = await page(`?at=${at}`)
      const byBarcode = new Map(copies.map((copy) => [copy.barcode, copy]))
      for (const route of routes.filter(({ notPossible }) => notPossible === null)) {
        const copy = byBarcode.get(route.barcode ?? '')
        if (route.kind === 'in the queue') expect(route.queue?.copies).toBeGreaterThan(0)
        else expect(copy?.inNow).toBe(true)
        if (route.kind === 'kept for you') expect(copy?.place.branch).toBe(at)
        if (route.kind === 'sent over') expect(copy?.place.branch).not.toBe(at)
        if (route.kind === 'kept for you' || route.kind === 'sent over') expect(copy?.hold).toEqual({ allowed: true, cost: route.cost })
      }
    }
  })
})

describe('journals', () => {
  it('are held by the volume: each volume is a copy with its number', async () => {
    const [journal] = await catalogue.database.read<{ controlNumber: string }>(
      "SELECT controlNumber FROM records WHERE carrier = 'journal-volume' ORDER BY id LIMIT 1",
    )
    const { body } = await visitor.get<TitlePage>(`/api/titles/${journal?.controlNumber ?? ''}`)
    expect(body.editions.find((edition) => edition.controlNumber === body.controlNumber)?.serial).toBe(true)
    expect(body.copies.every((copy) => copy.enumeration !== null)).toBe(true)
  })
})

describe('a title with very many copies', () => {
  it('shows the first of each place, counts them all, and gives the rest a page at a time, once each', async () => {
    const { database } = catalogue
    const [from] = branches
    await database.write((write) =>
      write.run(
        `WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 250)
         INSERT INTO copies (barcode, recordId, system, branch, collection, useRule, status, callText, spine, sortKey, enumeration)
         SELECT 'many' || i, recordId, system, branch, collection, useRule, 'on shelf', callText, spine, sortKey || printf('%04d', i), 'v.' || i
         FROM n, (SELECT * FROM copies WHERE branch = $from AND recordId = (SELECT id FROM records WHERE controlNumber = $controlNumber) LIMIT 1)`,
        { from, controlNumber },
      ),
    )
    const { places, copies } = await page()
    const there = places.find(({ branch }) => branch === from)
    expect(there?.owned).toBeGreaterThan(250)
    expect(copies.length).toBeLessThanOrEqual(13 * places.length)
    const ask = async (query: string) => (await visitor.get<Copies>(`/api/titles/${controlNumber}/copies?branch=${from!}&${query}`)).body
    const pages = await Promise.all([0, 100, 200].map((at) => ask(`from=${String(at)}`)))
    const all = pages.flatMap((one) => one.copies.map(({ barcode }) => barcode))
    expect([pages[0]?.count, all.length, new Set(all).size]).toEqual([there?.owned, there?.owned, there?.owned])
    expect((await ask('find=V.77')).copies.map(({ barcode }) => barcode)).toEqual(['many77'])
    expect((await ask('find=nothing of the kind')).count).toBe(0)
    expect((await visitor.get(`/api/titles/${controlNumber}/copies?size=101`)).status).toBe(400)
    expect((await visitor.get('/api/titles/none/copies')).status).toBe(404)
  })
})

describe('the series of a title', () => {
  it('has every work of it, in the order of their volumes, with all copies of their editions', async () => {
    const rows = await catalogue.database.read<{ record: string }>('SELECT record FROM records WHERE withdrawn = 0')
    const records = rows.map(({ record }) => JSON.parse(record) as BibRecord)
    const inSeries = (title: string) => records.filter(({ series }) => series.some((entry) => entry.title === title))
    const worksIn = (title: string) => new Set(inSeries(title).map(workKey))
    const titles = [...new Set(records.flatMap(({ series }) => series.map(({ title }) => title)))]
    const largest = titles.sort((a, b) => worksIn(b).size - worksIn(a).size)[0] ?? ''
    expect(worksIn(largest).size).toBeGreaterThan(2)
    const [own] = inSeries(largest)
    const { body } = await visitor.get<TitleSeries>(`/api/titles/${own!.controlNumber}/series`)
    const found = body.series.find(({ title }) => title === largest)
    expect(found?.parts).toHaveLength(worksIn(largest).size)
    const numbers = found!.parts.flatMap(({ number }) => number ?? [])
    expect(numbers).toEqual([...numbers].sort((a, b) => a - b))
    expect(found!.parts.filter((part) => part.own).map(({ controlNumber: number }) => number)).toEqual([own!.controlNumber])
    const [counted] = await catalogue.database.read<{ copies: number }>(
      "SELECT count(*) AS copies FROM copies JOIN records ON records.id = recordId WHERE copies.status <> 'withdrawn' AND controlNumber IN (SELECT value FROM json_each($numbers))",
      { numbers: JSON.stringify(inSeries(largest).map((record) => record.controlNumber)) },
    )
    expect(found!.parts.reduce((sum, { owned }) => sum + owned, 0)).toBe(counted!.copies)
  })
})

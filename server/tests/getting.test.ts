/** When a copy is in hand, over HTTP: worked out by hand from the demo's timetable, and kept when the hold is placed. */
import type { Hold, HoldOptions, PlaceHold } from '@catalex/contract/holds'
import type { Problem } from '@catalex/contract/problem'
import type { SearchAnswer } from '@catalex/contract/search'
import type { TitlePage } from '@catalex/contract/title'
import { IN_HAND } from '@catalex/core/query'
import fc from 'fast-check'
import { DateTime } from 'luxon'
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let ines: Visitor
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  ines = new Visitor(catalogue.address)
  await ines.signIn('42117', '4711')
})
afterAll(async () => {
  await catalogue.close()
})

const numberOf = async (title: string, carrier: string): Promise<string> => {
  const [row] = await catalogue.database.read<{ controlNumber: string }>(
    'SELECT controlNumber FROM records WHERE title = $title AND carrier = $carrier ORDER BY id',
    { title, carrier },
  )
  return row?.controlNumber ?? ''
}
const local = (iso: string | undefined) =>
  iso === undefined ? 'never' : DateTime.fromISO(iso, { zone: 'Europe/Dublin' }).toFormat('ccc d LLL HH:mm')
const optionsFor = async (wish: string) => (await ines.get<HoldOptions>(`/api/hold-options?${wish}`)).body.pickups

/** Ends of days in winter time, when local time is UTC: of today, and of the seventh, fourteenth and ninetieth day after it. */
const ENDS = { today: '2026-11-26', week: '2026-12-03', fortnight: '2026-12-10', later: '2027-02-24' }

/** A row may be named by another edition. */
const workOf = ({ editions }: SearchAnswer['rows'][number]) =>
  editions
    .map(({ controlNumber }) => controlNumber)
    .sort()
    .join(' ')

describe('in hand', () => {
  // It is Wednesday 25 November 2026, 11:20.
  it.each([
    ['from the store, by its van, the sorting room and the afternoon trolley', 'On sediments', 'book', 'cope', 'store', 'Wed 25 Nov 16:10'],
    [
      'to the island: the ferry of Thursday has sailed when the town van comes in',
      'The lamplighter’s alibi',
      'large-print-book',
      'corrow',
      'ferrygate',
      'Sat 28 Nov 11:20',
    ],
    ['from the store to the boat, which moors again in two weeks', 'On sediments', 'book', 'heron', 'store', 'Wed 9 Dec 10:20'],
    [
      'a university text to the shop on the point, which opens earlier than the van comes',
      'On sediments',
      'book',
      'skerry',
      'store',
      'Fri 27 Nov 15:20',
    ],
  ])('%s', async (_, title, carrier, pickup, from, expected) => {
    const controlNumber = await numberOf(title, carrier)
    const option = (await optionsFor(`records=${controlNumber}`)).find((one) => one.pickup === pickup)
    expect([option?.from, local(option?.delivery?.inHand)]).toEqual([from, expected])
    const { body } = await ines.get<TitlePage>(`/api/titles/${controlNumber}?at=${pickup}`)
    expect(body.routes.find(({ kind }) => kind === 'sent over')?.delivery).toEqual(option?.delivery)
  })

  it('step by step', async () => {
    const option = (await optionsFor(`records=${await numberOf('On sediments', 'book')}`)).find(({ pickup }) => pickup === 'cope')
    expect(local(option?.delivery?.picked)).toBe('Wed 25 Nov 12:30')
    expect(option?.delivery?.legs.map(({ line, from, depart, to, arrive }) => [line, from, local(depart), to, local(arrive)])).toEqual([
      ['Store van', 'store', 'Wed 25 Nov 13:30', 'northmole', 'Wed 25 Nov 14:10'],
      ['University trolley, afternoon', 'northmole', 'Wed 25 Nov 15:30', 'cope', 'Wed 25 Nov 15:50'],
    ])
  })

  it('narrows a list to what is in hand by a time, counts what each time would leave, and says when each row is', async () => {
    const search = async (more: string) => (await ines.get<SearchAnswer>(`/api/search?q=&size=100&sort=title&${more}`)).body
    for (const pickup of ['northmole', 'corrow', 'heron']) {
      const all = await search(`at=${pickup}`)
      for (const by of IN_HAND) {
        const found = await search(`at=${pickup}&by=${by}`)
        expect([pickup, by, found.count]).toEqual([pickup, by, all.inHand?.[by]])
        expect(found.inHand).toEqual(all.inHand)
        expect(found.without.by).toBe(all.count)
        for (const row of found.rows) expect((row.inHand ?? 'never') < ENDS[by], row.title).toBe(true)
        const inTime = all.rows.filter((row) => row.inHand !== null && row.inHand < ENDS[by])
        const missing = found.count > 100 ? [] : inTime.filter((row) => !found.rows.some((other) => workOf(other) === workOf(row)))
        expect(missing.map(({ title }) => title)).toEqual([])
      }
    }
  })

  it('supplier and cost that were promised are those that are recorded, for wishes of any kind', async () => {
    const records = (await catalogue.database.read<{ controlNumber: string }>('SELECT controlNumber FROM records ORDER BY id')).map(
      ({ controlNumber }) => controlNumber,
    )
    let placed = 0
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...records), fc.nat(1000), async (record, nth) => {
        const all = await optionsFor(`records=${record}`)
        const option = all[nth % all.length]
        const wish: PlaceHold = { records: [record], barcode: null, pickup: option?.pickup ?? '', cost: option?.cost ?? 0 }
        const { status, body } = await ines.ask<Hold & Problem>('POST', '/api/holds', wish)
        if (option?.refusal) {
          expect([status, body.refusal]).toEqual([409, option.refusal])
          return
        }
        if (body.refusal?.code.startsWith('already-')) return
        placed += 1
        expect([status, body.from, body.cost, body.queue && body.queue.place - 1]).toEqual([
          201,
          option?.from,
          option?.cost,
          option?.queue && option.queue.before,
        ])
        await ines.ask('DELETE', `/api/holds/${body.id}`)
      }),
      { numRuns: 150 * inject('runFactor') },
    )
    expect(placed).toBeGreaterThan(60)
  })
})

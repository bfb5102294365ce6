/** What stands left and right of a copy: the shelf order of one collection, those out among them, on and on to both ends. */
import type { Neighbours } from '@catalex/contract/neighbours'
import type { Problem } from '@catalex/contract/problem'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let visitor: Visitor
/** The fullest shelf, in the order of its call numbers. */
let shelf: { barcode: string; sortKey: string }[]
beforeAll(async () => {
  catalogue = await startCatalogue(300)
  visitor = new Visitor(catalogue.address)
  const rows = await catalogue.database.read<{ barcode: string; branch: string; collection: string; sortKey: string }>(
    "SELECT barcode, branch, collection, sortKey FROM copies WHERE status <> 'withdrawn'",
  )
  const placeOf = ({ branch, collection }: (typeof rows)[number]) => `${branch}/${collection}`
  const sizes = new Map<string, number>()
  for (const row of rows) sizes.set(placeOf(row), (sizes.get(placeOf(row)) ?? 0) + 1)
  const [[fullest = ''] = []] = [...sizes].sort((a, b) => b[1] - a[1])
  const order = (a: string, b: string) => Buffer.compare(Buffer.from(a), Buffer.from(b))
  shelf = rows.filter((row) => placeOf(row) === fullest).sort((a, b) => order(a.sortKey, b.sortKey) || order(a.barcode, b.barcode))
})
afterAll(() => catalogue.close())

const ask = async (query: string) => (await visitor.get<Neighbours>(`/api/neighbours?${query}`)).body
const barcodes = ({ spines }: Neighbours) => spines.map(({ barcode }) => barcode)
const standing = (from: number, until: number) => shelf.slice(Math.max(0, from), until).map(({ barcode }) => barcode)

it('are as many on each side as were asked for, in shelf order, with the copy between them', async () => {
  for (const at of [0, 3, Math.floor(shelf.length / 2), shelf.length - 1]) {
    const found = await ask(`barcode=${shelf[at]!.barcode}&size=5`)
    expect(barcodes(found)).toEqual(standing(at - 5, at + 6))
    expect(found.more).toEqual({ left: at > 5, right: at + 6 < shelf.length })
  }
})

it('go on to both ends, nothing twice and nothing left out', async () => {
  const walked = [shelf[7]!.barcode]
  for (const side of ['left', 'right'] as const)
    for (let more = true; more;) {
      const found = await ask(`barcode=${(side === 'left' ? walked[0] : walked.at(-1)) ?? ''}&side=${side}&size=9`)
      if (side === 'left') walked.unshift(...barcodes(found))
      else walked.push(...barcodes(found))
      more = found.more[side]
    }
  expect(walked).toEqual(standing(0, shelf.length))
})

it('say of each what it is, where it stands and whether it is in, also where it is out', async () => {
  const { spines, collection } = await ask(`barcode=${shelf[10]!.barcode}&size=60`)
  expect(collection).not.toBe('')
  for (const { title, callNumber, carrier } of spines) expect([title, callNumber.text, callNumber.spine.length > 0, carrier]).not.toContain('') // prettier-ignore
  const out = spines.filter(({ inNow }) => !inNow)
  expect(out.length).toBeGreaterThan(0)
  for (const { status } of out) expect(status).not.toBe('on shelf')
})

it('of no copy there are none', async () => {
  const { status, body } = await visitor.get<Problem>('/api/neighbours?barcode=nobody')
  expect([status, body.type]).toEqual([404, 'urn:catalex:problem:no-such-title'])
})

/** What leads on from a title, against a count over all records. */
import type { RelatedTitles } from '@catalex/contract/related'
import type { BrowseAnswer } from '@catalex/contract/search'
import type { BibRecord } from '@catalex/core/catalogue'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { startCatalogue, Visitor, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let records: Map<string, BibRecord>
beforeAll(async () => {
  catalogue = await startCatalogue(600)
  const rows = await catalogue.database.read<{ controlNumber: string; record: string }>('SELECT controlNumber, record FROM records')
  records = new Map(rows.map(({ controlNumber, record }) => [controlNumber, JSON.parse(record) as BibRecord]))
})
afterAll(() => catalogue.close())

const related = async (controlNumber: string) =>
  (await new Visitor(catalogue.address).get<RelatedTitles>(`/api/titles/${encodeURIComponent(controlNumber)}/related`)).body
const subjectsOf = (number: string) => records.get(number)!.subjects.map(({ heading }) => heading)

it('what is near shares the rarer subjects, in the same language, for the same audience, and is in', async () => {
  const known = [...records.values()].filter(({ subjects, carrier }) => subjects.length > 1 && carrier === 'book').slice(0, 12)
  let found = 0
  for (const own of known) {
    const { near, byPeople } = await related(own.controlNumber)
    found += near.length
    const mine = subjectsOf(own.controlNumber)
    const rarity = (heading: string) => Math.log(records.size / [...records.values()].filter(({ subjects }) => subjects.some((one) => one.heading === heading)).length) // prettier-ignore
    const score = (number: string) => [...new Set(subjectsOf(number))].filter((heading) => mine.includes(heading)).reduce((sum, heading) => sum + rarity(heading), 0) // prettier-ignore
    const scores = near.map(({ controlNumber }) => score(controlNumber))
    for (const [i, value] of scores.entries()) {
      expect(value).toBeGreaterThan(0)
      if (i > 0) expect(value).toBeLessThanOrEqual((scores[i - 1] ?? 0) + 1e-9)
    }
    for (const { controlNumber, editions } of near) {
      const other = records.get(controlNumber)!
      expect([other.languages[0], other.audience]).toEqual([own.languages[0], own.audience])
      expect(editions.some(({ tally }) => tally.inNow > 0)).toBe(true)
      expect(editions.map((edition) => edition.controlNumber)).not.toContain(own.controlNumber)
    }
    const headings = own.people.map(({ heading }) => heading)
    for (const { controlNumber } of byPeople)
      expect(records.get(controlNumber)!.people.some(({ heading }) => headings.includes(heading))).toBe(true)
  }
  expect(found).toBeGreaterThan(12)
})

it('browsing call numbers shows what stands there', async () => {
  const { body } = await new Visitor(catalogue.address).get<BrowseAnswer>('/api/headings?kind=call-number&from=387&size=10')
  for (const { label, titles, count } of body.headings) {
    const rows = await catalogue.database.read<{ title: string }>(
      "SELECT DISTINCT record ->> 'title' AS title FROM copies JOIN records ON records.id = recordId WHERE callText = $label",
      { label },
    )
    expect(titles.length).toBe(Math.min(3, rows.length))
    expect(rows.map(({ title }) => title)).toEqual(expect.arrayContaining(titles))
    expect(count).toBeGreaterThan(0)
  }
})

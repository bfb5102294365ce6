/** The engine in threads answers every job as the engine in this thread does. */
import { NO_SCOPE, parseQuery, type Scope } from '@catalex/core/query'
import { facetTree, IndexBuilder, pack, UNNARROWED, type SearchDocument, type SearchQuestion } from '@catalex/core/search'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { EnginePool, LocalEngine, type Engine } from '../src/search/index.ts'
import type { JobName, Jobs } from '../src/search/engine/jobs.ts'

const PLACES = facetTree([
  { code: 'quay', parent: null },
  { code: 'hill', parent: null },
])
const WORDS = ['tide', 'mill', 'salt', 'lamp', 'heron']
const word = (i: number) => WORDS[i % WORDS.length] ?? ''
const document = (i: number): SearchDocument => {
  const title = `${word(i)} ${word(i >> 2)} ${String(i % 9)}`
  const person = `Lund, ${word(i)}`
  return {
    recordId: i,
    texts: { title: [title], person: [person], subject: [`On ${word(i >> 1)}`], series: [], contents: [], notes: [], publisher: [], summary: [] },
    facets: { language: [i % 3 === 0 ? 'fre' : 'eng'], audience: [], form: [], genre: [], person: [person], subject: [`On ${word(i >> 1)}`], series: [] },
    wholeTitles: [title], language: 'eng', workKey: String(i >> 1), filingTitle: title, title, filingPerson: person, carrier: i % 5 === 0 ? 'dvd' : 'book', year: 1950 + (i % 70),
    holdings: [{ place: i % 2, uses: 1, usesIn: i % 4 === 0 ? 1 : 0, callKey: `8${String(i)}` }],
  } // prettier-ignore
}
const builder = new IndexBuilder(PLACES)
for (let i = 1; i <= 800; i += 1) builder.add(document(i))
const state = { base: pack(builder.finish()), delta: null, superseded: [] }

let local: Engine
let pool: Engine
beforeAll(async () => {
  local = new LocalEngine()
  pool = new EnginePool(2, new URL('./plainWorker.mjs', import.meta.url))
  await Promise.all([local.use(state), pool.use(state)])
})
afterAll(() => pool.close())

const scope: Scope = { in: ['quay'], as: [], at: null }
const everywhere = { ...UNNARROWED, scope: NO_SCOPE, sends: null }
const question = (text: string, more: Partial<SearchQuestion> = {}): SearchQuestion => ({
  query: parseQuery(text).node,
  field: 'anywhere',
  narrowing: everywhere,
  sort: 'relevance',
  from: 0,
  size: 20,
  ...more,
})
const CASES: { [Name in JobName]: Jobs[Name]['request'][] } = {
  search: ['tide', 'tide -mill', '"salt lamp"', 'tde', ''].flatMap((words) => [
    { question: question(words), words, places: [], thisYear: 2026 },
    {
      question: question(words, { sort: 'title', from: 20, narrowing: { ...everywhere, scope } }),
      words: null,
      places: [],
      thisYear: 2026,
    },
  ]),
  count: [{ question: question('tide OR mill') }],
  values: [{ question: question('tide'), facet: 'person', find: 'lu', most: 3 }],
  browse: [
    { kind: 'person', start: 'lund, m', most: 5, scope },
    { kind: 'call-number', start: 3, most: 5, scope },
  ],
  headings: [{ kind: 'subject', labels: ['On tide', 'On nothing'], scope }],
  suggest: [{ typed: 'lu', most: 4, scope }],
  delta: [{ placeTree: PLACES, documents: [document(3), document(4)] }],
}

it.each(Object.keys(CASES) as JobName[])('%s', async (name) => {
  for (const request of CASES[name]) {
    const [here, there] = await Promise.all([local.ask(name, request as never), pool.ask(name, request as never)])
    expect(there).toEqual(here)
    expect(JSON.stringify(here).length).toBeGreaterThan(0)
  }
})

it('a job that fails in a thread fails where it was asked, and the thread goes on', async () => {
  await expect(pool.ask('values', { question: null, facet: 'person', find: '', most: 1 } as never)).rejects.toThrow()
  expect(await pool.ask('count', { question: question('tide') })).toBeGreaterThan(0)
})

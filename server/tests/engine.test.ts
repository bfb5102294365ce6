/** The engine answers alike in this thread and in others: every kind of job, over a small catalogue. */
import { NO_SCOPE, parseQuery, type Scope } from '@catalex/core/query'
import { pack, UNNARROWED, type SearchQuestion } from '@catalex/core/search'
import { afterAll, beforeAll, expect, it } from 'vitest'
import type { JobName, Jobs } from '../src/search/engine/jobs.ts'
import { buildIndex, EnginePool, everyDocument, LocalEngine, placeNodes, type Engine } from '../src/search/index.ts'
import { DAY, startCatalogue, type Catalogue } from './catalogue.ts'

let catalogue: Catalogue
let local: Engine
let pool: Engine
let cases: { [Name in JobName]: Jobs[Name]['request'][] }

const scope: Scope = { in: ['ferrygate'], as: [], at: null, online: false }
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

beforeAll(async () => {
  catalogue = await startCatalogue(120)
  const { database, libraries, data } = catalogue
  const state = { base: pack(await buildIndex(database, libraries, DAY)), delta: null, superseded: [] }
  local = new LocalEngine({ database, libraries })
  pool = new EnginePool(2, data, new URL('./plainWorker.mjs', import.meta.url))
  await Promise.all([local.use(state), pool.use(state)])
  const placeTree = libraries.placeTree()
  const documents = (await everyDocument({ database, libraries, places: placeNodes(placeTree), today: DAY }).next()).value ?? []
  const [record] = await database.read<{ controlNumber: string }>('SELECT controlNumber FROM records ORDER BY id LIMIT 1 OFFSET 7')
  const choice = { ...everywhere, scope }
  const whose = { scope: ['ferrygate'], at: 'northmole' }
  cases = {
    search: ['the', 'the -tide', '"of the"', 'hte', ''].flatMap((words) =>
      [{}, { sort: 'title' as const, from: 20, narrowing: { ...everywhere, scope } }].map((more) => ({
        question: question(words, more),
        words: 'from' in more ? null : words,
        asTyped: false,
        places: [],
        thisYear: 2026,
        viewing: {
          ...whose,
          copies: [],
          borrower: { category: 'adult', homeSystem: null },
          node: question(words).query,
          today: DAY,
        },
      })),
    ),
    title: [record!.controlNumber, 'nothing'].map((controlNumber) => ({
      controlNumber,
      asked: { ...whose, volume: null, reader: null, now: `${DAY}T11:20:00.000+00:00` },
      alsoGood: [],
    })),
    copies: [
      {
        controlNumber: record!.controlNumber,
        asked: { ...whose, volume: null, reader: null, now: `${DAY}T11:20:00.000+00:00` },
        which: { find: '', from: 0, size: 5 },
      },
    ],
    series: [record!.controlNumber, 'nothing'].map((controlNumber) => ({ controlNumber, scope: [], today: DAY })),
    volumes: [{ controlNumber: record!.controlNumber, asked: { ...whose, volume: null, reader: null, now: `${DAY}T11:20:00.000+00:00` } }],
    rows: [
      {
        controlNumbers: [record!.controlNumber, 'nothing'],
        scope: [],
        at: 'northmole',
        borrower: { category: 'adult', homeSystem: null },
        today: DAY,
      },
    ],
    walk: [{ titles: [record!.controlNumber, 'nothing'], volumes: [], at: 'northmole', stepless: false, minute: `${DAY}T11:20` }],
    matches: [
      {
        sought: [
          { isbns: [], title: 'The tide mill', who: '' },
          { isbns: ['x'], title: '', who: '' },
        ],
      },
    ],
    display: [{ question: question('tide', { size: 3 }), viewing: { ...whose, minute: `${DAY}T11:20`, order: [], most: 3 } }],
    related: [record!.controlNumber, 'nothing'].map((controlNumber) => ({
      controlNumber,
      ...whose,
      at: 'northmole',
      borrower: { category: 'adult', homeSystem: null },
      today: DAY,
    })),
    works: [{ question: question('the', { size: 7 }) }],
    citations: [{ controlNumbers: [record!.controlNumber, 'nothing'], style: 'mla' }],
    holdOptions: [
      { reader: null, wish: { records: [record!.controlNumber] }, at: { now: `${DAY}T11:20:00.000Z`, today: DAY, minute: `${DAY}T11:20` } },
    ],
    requestOffers: [
      {
        borrower: { category: 'adult', homeSystem: null },
        wish: { records: [record!.controlNumber] },
        at: { now: `${DAY}T11:20:00.000Z`, today: DAY, minute: `${DAY}T11:20` },
      },
    ],
    waiting: [
      {
        readerId: null,
        borrower: { category: 'adult', homeSystem: null },
        wish: { records: [record!.controlNumber], pickup: 'ferrygate' },
        at: { now: `${DAY}T11:20:00.000Z`, today: DAY, minute: `${DAY}T11:20` },
      },
    ],
    count: [{ question: question('the OR tide') }],
    values: [{ question: question('the'), facet: 'person', find: 'a', most: 3 }],
    browse: [
      { kind: 'person', start: 'm', most: 5, empty: true, choice },
      { kind: 'call-number', start: 3, most: 5, empty: true, choice },
    ],
    records: [{ query: parseQuery('tide').node, sort: [{ by: 'title', descending: true }], from: 1, size: 4 }],
    headings: [{ kind: 'subject', labels: ['Tides', 'Nothing'], choice }],
    suggest: [{ typed: 'a', field: 'anywhere', most: 4, choice }],
    delta: [{ placeTree, filedIn: 'en', documents: documents.slice(3, 5) }],
  }
})
afterAll(async () => {
  await pool.close()
  await catalogue.close()
})

const NAMES: JobName[] = [
  'search',
  'title',
  'copies',
  'rows',
  'walk',
  'matches',
  'display',
  'related',
  'works',
  'citations',
  'holdOptions',
  'waiting',
  'requestOffers',
  'count',
  'values',
  'browse',
  'records',
  'headings',
  'suggest',
  'delta',
]
it.each(NAMES)('%s', async (name) => {
  for (const request of cases[name]) {
    const [here, there] = await Promise.all([local.ask(name, request as never), pool.ask(name, request as never)])
    expect(there).toEqual(here)
    expect(JSON.stringify(here).length).toBeGreaterThan(0)
  }
})

it('a job that fails in a thread fails where it was asked, and the thread goes on', async () => {
  await expect(pool.ask('values', { question: null, facet: 'person', find: '', most: 1 } as never)).rejects.toThrow()
  expect(await pool.ask('count', { question: question('the') })).toBeGreaterThan(0)
})

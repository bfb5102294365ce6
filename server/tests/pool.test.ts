/** Jobs in threads: the lightest first, none for ever, none that nobody waits for. */
import { parseQuery } from '@catalex/core/query'
import { Cancelled, facetTree, IndexBuilder, pack } from '@catalex/core/search'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import type { Jobs } from '../src/search/engine/jobs.ts'
import { EnginePool } from '../src/search/engine/pool.ts'

const builder = new IndexBuilder(facetTree([{ code: 'quay', parent: null }]))
/** Enough to weigh more than the moments between the questions. */
const TITLES = 60_000
for (let id = 1; id <= TITLES; id += 1) {
  const title = id === 1 ? 'rare common' : 'common'
  builder.add({
    recordId: id,
    texts: { title: [title], person: [], subject: [], series: [], contents: [], notes: [], publisher: [], summary: [] },
    facets: { language: [], audience: [], form: [], genre: [], person: [], subject: [], series: [] },
    wholeTitles: [title], language: 'eng', workKey: String(id), filingTitle: title, title, filingPerson: '', carrier: 'book', year: 2000, online: false, holdings: [],
  })
} // prettier-ignore

let pool: EnginePool
beforeEach(async () => {
  pool = new EnginePool(1, '', new URL('./slowWorker.mjs', import.meta.url))
  await pool.use({ base: pack(builder.finish()), delta: null, superseded: [] })
})
afterEach(() => pool.close())

/** What is asked here is what the stand-in understands. */
const ask = (name: string, ms: number, words = 'rare', more: { signal?: AbortSignal; breakDown?: boolean } = {}) =>
  pool.ask(
    'values',
    { name, ms, breakDown: more.breakDown, question: { query: parseQuery(words).node } } as unknown as Jobs['values']['request'],
    { signal: more.signal },
  ) as Promise<unknown>

const inOrder = () => {
  const done: string[] = []
  const note = (job: Promise<unknown>) => job.then((name) => done.push(name as string))
  return { done, note }
}

describe('jobs', () => {
  // A machine that stood still between the questions for longer than the heavy one weighs more is asked again.
  it('that are light go before heavy ones that wait', { retry: 3 }, async () => {
    const { done, note } = inOrder()
    await Promise.all([
      note(ask('running', 30)),
      note(ask('heavy', 1, 'common')),
      note(ask('heavy too', 1, 'common OR rare')),
      note(ask('light', 1)),
    ])
    expect(done).toEqual(['running', 'light', 'heavy', 'heavy too'])
  })

  it('that have waited long go before lighter ones', async () => {
    const { done, note } = inOrder()
    const early = [note(ask('running', 60)), note(ask('heavy', 30, 'common'))]
    await new Promise((later) => setTimeout(later, 20))
    await Promise.all([...early, note(ask('light', 1))])
    // So many titles are worth less than the milliseconds between them.
    expect(done).toEqual(['running', 'heavy', 'light'])
  })

  it('are given up when nobody waits any more, waiting or running', async () => {
    const leaving = [new AbortController(), new AbortController(), new AbortController()]
    leaving[2]!.abort()
    const jobs = leaving.map(({ signal }, i) =>
      expect(ask(`job ${String(i)}`, 60_000, 'rare', { signal })).rejects.toBeInstanceOf(Cancelled),
    )
    leaving[1]!.abort()
    await new Promise((later) => setTimeout(later, 50))
    leaving[0]!.abort()
    await Promise.all(jobs)
    expect(await ask('next', 1)).toBe('next')
  })

  it('fail with the thread that breaks down, and the next is done by another', async () => {
    const broken = expect(ask('broken', 1, 'rare', { breakDown: true })).rejects.toThrow('broken down')
    const next = ask('next', 1)
    await broken
    expect(await next).toBe('next')
  })
})

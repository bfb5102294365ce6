/** Endpoints that everybody may ask: places, searches, headings, titles. */
import type { Request } from 'express'
import type { ProblemCode } from '@catalex/contract/problem'
import { exportedRecord, sizeOf } from '../../catalogue/index.ts'
import { momentOf } from '../../circulation/index.ts'
import { borrowerOf } from '../../readers/index.ts'
import { coursesFound, courseView, explainedCallNumber, marcView, neighboursOf, type TitleQuestion } from '../../presenting/index.ts'
import type { Searcher } from '../../search/index.ts'
import type { Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'
import { readerOf } from '../sessions.ts'

export function bindCatalogue(bind: Bind, { version, database, libraries, search, clock, bridge }: Context): void {
  const searcherOf = async (request: Request, at: string | undefined): Promise<Searcher> => {
    const reader = await readerOf(database, request)
    return {
      borrower: borrowerOf(libraries, reader),
      at: at ?? libraries.pickups.usualOf(reader),
      ...momentOf(clock.now()),
    }
  }
  // Counting all there is takes its time in a large catalogue: whoever asks again soon is told the same.
  const size = remembered(SIZE_MS, () => sizeOf(database))
  bind('health', async () => ({ version, ...(await size()), ...(await search.health()) }))
  bind('places', () =>
    Promise.resolve({
      ...libraries.library,
      courses: libraries.courses.length > 0,
      courier: libraries.knowsDeliveries,
      plans: libraries.planned,
      bridged: bridge !== null,
    }),
  )
  bind('lending', () => {
    const { answering, asOf } = bridge?.state() ?? { answering: true, asOf: null }
    return Promise.resolve({ answering, asOf })
  })
  bind('search', async ({ request, query, asking }) => search.answer(query, await searcherOf(request, query.at), asking))
  bind('count', async ({ request, query, asking }) => ({ count: await search.count(query, await searcherOf(request, query.at), asking) }))
  bind('facetValues', async ({ request, query, asking }) => search.values(query, await searcherOf(request, query.at), asking))
  bind('browse', async ({ request, query, asking }) => search.browse(query, await searcherOf(request, query.at), asking))
  bind('suggest', async ({ request, query, asking }) => search.suggest(query, await searcherOf(request, query.at), asking))
  const titleQuestion = async (request: Request, query: { in: string[]; at?: string; volume?: string }): Promise<TitleQuestion> => ({
    scope: query.in,
    at: query.at ?? null,
    volume: query.volume ?? null,
    reader: await readerOf(database, request),
    now: clock.now().toISO() ?? '',
  })
  bind('title', async ({ request, path, query, asking }) => {
    const asked = await titleQuestion(request, query)
    const page = there(await search.ask('title', { controlNumber: path.controlNumber, asked, alsoGood: query.editions }, asking))
    bridge?.look(path.controlNumber)
    return page
  })
  bind('copies', async ({ request, path, query, asking }) =>
    there(
      await search.ask('copies', { controlNumber: path.controlNumber, asked: await titleQuestion(request, query), which: query }, asking),
    ),
  )
  bind('series', async ({ path, query, asking }) =>
    there(await search.ask('series', { controlNumber: path.controlNumber, scope: query.in, today: momentOf(clock.now()).today }, asking)),
  )
  bind('related', async ({ request, path, query, asking }) => {
    const { borrower, at, today } = await searcherOf(request, query.at)
    return there(await search.ask('related', { controlNumber: path.controlNumber, scope: query.in, at, borrower, today }, asking))
  })
  bind('volumes', async ({ request, path, query, asking }) =>
    there(await search.ask('volumes', { controlNumber: path.controlNumber, asked: await titleQuestion(request, query) }, asking)),
  )
  bind('record', async ({ path }) => marcView(there(await exportedRecord(database, path.controlNumber))))
  bind('callNumber', async ({ path }) => there(await explainedCallNumber(database, path.barcode)))
  bind('courses', ({ query }) => Promise.resolve(coursesFound(libraries, query.find, momentOf(clock.now()))))
  bind('course', async ({ request, path }) =>
    there(await courseView(database, libraries, path.course, await readerOf(database, request), momentOf(clock.now())), 'no-such-course'),
  )
  bind('displays', async ({ request, query, asking }) =>
    search.displays(query, await searcherOf(request, query.at), momentOf(clock.now()).minute, asking),
  )
  bind('plan', ({ path }) => Promise.resolve(there(libraries.planOf(path.branch), 'no-such-plan')))
  bind('neighbours', async ({ query }) => there(await neighboursOf(database, libraries, query, momentOf(clock.now()).minute)))
}

/** What was asked for. @throws HttpProblem where there is no such thing */
function there<T>(found: T | null | undefined, code: ProblemCode = 'no-such-title'): T {
  if (found === null || found === undefined) throw new HttpProblem(code)
  return found
}

const SIZE_MS = 5000

/** Asks at most once in so many milliseconds. */
function remembered<T>(ms: number, ask: () => Promise<T>): () => Promise<T> {
  let last: { at: number; answer: Promise<T> } | null = null
  return () => {
    if (last === null || performance.now() - last.at > ms) last = { at: performance.now(), answer: ask() }
    return last.answer
  }
}

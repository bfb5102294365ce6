/** Endpoints of what is gathered: rows, walks and shared lists, which everybody may ask for, and the reader's own satchel and lists. */
import type { ProblemCode } from '@catalex/contract/problem'
import type { Request } from 'express'
import { momentOf } from '../../circulation/index.ts'
import { listOf, listsOf, satchelOf, searchesOf, sharedList } from '../../lists/index.ts'
import { Turns } from '../../turns.ts'
import { borrowerOf } from '../../readers/index.ts'
import type { Bind } from '../bind.ts'
import { HttpProblem } from '../problems.ts'
import type { Context } from '../context.ts'
import { mustBeReader, readerIdOf, readerOf } from '../sessions.ts'

export function bindLists(bind: Bind, { database, libraries, search, clock, commands }: Context): void {
  /** Readers take turns, so that nobody's many changes are before another's one. */
  const turns = new Turns('changes', { atOnce: 16, ofOne: 20, ofAll: 1000 })
  bind('rows', async ({ request, query, asking }) => {
    const reader = await readerOf(database, request)
    const { titles, in: scope, at = libraries.pickups.usualOf(reader) } = query
    return search.ask(
      'rows',
      { controlNumbers: titles, scope, at, borrower: borrowerOf(libraries, reader), ...momentOf(clock.now()) },
      asking,
    )
  })
  bind('walk', async ({ request, query, asking }) => {
    const at = query.at ?? libraries.pickups.usualOf(await readerOf(database, request))
    return search.ask('walk', { ...query, at, minute: momentOf(clock.now()).minute }, asking)
  })
  bind('citations', ({ query, asking }) => search.ask('citations', { controlNumbers: query.titles, style: query.style }, asking))
  bind('satchel', async ({ request }) => satchelOf(database, (await mustBeReader(database, request)).id))
  const inTurn = <T>(request: Request, command: (readerId: number) => Promise<T>): Promise<T> => {
    const readerId = readerIdOf(request)
    return turns.take(String(readerId), () => command(readerId))
  }
  const there = <T>(found: T | null, code: ProblemCode = 'no-such-list'): T => {
    if (found === null) throw new HttpProblem(code)
    return found
  }
  bind('lists', async ({ request }) => listsOf(database, (await mustBeReader(database, request)).id))
  bind('list', async ({ request, path }) => there(await listOf(database, (await mustBeReader(database, request)).id, path.id)))
  bind('makeList', async ({ request, body }) => {
    const made = await inTurn(request, (readerId) => commands.makeList(readerId, body, momentOf(clock.now())))
    if (made === null) throw new HttpProblem('too-many-lists')
    return made
  })
  bind('changeList', async ({ request, path, body }) =>
    there(await inTurn(request, (readerId) => commands.changeList(readerId, path.id, body, momentOf(clock.now())))),
  )
  bind('shareList', async ({ request, path }) => there(await inTurn(request, (readerId) => commands.shareList(readerId, path.id, true))))
  bind('withdrawList', async ({ request, path }) =>
    there(await inTurn(request, (readerId) => commands.shareList(readerId, path.id, false))),
  )
  bind('deleteList', async ({ request, path }) => {
    if (!(await inTurn(request, (readerId) => commands.deleteList(readerId, path.id)))) throw new HttpProblem('no-such-list')
    return undefined
  })
  bind('sharedList', async ({ path }) => there(await sharedList(database, path.link)))
  bind('searches', async ({ request }) => searchesOf(database, (await mustBeReader(database, request)).id))
  bind('keepSearch', async ({ request, body }) => {
    const kept = await inTurn(request, (readerId) => commands.keepSearch(readerId, body, momentOf(clock.now())))
    if (kept === null) throw new HttpProblem('too-many-searches')
    return kept
  })
  bind('noteSearchSeen', async ({ request, path }) =>
    there(await inTurn(request, (readerId) => commands.noteSearchSeen(readerId, path.id, momentOf(clock.now()))), 'no-such-search'),
  )
  bind('removeSearch', async ({ request, path }) =>
    there(await inTurn(request, (readerId) => commands.removeSearch(readerId, path.id)), 'no-such-search'),
  )
  bind('findTitles', ({ body, asking }) => search.ask('matches', { sought: body.sought }, asking))
  bind('changeSatchel', ({ request, body }) => inTurn(request, (readerId) => commands.changeSatchel(readerId, body, momentOf(clock.now()))))
}

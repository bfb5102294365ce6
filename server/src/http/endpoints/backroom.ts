/** Endpoints of the demo's backroom; a real deployment has none of them. */
import type { MoveClock } from '@catalex/contract/backroom'
import { nextOpening } from '@catalex/core/calendar'
import { isRefusal } from '@catalex/core/holds'
import { DateTime } from 'luxon'
import { backroomView, cardKeptFor, deskView, type Clockwork } from '../../backroom/index.ts'
import { latestReady, momentOf } from '../../circulation/index.ts'
import type { Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'
import { readerIdOf, readerOf } from '../sessions.ts'

/** The clock is not moved further than this at once. */
const FURTHEST_DAYS = 92

export function bindBackroom(bind: Bind, { database, libraries, search, commands, clock, clockwork }: Context): void {
  const work = (): Clockwork => {
    if (clockwork === null) throw new HttpProblem('no-such-address')
    return clockwork
  }
  bind('backroom', async ({ request, query }) => {
    const { shown } = work()
    const reader = await readerOf(database, request)
    return backroomView(database, libraries, shown, { readerId: reader?.id ?? null, mine: query.mine })
  })
  bind('moveClock', async ({ request, body }) => {
    const { pace, move } = body
    const time = timeMeant(body)
    if (pace !== undefined) work().setPace(pace)
    if (move === 'stop') work().stopMoving()
    if (time && move === 'ready') {
      const readerId = readerIdOf(request)
      const before = await latestReady(database, readerId)
      work().moveTo(time, async () => (await latestReady(database, readerId)) !== before)
    } else if (time) work().moveTo(time)
    return work().shown
  })
  bind('desk', async ({ query: { branch } }) => {
    if (!libraries.branch(branch)) throw new HttpProblem('no-such-address')
    return deskView(database, libraries, branch, work().shown.now)
  })
  bind('actAtDesk', async ({ body: { act, branch, barcode, card = '' } }) => {
    work()
    const at = momentOf(clock.now())
    const done = { checkedIn: null, checkedOut: null, missing: false, refusal: null }
    const answer = async () => {
      if (act === 'check in') {
        const checkedIn = await commands.checkIn({ barcode, branch }, at)
        return isRefusal(checkedIn) ? { ...done, refusal: checkedIn } : { ...done, checkedIn }
      }
      if (act === 'check out') {
        const checkedOut = await commands.checkOut({ barcode, card: card || ((await cardKeptFor(database, barcode)) ?? '') }, at)
        return isRefusal(checkedOut) ? { ...done, refusal: checkedOut } : { ...done, checkedOut }
      }
      const refusal = await commands.noteMissing(barcode, at)
      return { ...done, missing: refusal === null, refusal }
    }
    const acted = await answer()
    await search.catchUp()
    return acted
  })
  bind('answerRequest', async ({ body }) => {
    work()
    return { refusal: await commands.answerRequest(body, momentOf(clock.now())) }
  })

  function timeMeant({ move, to, branch }: MoveClock): DateTime | null {
    const now = clock.now()
    if (to !== undefined) {
      const day = DateTime.fromISO(to, { zone: now.zone })
      if (day < now.startOf('day')) throw new HttpProblem('clock-never-goes-back')
      return within(opening(day < now ? now : day, branch), now)
    }
    if (move === undefined || move === 'stop') return null
    return { hour: now.plus({ hours: 1 }), day: now.plus({ days: 1 }), opening: opening(now, branch), ready: now.plus({ days: 60 }) }[move]
  }

  /** Of a branch that does not open again, in an hour. */
  function opening(after: DateTime, branch = libraries.library.branches[0]?.code ?? ''): DateTime {
    const hours = libraries.hoursOf(branch)
    return (hours && nextOpening(hours, after)) ?? after.plus({ hours: 1 })
  }

  function within(time: DateTime, now: DateTime): DateTime {
    const furthest = now.plus({ days: FURTHEST_DAYS })
    return time > furthest ? furthest : time
  }
}

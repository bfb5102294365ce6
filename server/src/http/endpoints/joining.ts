/** Asking for a card: staff of a branch are told, and make it when somebody comes with what proves who they are. */
import type { Apply } from '@catalex/contract/joining'
import { needsGuardian } from '@catalex/core/card'
import { momentOf } from '../../circulation/index.ts'
import { Turns } from '../../turns.ts'
import { addressOf, type Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { limited } from './messages.ts'
import { HttpProblem } from '../problems.ts'

export function bindJoining(bind: Bind, { libraries, commands, clock }: Context): void {
  const turns = new Turns('applications', { atOnce: 1, ofOne: 3, ofAll: 200 })
  bind(
    'applyForCard',
    async ({ request, body }) => {
      const { joining } = libraries.library
      if (!joining) throw new HttpProblem('no-such-address')
      const at = momentOf(clock.now())
      const wrong = wrongIn(body, at.today)
      if (wrong) throw new HttpProblem('not-understood', { violations: [wrong] })
      return { reference: await turns.take(addressOf(request), () => commands.applyForCard(body, at)) }
    },
    [limited()],
  )

  function wrongIn({ born, branch, guardian = '' }: Apply, today: string) {
    if (born > today) return { at: '/born', rule: 'past', wanted: 'a day that has been' }
    if (!libraries.branch(branch)?.pickups.length) return { at: '/branch', rule: 'known', wanted: 'a branch with a desk' }
    const under = libraries.library.joining?.guardianUnder ?? 0
    return guardian.trim() === '' && needsGuardian(born, under, today)
      ? { at: '/guardian', rule: 'needed', wanted: 'who answers for them' }
      : null
  }
}

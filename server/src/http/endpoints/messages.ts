/** Messages to the staff, and titles by mail: everybody may write, a few times an hour. */
import type { Request } from 'express'
import { rateLimit } from 'express-rate-limit'
import { titlesMail } from '../../citing/index.ts'
import { momentOf } from '../../circulation/index.ts'
import { Turns } from '../../turns.ts'
import { addressOf, type Bind } from '../bind.ts'
import type { Context } from '../context.ts'
import { HttpProblem } from '../problems.ts'

const HOUR_MINUTES = 60
const MOST_AN_HOUR = 10

/** Mails to one address, whoever sends them: so that nobody is written to by many. */
const MOST_TO_ONE = 5

const recipientOf = ({ body }: Request): string => (body as { to: string }).to.trim().toLowerCase()

/** Each kind for itself, so many an hour from one address, or of whatever else the key says. */
export const limited = (keyOf: (request: Request) => string = addressOf, most = MOST_AN_HOUR) =>
  rateLimit({
    windowMs: HOUR_MINUTES * 60_000,
    limit: most,
    keyGenerator: keyOf,
    standardHeaders: false,
    legacyHeaders: false,
    handler: () => {
      throw new HttpProblem('too-many-messages', { minutes: HOUR_MINUTES })
    },
  })

export function bindMessages(bind: Bind, { database, messages, libraries, clock, publicAddress }: Context): void {
  const turns = new Turns('messages', { atOnce: 1, ofOne: 3, ofAll: 200 })
  bind(
    'mailTitles',
    async ({ body: { to, titles, language } }) => {
      const now = momentOf(clock.now())
      const mail = await titlesMail({ source: database, libraries, titles, language, minute: now.minute, publicAddress })
      await turns.take(to.toLowerCase(), () => messages.mailTitles({ to, ...mail }, now.now))
      return undefined
    },
    [limited(), limited(recipientOf, MOST_TO_ONE)],
  )
  bind(
    'sendMessage',
    async ({ request, body }) => {
      if (!libraries.branch(body.branch)) throw new HttpProblem('not-understood', { violations: [{ at: '/branch', rule: 'known', wanted: 'a branch' }] }) // prettier-ignore
      return { reference: await turns.take(addressOf(request), () => messages.send(body, momentOf(clock.now()).now)) }
    },
    [limited()],
  )
}

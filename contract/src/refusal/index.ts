/** Why something is refused: a code with its facts, or a rule of the library in its own words. */
import { HOLD_STATES } from '@catalex/core/holds'
import type { FromSchema } from '../schema/index.ts'
import { count, date, list, nullable, oneOf, shape, text } from '../schema/shapes.ts'

const coded = <const Code extends string>(code: Code) => ({ const: code }) as const

export const refusalSchema = {
  anyOf: [
    shape({ code: coded('card-expired'), date }),
    shape({ code: coded('card-blocked'), note: text }),
    shape({ code: coded('owes-too-much'), owed: count, limit: count }),
    shape({ code: coded('too-many-overdue'), overdue: count, limit: count }),
    shape({ code: coded('too-many-holds'), held: count, limit: count }),
    shape({ code: coded('already-held') }),
    shape({ code: coded('already-borrowed'), due: text }),
    shape({ code: coded('volume-needed') }),
    shape({ code: coded('pickup-not-served') }),
    shape({ code: coded('no-copy'), why: oneOf(['lost', 'none'] as const) }),
    shape({ code: coded('no-rule') }),
    shape({ code: coded('fetch-yourself') }),
    shape({ code: coded('rule'), reason: text, remedy: nullable('string') }),
    shape({ code: coded('key-reused') }),
    shape({ code: coded('no-such-title') }),
    shape({ code: coded('different-works') }),
    shape({ code: coded('no-such-hold') }),
    shape({ code: coded('too-late'), state: oneOf(HOLD_STATES) }),
    shape({ code: coded('days-out-of-order') }),
    shape({ code: coded('too-far-ahead'), date }),
    shape({ code: coded('closed-day'), date, nearest: list(date) }),
    shape({ code: coded('comes-later'), date }),
    shape({ code: coded('not-from-there') }),
    shape({ code: coded('cost-changed'), cost: count }),
    shape({ code: coded('not-told-there') }),
    shape({ code: coded('not-offered') }),
    shape({ code: coded('too-many-pages'), limit: count }),
    shape({ code: coded('too-many-requests'), limit: count }),
    shape({ code: coded('no-such-request') }),
    shape({ code: coded('request-under-way') }),
    shape({ code: coded('no-such-loan') }),
    shape({ code: coded('not-renewable') }),
    shape({ code: coded('renewed-at-desk') }),
    shape({ code: coded('renewals-used'), limit: count }),
    shape({ code: coded('others-wait'), waiting: count }),
    shape({ code: coded('renewable-from'), from: text }),
    shape({ code: coded('not-recalled') }),
    shape({ code: coded('owed-changed'), owed: count }),
    shape({ code: coded('no-such-copy') }),
    shape({ code: coded('no-such-card') }),
    shape({ code: coded('not-lent') }),
    shape({ code: coded('lent-already') }),
    shape({ code: coded('kept-for-another') }),
    shape({ code: coded('returned-at-owner'), owner: text }),
    shape({ code: coded('desk-refused'), said: nullable('string') }),
    shape({ code: coded('desk-only') }),
  ],
} as const

export type Refusal = FromSchema<typeof refusalSchema>

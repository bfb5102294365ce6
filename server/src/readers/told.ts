/** How a reader can be told that a hold is ready. */
import { masked, type Channel } from '@catalex/core/card'
import type { Card } from '@catalex/contract/card'
import type { Reader } from './reader.ts'

type Told = NonNullable<Card['told']>

/** The usual one first, then what there is an address for; a letter goes to the address on file. */
export function channelsOf({ notify, mail, telephone }: Reader): Channel[] {
  const possible: Channel[] = [...(mail === null ? [] : (['mail'] as const)), ...(telephone === null ? [] : (['text', 'call'] as const))]
  if (notify === null) return possible
  return [notify, ...[...possible, 'letter' as const].filter((channel) => channel !== notify)]
}

/** At an address that only its owner can read. */
export function toldBy({ mail, telephone }: Reader, channel: Channel): Told {
  const to = channel === 'mail' ? mail : channel === 'letter' ? null : telephone
  return { channel, to: to === null ? null : masked(to) }
}

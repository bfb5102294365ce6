/** What a list is narrowed to. */
import type { Availability, Facet, Scope } from '../../query/index.ts'
import type { SendTable } from './facets.ts'

export interface NarrowingChoice {
  /** Places and formats that count at all, and the pickup location of which `here` speaks. */
  scope: Scope
  /** Values of a facet are alternatives; facets together all hold. */
  only: Partial<Record<Facet, readonly string[]>>
  not: Partial<Record<Facet, readonly string[]>>
  /** Years of publication, both included; null for an open end. */
  years: { from: number | null; to: number | null }
  /** What a copy has to be. `here` means at the pickup location. */
  copies: readonly Availability[]
  /** When copies that can be sent would be in hand; null where nobody knows. */
  inHand: InHand | null
  sends: SendTable | null
}

export interface InHand {
  /** When a copy at a place would be in hand at the pickup location, by node of the place tree; times of any unit. */
  arrivals: ArrayLike<number>
  /** Times by which titles are counted, in order. */
  limits: readonly number[]
  /** Which of them is asked for; null where any time will do. */
  by: number | null
}

/** Nothing chosen in any facet, and nothing asked of years or copies. */
export const UNNARROWED = {
  only: {},
  not: {},
  years: { from: null, to: null },
  copies: [],
  inHand: null,
} satisfies Partial<NarrowingChoice>

/** In all places and formats, with the same pickup location. */
export const everywhere = ({ at, online }: Scope): Scope => ({ in: [], as: [], at, online })

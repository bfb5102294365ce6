/** What a list is narrowed to. */
import type { Availability, Facet } from '../asking/index.ts'
import type { SendTable } from './facets.ts'

export interface NarrowingChoice {
  /** Standing scope (Place line): places and formats that count at all; empty means all. */
  scopePlaces: readonly string[]
  scopeFormats: readonly string[]
  /** Values of a facet are alternatives; facets together all hold. */
  only: Partial<Record<Facet, readonly string[]>>
  not: Partial<Record<Facet, readonly string[]>>
  /** Years of publication, both included; null for an open end. */
  years: { from: number | null; to: number | null }
  /** What a copy has to be. `here` means at the pickup location. */
  copies: readonly Availability[]
  pickup: string | null
  sends: SendTable | null
}

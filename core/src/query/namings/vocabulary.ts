/** What readers of one language call things. */
import type { Audience, Carrier, Family } from '../../catalogue/index.ts'

/** Words are folded; a name may have up to four. */
export interface Vocabulary {
  formats: Partial<Record<Family | Carrier, string[]>>
  /** By ISO 639-2/B code. */
  languages: Record<string, string[]>
  audiences: Record<Audience, string[]>
  /** New, of the last years. */
  recent: string[]
  since: string[]
  after: string[]
  /** Stand before the number of a volume. */
  volume: string[]
  /** Say nothing by themselves. */
  joining: string[]
}

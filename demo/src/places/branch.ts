/** How the branches of the demo are put down: what most have in common is said once. */
import type { Branch, Collection, PickupPoint } from '@catalex/contract/libraries'

type Weekly = Branch['hours']
type Span = [string, string]

export const days = (spans: Partial<Record<string, Span[]>>): Weekly =>
  Object.fromEntries(Object.entries(spans).flatMap(([list, hours]) => [...list].map((day) => [day, hours ?? []])))
const MIDWINTER = { from: '2026-12-24', to: '2026-12-27', reason: 'Midwinter closing days' }
const NEW_YEAR = { from: '2027-01-01', to: '2027-01-01', reason: 'New Year' }

export const shelf = (code: string, name: string, floor: string, kind: Collection['kind'] = 'open shelf'): Collection => ({
  code,
  name,
  kind,
  floor,
})

export const publicShelves = (floors: { fiction: string; nonFiction: string; children: string; media: string }): Collection[] => [
  shelf('fiction', 'Fiction', floors.fiction),
  shelf('nonfic', 'Non-fiction', floors.nonFiction),
  shelf('largeprint', 'Large print', floors.fiction),
  shelf('junior', 'Children’s library', floors.children),
  shelf('media', 'Discs and players', floors.media),
]

interface Draft {
  code: string
  system: string
  name: string
  hours: Weekly
  weeks?: Branch['weeks']
  floors: [code: string, name: string][]
  collections: Collection[]
  desk: string | null
  holdShelfDays?: number
  categories?: string[]
  closures?: Branch['closures']
  notices?: Branch['notices']
  keepsFromShelf?: boolean
  entrance?: string
  bring?: string
  /** What choosing it does to the loan. */
  loan?: string
  loanBegins?: PickupPoint['loanBegins']
  /** Other points of the same branch. */
  pickups?: PickupPoint[]
  /** Street and place, and the last digits of the telephone number. */
  at: [address: string, telephone: string]
}

export const branch = (draft: Draft): Branch => ({
  code: draft.code,
  system: draft.system,
  name: draft.name,
  hours: draft.hours,
  ...(draft.weeks === undefined ? {} : { weeks: draft.weeks }),
  closures: [MIDWINTER, NEW_YEAR, ...(draft.closures ?? [])],
  contact: { address: draft.at[0], telephone: `01 555 ${draft.at[1]}`, mail: `${draft.code}@libraries.example` },
  floors: draft.floors.map(([code, name]) => ({ code, name })),
  ...(draft.entrance === undefined ? {} : { entrance: draft.entrance }),
  collections: draft.collections,
  keepsFromShelf: draft.keepsFromShelf ?? true,
  ...(draft.notices === undefined ? {} : { notices: draft.notices }),
  pickups: draft.desk === null ? [] : [pickupAt(draft, draft.desk), ...(draft.pickups ?? [])],
})

const pickupAt = (
  { code, holdShelfDays = 6, bring = 'Your library card', categories, loan, loanBegins }: Draft,
  desk: string,
): PickupPoint => ({
  code,
  desk,
  holdShelfDays,
  bring,
  categories: categories ?? null,
  ...(loan === undefined ? {} : { loan }),
  ...(loanBegins === undefined ? {} : { loanBegins }),
})

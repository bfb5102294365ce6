/** A small world for component tests: three branches of two systems, one title in two forms, one reader. */
import type { Card, SessionInfo } from '@catalex/contract/card'
import type { Hold, HoldOptions, PickupOption } from '@catalex/contract/holds'
import type { Neighbours, Spine } from '@catalex/contract/neighbours'
import type { Branch, Places } from '@catalex/contract/libraries'
import type { ResultRow, SearchAnswer } from '@catalex/contract/search'
import type { CopyLine, Edition, RouteLine, TitlePage, Volumes } from '@catalex/contract/title'

const ALWAYS_OPEN = Object.fromEntries(['1', '2', '3', '4', '5', '6', '7'].map((day) => [day, [['00:00', '24:00']]])) as Branch['hours']

export const branch = (code: string, name: string, more: Partial<Branch> = {}): Branch => ({
  code,
  name,
  system: 'harbour',
  hours: ALWAYS_OPEN,
  closures: [],
  floors: [{ code: '1', name: 'Level 1' }],
  collections: [{ code: 'main', name: 'Main shelves', kind: 'open shelf', floor: '1' }],
  keepsFromShelf: true,
  pickups: [{ code, desk: `Desk of ${name}`, holdShelfDays: 7, bring: 'your card', categories: null }],
  ...more,
})

export const PLACES: Places = {
  name: 'Test libraries',
  timeZone: 'Europe/London',
  systems: [
    { code: 'harbour', name: 'Harbour Libraries' },
    { code: 'college', name: 'Wold College' },
  ],
  branches: [
    branch('quay', 'Quayside'),
    branch('hill', 'Beacon Hill'),
    branch('wold', 'Wold Library', { system: 'college', pickups: [], hours: {} }),
  ],
}

export const NOBODY: SessionInfo = { reader: null, csrf: null, idle: null, now: '2026-11-25T11:20:00.000Z', demo: false }
export const SOMEBODY: SessionInfo = { ...NOBODY, reader: { name: 'Ines Calder', homeBranch: 'hill', category: 'adult', ready: 0 }, csrf: 'token', idle: 900 } // prettier-ignore

export const edition = (controlNumber: string, more: Partial<Edition> = {}): Edition => ({
  controlNumber,
  carrier: 'book',
  title: 'The salt ledger',
  year: 2011,
  edition: null,
  publisher: 'Gullwing',
  extent: null,
  languages: ['eng'],
  binding: null,
  tally: { inNow: 1, owned: 2, elsewhere: 0 },
  serial: false,
  ...more,
})

export const copy = (barcode: string, at: string, more: Partial<CopyLine> = {}): CopyLine => ({
  barcode,
  place: { branch: at, collection: 'Main shelves', floor: 'Level 1', bay: null, callNumber: { text: '823 ASH', spine: ['823', 'ASH'] } },
  collectionKind: 'open shelf',
  use: 'loan',
  status: 'on shelf',
  statusText: null,
  inNow: true,
  due: null,
  enumeration: null,
  copy: null,
  note: null,
  pieces: [],
  loan: { count: 28, unit: 'days', overdue: null, returnTo: null },
  hold: { allowed: true, cost: 0 },
  ...more,
})

export const route = (kind: RouteLine['kind'], more: Partial<RouteLine> = {}): RouteLine => ({
  kind,
  barcode: 'b1',
  cost: 0,
  open: null,
  queue: null,
  edition: 'p1',
  hereOnly: false,
  delivery: null,
  asked: null,
  notPossible: null,
  lends: null,
  ...more,
})

/** What the copies say of their places. */
const placesOf = (copies: TitlePage['copies']): TitlePage['places'] =>
  [...new Set(copies.map(({ place }) => place.branch))].map((branch) => {
    const there = copies.filter(({ place }) => place.branch === branch)
    const due = there.flatMap((one) => one.due ?? []).sort()
    return {
      branch,
      owned: there.length,
      inNow: there.filter(({ inNow }) => inNow).length,
      due: due[0] ?? null,
      status: there[0]?.status ?? 'missing',
    }
  })

export const titlePage = ({
  copies = [copy('b1', 'quay'), copy('b2', 'hill', { status: 'on loan', inNow: false, due: '2026-12-03' })],
  ...more
}: Partial<TitlePage> = {}): TitlePage => ({
  controlNumber: 'p1',
  description: {
    title: 'The salt ledger',
    remainder: null,
    responsibility: null,
    uniformTitle: null,
    variantTitles: [],
    people: [
      {
        name: 'Ashdown, Vera',
        spoken: 'Vera Ashdown',
        heading: 'Ashdown, Vera, 1950-',
        dates: '1950-',
        kind: 'person',
        roles: ['author'],
        main: true,
        inScript: null,
      },
    ],
    titleInScript: null,
    otherScripts: [],
    online: [],
    edition: null,
    place: null,
    publisher: 'Gullwing',
    years: '2011',
    extent: null,
    series: [],
    subjects: [{ heading: 'Harbours', kind: 'topic' }],
    genres: [],
    audience: null,
    languages: ['eng'],
    originalLanguage: null,
    contents: [],
    summary: null,
    notes: [],
    identifiers: [],
  },
  editions: [edition('p1'), edition('p2', { carrier: 'large-print-book', year: 2015 })],
  moreEditions: 0,
  copies,
  places: placesOf(copies),
  pickup: 'quay',
  routes: [route('walk in', { open: { now: true, until: '2026-11-25T20:00:00.000Z', opens: null } }), route('kept for you')],
  holdable: true,
  waiting: 0,
  courses: [],
  ...more,
})

export const row = (controlNumber: string, title: string, more: Partial<ResultRow> = {}): ResultRow => ({
  controlNumber,
  title,
  remainder: null,
  who: ['Vera Ashdown'],
  year: 2011,
  series: null,
  titleInScript: null,
  online: null,
  inHand: null,
  editions: [edition(controlNumber, { title })],
  moreEditions: 0,
  why: null,
  nearest: null,
  ...more,
})

export const answer = (rows: ResultRow[], more: Partial<SearchAnswer> = {}): SearchAnswer => ({
  count: rows.length,
  records: rows.length,
  page: 1,
  size: 20,
  rows,
  readback: [],
  facets: { place: {}, format: {}, language: {}, audience: {}, form: {}, genre: {}, person: {}, subject: {}, series: {} },
  values: {},
  years: [],
  copies: {},
  inHand: null,
  without: {},
  offers: [],
  shortened: [],
  weak: 0,
  display: null,
  meant: null,
  unnarrowed: rows.length,
  online: null,
  wider: null,
  ...more,
})

export const pickup = (at: string, more: Partial<PickupOption> = {}): PickupOption => ({ pickup: at, from: at, cost: 0, cardCosts: null, queue: null, delivery: null, recall: null, brings: [], suppliers: [], refusal: null, ...more }) // prettier-ignore

export const options = (pickups: PickupOption[], more: Partial<HoldOptions> = {}): HoldOptions => ({
  refusal: null,
  used: 2,
  limit: 15,
  already: null,
  told: [],
  pickups,
  ...more,
})

export const hold = (id: string, more: Partial<Hold> = {}): Hold => ({
  id,
  title: 'The salt ledger',
  controlNumber: 'p1',
  carrier: 'book',
  editions: 1,
  recalled: null,
  unconfirmed: false,
  enumeration: null,
  pickup: 'quay',
  state: 'being fetched',
  requested: '2026-11-25T11:20:00.000Z',
  from: 'quay',
  queue: null,
  collectBy: null,
  pausedUntil: null,
  notBefore: null,
  notAfter: null,
  notify: null,
  cost: 0,
  expected: null,
  promised: null,
  events: [{ at: '2026-11-25T11:20:00.000Z', state: 'being fetched' }],
  ...more,
})

export const card = (more: Partial<Card> = {}): Card => ({
  name: 'Ines Calder',
  homeBranch: 'hill',
  categoryName: 'Adult',
  expires: '2027-03-31',
  sessions: 1,
  owed: 0,
  charges: [],
  till: true,
  messages: [],
  channels: [],
  language: null,
  holds: [],
  holdsLimit: 15,
  requests: [],
  loans: [],
  told: null,
  toldInstead: null,
  history: false,
  feed: false,
  guardian: null,
  warnings: [],
  ...more,
})

export const spine = (barcode: string, more: Partial<Spine> = {}): Spine => ({
  barcode,
  controlNumber: `c-${barcode}`,
  title: `Title ${barcode}`,
  who: ['Odd Ashby'],
  year: 2001,
  carrier: 'book',
  extent: '201 pages ; 23 cm',
  callNumber: { text: `823.9 ${barcode}`, spine: ['823.9', barcode] },
  status: 'on shelf',
  statusText: null,
  inNow: true,
  due: null,
  ...more,
})

/** A shelf of ten copies round `b1`, of which more stands on the right. */
export const neighbours = (more: Partial<Neighbours> = {}): Neighbours => ({
  branch: 'quay',
  collection: 'Main shelves',
  spines: ['a1', 'a2', 'a3', 'a4', 'a5', 'b1', 'c1', 'c2', 'c3', 'c4'].map((barcode) => spine(barcode)),
  more: { left: false, right: true },
  ...more,
})

/** A copy as the table of volumes has it. */
export const volumeLine = ({ barcode, place, enumeration, status, statusText, inNow, due }: CopyLine): Volumes['volumes'][number] => ({
  barcode,
  branch: place.branch,
  enumeration,
  status,
  statusText,
  inNow,
  due,
})

/** Copies: which branches own a title, where it stands there, and under which call number. */
import type { RecordedStatus, UseRule } from '@catalex/core/catalogue'
import { fold } from '@catalex/core/text'
import type { Draft } from '../titles/draft.ts'
import type { Chance } from '../vocabulary/random.ts'

export interface Copy {
  barcode: string
  system: string
  branch: string
  collection: string
  scheme: { indicator: string; source: string | null }
  prefix: string | null
  classPart: string
  itemPart: string | null
  copyNumber: string | null
  enumeration: string | null
  /** Number of the set of which it is a piece. */
  set: string | null
  note: string | null
  use: UseRule | null
  status: RecordedStatus
  /** Days before the demo's day on which the library got it. */
  acquiredAgo: number
  /** Days from the demo's day on which it is due; null when it is not on loan. */
  dueIn: number | null
  /** Card of the reader who has it; null for one of the many. */
  lentTo: string | null
  /** Days from the demo's day on which it was due before it was recalled. */
  lentUntil: number | null
}

export interface CopyWish {
  branch: string
  collection?: string
  enumeration?: string
  set?: string
  note?: string
  use?: UseRule
  status?: RecordedStatus
  dueIn?: number | null
  lentTo?: string
  lentUntil?: number
  call?: { prefix?: string; classPart: string; itemPart?: string; indicator: string; source?: string }
}

export const SYSTEM_OF: Record<string, string> = {
  northmole: 'pslib',
  ferrygate: 'pslib',
  lanternhill: 'pslib',
  saltpan: 'pslib',
  tarbeck: 'pslib',
  corrow: 'pslib',
  wetherdale: 'pslib',
  heron: 'pslib',
  cope: 'pellanu',
  ketteridge: 'pellanu',
  maritime: 'pellanu',
  store: 'pellanu',
  musiclib: 'conserv',
  college: 'nursing',
}

/** Gives out barcodes and accession numbers in the order of the file. */
export class Register {
  private copies = 0

  /** @param start digits with which its barcodes begin */
  constructor(private readonly start = '3') {}

  barcode(): string {
    this.copies += 1
    return this.start + String(this.copies).padStart(BARCODE_DIGITS - this.start.length, '0')
  }

  get count(): number {
    return this.copies
  }
}

const BARCODE_DIGITS = 10

export function copyFrom(wish: CopyWish, draft: Draft, register: Register, copyNumber: number, thisYear: number): Copy {
  const collection = wish.collection ?? collectionFor(wish.branch, draft)
  const call = wish.call ?? callNumberFor(wish.branch, collection, draft, register.count + 1)
  return {
    barcode: register.barcode(),
    system: SYSTEM_OF[wish.branch] ?? 'pslib',
    branch: wish.branch,
    collection,
    scheme: { indicator: call.indicator, source: call.source ?? null },
    prefix: call.prefix ?? null,
    classPart: call.classPart,
    itemPart: call.itemPart ?? null,
    copyNumber: copyNumber > 1 ? String(copyNumber) : null,
    enumeration: wish.enumeration ?? null,
    set: wish.set ?? null,
    note: wish.note ?? null,
    use: wish.use ?? null,
    status: wish.status ?? 'on shelf',
    dueIn: wish.dueIn ?? null,
    lentTo: wish.lentTo ?? null,
    lentUntil: wish.lentUntil ?? null,
    acquiredAgo: daysSince(register.count, draft.year, thisYear),
  }
}

const YEAR = 365

/** Some copies came within the last year, most when the title was new; by the number of the copy, so that chance is left to the titles. */
function daysSince(number: number, published: number, thisYear: number): number {
  const spread = (number * 7919) % 1000
  const age = Math.max(0, thisYear - Math.max(published, OLDEST_YEAR))
  if (spread < LATELY || age < 1) return Math.floor((spread * 7) % YEAR)
  return YEAR + Math.floor((age - 1) * YEAR * Math.min(1, ((spread * 13) % 1000) / 400 + 0.25))
}

/** Before it nobody wrote down when things came. */
const OLDEST_YEAR = 1975
/** Of a thousand copies, those of the last year. */
const LATELY = 60

/** The collection of a branch in which such a thing stands. */
export function collectionFor(branch: string, draft: Draft): string {
  const { carrier } = draft
  if (branch === 'store') return 'store'
  if (branch === 'college') return 'stacks'
  if (branch === 'maritime') return draft.shelves === 'law' ? 'law' : carrier === 'sheet-map' ? 'charts' : 'sea'
  if (branch === 'cope') return carrier === 'journal-volume' ? 'journals' : draft.fiction || draft.lc.startsWith('P') ? 'letters' : 'stacks'
  if (branch === 'ketteridge') return carrier === 'journal-volume' ? 'journals' : 'stacks'
  if (branch === 'musiclib')
    return ['printed-score', 'score-and-parts'].includes(carrier)
      ? 'scores'
      : carrier === 'object'
        ? 'instruments'
        : carrier.startsWith('music')
          ? 'recordings'
          : 'books'
  return publicCollection(branch, draft)
}

const MEDIA = new Set([
  'spoken-disc',
  'spoken-cassette',
  'preloaded-player',
  'dvd',
  'blu-ray',
  'video-cassette',
  'laser-disc',
  'music-disc',
  'music-record',
])
const MUSIC = new Set(['printed-score', 'score-and-parts', 'music-record'])

function publicCollection(branch: string, draft: Draft): string {
  const { carrier } = draft
  const central = branch === 'northmole'
  if (central && MUSIC.has(carrier)) return 'music'
  if (central && ['sheet-map', 'atlas'].includes(carrier)) return 'maps'
  if (central && carrier === 'journal-volume') return 'journals'
  if (['object', 'board-game', 'mixed-kit'].includes(carrier)) return central ? 'things' : 'junior'
  if (draft.audience !== 'adults' && draft.audience !== null) return 'junior'
  if (carrier === 'large-print-book') return 'largeprint'
  if (MEDIA.has(carrier) && branch !== 'heron') return 'media'
  return draft.fiction ? 'fiction' : 'nonfic'
}

type Call = NonNullable<CopyWish['call']>

const letters = (text: string, count: number): string =>
  fold(text)
    .replace(/[^a-z]/g, '')
    .slice(0, count)
    .toUpperCase()

/** Author mark: three letters of the main entry, else of the title as filed. */
const markOf = (draft: Draft): string => letters(draft.author?.filed ?? draft.title.slice(draft.nonFiling), 3)

const ACCESSION: Partial<Record<Draft['carrier'], string>> = {
  dvd: 'DVD',
  'blu-ray': 'BLU',
  'video-cassette': 'VID',
  'laser-disc': 'LASER',
  object: 'THING',
  'board-game': 'GAME',
  'mixed-kit': 'KIT',
}

export function callNumberFor(branch: string, collection: string, draft: Draft, number: number): Call {
  const system = SYSTEM_OF[branch] ?? 'pslib'
  if (collection === 'store') return { prefix: 'S', classPart: String(100 + ((number * 7919) % 98_000)), indicator: '4' }
  if (draft.carrier === 'journal-volume') return { classPart: draft.title, indicator: '5' }
  if (system === 'nursing') return { classPart: nlmClass(draft), itemPart: `${cutterOf(draft)} ${String(draft.year)}`, indicator: '2' }
  if (system !== 'pslib') return { classPart: draft.lc || 'AC1', itemPart: `.${cutterOf(draft)} ${String(draft.year)}`, indicator: '0' }
  const accession = ACCESSION[draft.carrier]
  if (accession) return { prefix: accession, classPart: String(number % 9000), indicator: '4' }
  return publicCall(collection, draft)
}

const PREFIXES: Partial<Record<Draft['carrier'], string>> = {
  'large-print-book': 'LP',
  'spoken-disc': 'CD',
  'spoken-cassette': 'CASS',
  'preloaded-player': 'PLAYER',
  'music-disc': 'CD',
  'music-record': 'LP REC',
  'printed-score': 'SCORE',
  'score-and-parts': 'SCORE',
  'sheet-map': 'MAP',
}

function publicCall(collection: string, draft: Draft): Call {
  const prefix = collection === 'junior' ? 'J' : PREFIXES[draft.carrier]
  if (draft.fiction || draft.dewey === '') {
    const volume = draft.series?.volume ? ` v.${draft.series.volume}` : ''
    return {
      prefix: [prefix, prefix === 'LP' || prefix === 'J' || prefix === undefined ? 'FIC' : null].filter(Boolean).join(' '),
      classPart: markOf(draft) + volume,
      indicator: '7',
      source: 'author',
    }
  }
  return { prefix, classPart: draft.dewey, itemPart: markOf(draft), indicator: '1' }
}

const nlmClass = (draft: Draft): string => (/^[QW][A-Z]? \d/.test(draft.lc) ? draft.lc : 'WY 16')

/** A cutter that grows with the letters of the name, so that the shelf stays in the order of the names. */
function cutterOf(draft: Draft): string {
  const name = letters(draft.author?.filed ?? draft.title.slice(draft.nonFiling), 3).padEnd(3, 'A')
  const value = ((name.charCodeAt(1) - 65) * 26 + (name.charCodeAt(2) - 65)) / 676
  return name[0] + String(11 + Math.floor(value * 88))
}

const WHERE: Record<Draft['shelves'], readonly (readonly [string, number])[]> = {
  public: [
    ['northmole', 30],
    ['ferrygate', 17],
    ['lanternhill', 15],
    ['saltpan', 9],
    ['tarbeck', 8],
    ['wetherdale', 8],
    ['corrow', 7],
    ['heron', 6],
  ],
  university: [
    ['cope', 62],
    ['store', 26],
    ['northmole', 8],
    ['ketteridge', 4],
  ],
  science: [
    ['ketteridge', 66],
    ['store', 22],
    ['cope', 6],
    ['northmole', 6],
  ],
  law: [
    ['maritime', 74],
    ['store', 14],
    ['cope', 12],
  ],
  nursing: [
    ['college', 78],
    ['ketteridge', 14],
    ['northmole', 8],
  ],
  music: [
    ['musiclib', 66],
    ['northmole', 24],
    ['cope', 10],
  ],
  any: [
    ['northmole', 26],
    ['cope', 18],
    ['ferrygate', 12],
    ['lanternhill', 9],
    ['maritime', 8],
    ['store', 8],
    ['tarbeck', 6],
    ['wetherdale', 5],
    ['saltpan', 4],
    ['corrow', 4],
  ],
}

/** Wishes for the copies of a generated title: some branches, a few of them with two, as much as readers ask for it. */
export function wishesFor(chance: Chance, draft: Draft, moreBranches: readonly string[]): CopyWish[] {
  if (draft.carrier === 'journal-volume') return volumes(chance, draft)
  const count = Math.max(1, Math.round(draft.demand * (0.3 + chance.next() * 1.5)))
  const choices =
    moreBranches.length > 0 && (draft.shelves === 'public' || draft.shelves === 'any')
      ? [...WHERE[draft.shelves], ...moreBranches.map((code) => [code, 8] as const)]
      : WHERE[draft.shelves]
  return Array.from({ length: count }, () => ({ branch: chance.weighted(choices), ...stateOf(chance, draft) }))
}

function stateOf(chance: Chance, draft: Draft): Partial<CopyWish> {
  const status = chance.weighted<RecordedStatus>([
    ['on shelf', 976],
    ['being prepared', 6],
    ['on order', 5],
    ['at the binder', 3],
    ['missing', 10],
  ])
  if (status !== 'on shelf') return { status }
  if (draft.year < 1940 && chance.maybe(0.3)) return { use: 'here only' }
  return chance.maybe(draft.fiction ? 0.28 : 0.14) ? { dueIn: chance.maybe(0.12) ? -chance.whole(1, 30) : chance.whole(0, 27) } : {}
}

function volumes(chance: Chance, draft: Draft): CopyWish[] {
  const branch = chance.weighted([
    ['cope', 50],
    ['ketteridge', 35],
    ['store', 15],
  ] as const)
  const first = chance.whole(1, 5)
  const length = Math.max(2, Math.round(draft.demand))
  // What was lost in the post, or lent for good: seldom the first or the last, so that there are gaps to see.
  const lacks = (i: number) => i > 0 && i < length - 1 && (i * 31 + draft.year) % 9 === 0
  return Array.from({ length }, (_, i) => i).flatMap((i) =>
    lacks(i) ? [] : [{ branch, enumeration: `v.${String(first + i)} (${String(draft.year + first + i - 1)})` }],
  )
}

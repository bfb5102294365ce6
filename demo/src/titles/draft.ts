/** A title before it is written as MARC: what a cataloguer has in hand. */
import type { Carrier } from '@catalex/core/catalogue'
import type { PersonName, Publisher } from '../vocabulary/names.ts'

export interface Draft {
  carrier: Carrier
  title: string
  remainder: string | null
  /** Leading characters that filing skips. */
  nonFiling: number
  author: PersonName | null
  /** Others with what they did: translator, narrator, illustrator, composer. */
  others: { person: PersonName; role: string }[]
  edition: string | null
  publisher: Publisher
  year: number
  /** 300, as transcribed. */
  extent: string
  series: { title: string; volume: string } | null
  subjects: { heading: string; place: string | null }[]
  genres: string[]
  audience: 'children' | 'teenagers' | 'adults' | null
  fiction: boolean
  language: string
  originalLanguage: string | null
  uniformTitle: string | null
  contents: string[]
  summary: string | null
  notes: { tag: '254' | '255' | '500' | '504' | '508' | '511' | '538' | '546' | '586'; text: string }[]
  /** Who plays, and how many of each. */
  scoring: (readonly [player: string, count: number])[]
  isbn: boolean
  /** How title and author stand on the thing, where that is in another script. */
  inScript: { title: string; author: string } | null
  /** Where it is read online. */
  online: { url: string; label: string } | null
  /** Class numbers, empty where the thing has none. */
  dewey: string
  lc: string
  /** Which libraries buy it. */
  shelves: 'public' | 'university' | 'science' | 'law' | 'nursing' | 'music' | 'any'
  /** Mean number of copies. */
  demand: number
  /** Carrier facts only a note tells of: no 007 is written. */
  coyCarrier: boolean
}

const ARTICLES: Record<string, RegExp> = {
  eng: /^(the|an?) /i,
  fre: /^(les?|la|une?) |^l['’]/i,
  ger: /^(der|die|das|eine?) /i,
  spa: /^(el|la|los|las|una?) /i,
  ita: /^(il|lo|la|gli|una?) |^l['’]/i,
}

export function draft(given: Partial<Draft> & Pick<Draft, 'title' | 'publisher' | 'year'>): Draft {
  const language = given.language ?? 'eng'
  return {
    carrier: 'book',
    remainder: null,
    author: null,
    others: [],
    edition: null,
    extent: '240 pages ; 21 cm',
    series: null,
    subjects: [],
    genres: [],
    audience: 'adults',
    fiction: false,
    originalLanguage: null,
    uniformTitle: null,
    contents: [],
    summary: null,
    notes: [],
    scoring: [],
    isbn: true,
    inScript: null,
    online: null,
    dewey: '',
    lc: '',
    shelves: 'public',
    demand: 2,
    coyCarrier: false,
    ...given,
    language,
    nonFiling: given.nonFiling ?? ARTICLES[language]?.exec(given.title)?.[0].length ?? 0,
  }
}

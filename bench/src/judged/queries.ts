/** A judged set over the demo's world: what a reader would type, and the works that answer it. The same seed gives the same set. */
import type { SearchQuery } from '@catalex/contract/search'
import { fold, wordsOf, withoutArticle } from '@catalex/core/text'
import { Chance } from '@catalex/demo/vocabulary'
import type { Database } from '@catalex/server/database'
import type { BibRecord } from '@catalex/core/catalogue'

export interface Judged {
  kind: string
  asked: Partial<SearchQuery>
  /** Control numbers of records any of which answers it. */
  wanted: ReadonlySet<string>
  /** Follow the first spelling that is offered when nothing is found. */
  misspelt: boolean
}

interface Known {
  id: number
  record: BibRecord
}

const EACH = 20
/** The slot-written titles come first in the file; half of each kind is drawn from them. */
const STORIES = 65

export async function judgedQueries(database: Database): Promise<Judged[]> {
  const rows = await database.read<{ id: number; record: string }>('SELECT id, record FROM records ORDER BY id')
  const all = rows.map(({ id, record }): Known => ({ id, record: JSON.parse(record) as BibRecord }))
  const chance = new Chance('judged')
  const drawn = (fits: (known: Known) => boolean) => {
    const good = all.filter(fits)
    return [
      ...chance.some(
        good.filter(({ id }) => id <= STORIES),
        EACH / 2,
      ),
      ...chance.some(
        good.filter(({ id }) => id > STORIES),
        EACH / 2,
      ),
    ]
  }
  const whole = ({ record }: Known) => [record.title, record.remainder].filter(Boolean).join(' ')
  const sameTitle = (title: string) =>
    new Set(
      all.filter(({ record }) => wordsOf(record.title).join(' ') === wordsOf(title).join(' ')).map(({ record }) => record.controlNumber),
    )
  const byAuthor = (known: Known) =>
    known.record.people.some((person) => person.main && person.name.length > 6) && titleWord(known) !== null
  const author = (known: Known) => known.record.people.find((person) => person.main)?.name.split(',')[0] ?? ''
  const one = (kind: string, q: string, wanted: ReadonlySet<string>, more: Partial<SearchQuery> = {}, misspelt = false): Judged => ({
    kind,
    asked: { q, ...more },
    wanted,
    misspelt,
  })
  const subjects = [...new Set(drawn(({ record }) => record.subjects.length > 0).map(({ record }) => record.subjects[0]?.heading ?? ''))]
  return [
    ...drawn(() => true).map((known) => one('exact title', known.record.title, sameTitle(known.record.title))),
    ...drawn(({ record }) => record.remainder !== null).map((known) =>
      one('title and remainder', whole(known), sameTitle(known.record.title)),
    ),
    ...drawn(byAuthor).map((known) =>
      one('author and a word', `${author(known)} ${titleWord(known) ?? ''}`, sameTitle(known.record.title)),
    ),
    ...drawn(byAuthor).map((known) =>
      one('misspelt author', `${misspelt(chance, author(known))} ${titleWord(known) ?? ''}`, sameTitle(known.record.title), {}, true),
    ),
    ...subjects.map((heading) =>
      one(
        'subject',
        heading.replaceAll(' – ', ' '),
        new Set(all.filter(({ record }) => record.subjects.some((s) => s.heading === heading)).map(({ record }) => record.controlNumber)),
        { field: 'subject' },
      ),
    ),
    ...drawn(({ record }) => record.identifiers.some(({ kind }) => kind === 'isbn')).map((known) =>
      one('number', isbnAsPrinted(known), new Set([known.record.controlNumber])),
    ),
    ...drawn(({ record }) => fold(record.title) !== record.title.toLowerCase()).map((known) =>
      one('without diacritics', fold(known.record.title), sameTitle(known.record.title)),
    ),
    ...drawn(({ record }) => record.nonFiling > 0).map((known) =>
      one('without its article', withoutArticle(wordsOf(known.record.title)).join(' '), sameTitle(known.record.title)),
    ),
    ...typedOtherwise(all),
  ]
}

/** Sixty queries as people type them who don't know how a catalogue writes: two slips, words joined and split, formats, years, volumes. */
function typedOtherwise(all: readonly Known[]): Judged[] {
  const chance = new Chance('typed otherwise')
  const ten = (fits: (known: Known) => boolean) => chance.some(all.filter(fits), 10)
  const works = (fits: (record: BibRecord) => boolean) => new Set(all.flatMap(({ record }) => (fits(record) ? [record.controlNumber] : [])))
  const titled = ({ record: { title } }: Known) => works((record) => record.title === title)
  const family = ({ record }: Known) => record.people.find((person) => person.main && person.kind === 'person')?.name.split(',')[0] ?? ''
  const given = ({ record }: Known) => record.people.find((person) => person.main && person.kind === 'person')?.name.split(', ')[1] ?? ''
  const by = (known: Known) => works((record) => record.people.some((person) => person.main && person.name.startsWith(`${family(known)}, ${given(known)}`))) // prettier-ignore
  const one = (kind: string, q: string, wanted: ReadonlySet<string>): Judged => ({ kind, asked: { q }, wanted, misspelt: true })
  const named = (known: Known) => family(known).length > 5 && (titleWord(known)?.length ?? 0) > 5
  const words = (known: Known) => wordsOf(known.record.title)
  const longPair = (known: Known) => words(known).findIndex((word, i, list) => word.length > 3 && (list[i + 1]?.length ?? 0) > 3)
  const names = { dvd: 'dvd', 'large-print-book': 'large print', 'spoken-disc': 'audiobook', 'score-and-parts': 'score and parts', 'sheet-map': 'map', 'board-game': 'board game' } as const // prettier-ignore
  const nameOf = (known: Known): string | undefined => (names as Record<string, string>)[known.record.carrier]
  return [
    ...ten(named).map((known) =>
      one('two slips', `${misspelt(chance, family(known).toLowerCase())} ${misspelt(chance, titleWord(known) ?? '')}`, titled(known)),
    ),
    ...ten((known) => longPair(known) >= 0).map((known) => {
      const at = longPair(known)
      return one('words joined', words(known).map((word, i) => (i === 0 || i === at + 1 ? word : ` ${word}`)).join(''), titled(known)) // prettier-ignore
    }),
    ...ten((known) => (titleWord(known)?.length ?? 0) > 8).map((known) => {
      const long = titleWord(known) ?? ''
      const half = Math.ceil(long.length / 2)
      return one(
        'a word split',
        words(known)
          .join(' ')
          .replace(long, `${long.slice(0, half)} ${long.slice(half)}`),
        titled(known),
      )
    }),
    ...ten((known) => nameOf(known) !== undefined && family(known) !== '' && titleWord(known) !== null).map((known) =>
      one('with its format', `${titleWord(known) ?? ''} ${family(known)} ${nameOf(known) ?? ''}`, titled(known)),
    ),
    ...ten((known) => family(known).length > 3 && given(known) !== '' && known.record.year !== null).map((known) =>
      one('name and year', `${given(known)} ${family(known)} ${String(known.record.year)}`, by(known)),
    ),
    ...ten(({ record }) => /^\d+$/.test(record.series[0]?.volume ?? '')).map((known) => {
      const [{ title, volume }] = known.record.series as [{ title: string; volume: string }]
      const wanted = works((record) => record.series.some((entry) => entry.title === title && entry.volume === volume))
      return one('a volume of a series', `${title} ${chance.pick(['volume', 'vol.', 'book'])} ${volume}`, wanted)
    }),
  ]
}

/** The longest word of the title. */
function titleWord({ record }: Known): string | null {
  const [longest] = wordsOf(record.title)
    .filter((word) => word.length > 3)
    .sort((a, b) => b.length - a.length)
  return longest ?? null
}

/** A letter left out, doubled or changed with its neighbour, but never the first. */
function misspelt(chance: Chance, name: string): string {
  const at = chance.whole(1, name.length - 2)
  return chance.pick([
    name.slice(0, at) + name.slice(at + 1),
    name.slice(0, at) + name[at] + name.slice(at),
    name.slice(0, at) + name[at + 1] + name[at] + name.slice(at + 2),
  ])
}

function isbnAsPrinted({ record }: Known): string {
  const { value } = record.identifiers.find(({ kind }) => kind === 'isbn') ?? { value: '' }
  return `${value.slice(0, 3)}-${value.slice(3, 4)}-${value.slice(4, 7)}-${value.slice(7, 12)}-${value.slice(12)}`
}

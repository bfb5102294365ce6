/** What readers ask, in the shares in which they ask it, drawn from the catalogue at hand by a fixed seed. */
import type { SearchQuery } from '@catalex/contract/search'
import type { BibRecord } from '@catalex/core/catalogue'
import { wordsOf } from '@catalex/core/text'
import { Chance } from '@catalex/demo/vocabulary'
import type { Database } from '@catalex/server/database'

const QUERIES = 3000
/** In hundredths. */
const SHARES = [
  ['known title', 45],
  ['person', 20],
  ['two subject words', 20],
  ['one broad word', 5],
  ['narrowed', 10],
] as const
const NARROWED: Partial<SearchQuery>[] = [
  { format: ['print'], copies: ['inNow'] },
  { place: ['pslib'] },
  { by: 'week' },
  { language: ['eng'], sort: 'in-hand' },
]
const DRAWN = 4000

/** @param broad words that stand in very many titles */
export async function mixOf(database: Database, broad: readonly string[]): Promise<Partial<SearchQuery>[]> {
  const chance = new Chance('mix')
  const records = await someRecords(database)
  const asked = {
    'known title': () => ({ q: wordsOf(chance.pick(records).title).slice(0, 6).join(' ') }),
    person: () => ({ q: spoken(chance.pick(records.filter(({ people }) => people.length > 0)).people[0]?.name ?? '') }),
    'two subject words': () => ({ q: chance.some(subjectWords(chance.pick(records)), 2).join(' ') }),
    'one broad word': () => ({ q: chance.pick(broad) }),
    narrowed: () => ({ q: chance.some(subjectWords(chance.pick(records)), 1).join(' '), ...chance.pick(NARROWED) }),
  }
  return Array.from({ length: QUERIES }, () => asked[chance.weighted(SHARES)]()).filter(({ q }) => q !== '')
}

/** Every so many-eth of all. */
async function someRecords(database: Database): Promise<BibRecord[]> {
  const rows = await database.read<{ record: string }>(
    'SELECT record FROM records WHERE id % max(1, (SELECT count(*) FROM records) / $drawn) = 0',
    { drawn: DRAWN },
  )
  return rows.map(({ record }) => JSON.parse(record) as BibRecord)
}

const spoken = (heading: string): string => {
  const [last = '', first = ''] = heading.split(', ')
  return `${first} ${last}`.trim()
}

const subjectWords = ({ subjects }: BibRecord): string[] =>
  [...new Set(subjects.flatMap(({ heading }) => wordsOf(heading)))].filter((word) => word.length > 3)

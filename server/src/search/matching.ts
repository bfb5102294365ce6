/** Titles that somebody brings along from elsewhere, found in the catalogue: candidates by number and by title, of which core chooses. */
import type { FindTitles } from '@catalex/contract/lists'
import { matchOf, type Standing } from '@catalex/core/lists'
import { identifiersIn, NO_SCOPE, parseQuery } from '@catalex/core/query'
import { search, UNNARROWED, type Segments, type StillWanted } from '@catalex/core/search'
import { wordsOf } from '@catalex/core/text'
import { recordsById, recordsByNumber } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'

type Sought = FindTitles['sought'][number]

/** Titles with the same words that are looked at. */
const MOST_CANDIDATES = 40
/** Words of a title that are looked up; those that follow rarely tell titles apart. */
const MOST_WORDS = 8

export async function matchesOf(
  source: Queryable,
  segments: Segments,
  sought: readonly Sought[],
  wanted: StillWanted,
): Promise<(string | null)[]> {
  const matches: (string | null)[] = []
  for (const one of sought) {
    const isbns = one.isbns.flatMap((text) => identifiersIn(text).filter(({ kind }) => kind === 'isbn'))
    const numbered = (await Promise.all(isbns.map(({ kind, value }) => recordsByNumber(source, kind, value)))).flat()
    matches.push(matchOf(one, await standing(source, numbered.length > 0 ? numbered : titled(segments, one, wanted))))
  }
  return matches
}

/** Records with the words of the title, those before a subtitle. */
function titled(segments: Segments, { title }: Sought, wanted: StillWanted): number[] {
  const words = wordsOf(title.split(/[:;/=]/, 1)[0] ?? '').slice(0, MOST_WORDS)
  if (words.length === 0) return []
  const { rows } = search(
    segments,
    {
      query: parseQuery(words.join(' ')).node,
      field: 'title',
      narrowing: { ...UNNARROWED, scope: { ...NO_SCOPE, online: true }, sends: null },
      sort: 'relevance',
      from: 0,
      size: MOST_CANDIDATES,
    },
    wanted,
  )
  return rows.map(({ recordId }) => recordId)
}

async function standing(source: Queryable, recordIds: readonly number[]): Promise<Standing[]> {
  const records = await recordsById(source, recordIds)
  return recordIds.flatMap((id) => {
    const found = records.get(id)
    if (!found) return []
    const { title, remainder, people, identifiers } = found.record
    return [
      {
        controlNumber: found.controlNumber,
        isbns: identifiers.flatMap(({ kind, value }) => (kind === 'isbn' ? [value] : [])),
        title: remainder === null ? title : `${title}: ${remainder}`,
        who: people.map(({ name }) => name),
      },
    ]
  })
}

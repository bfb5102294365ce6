/** Other names of headings, and headings that belong beside them. */
import type { Authority, AuthorizedKind } from '@catalex/core/catalogue'
import type { OtherNames } from '@catalex/core/search'
import { wordsOf } from '@catalex/core/text'
import type { Queryable, Write } from '../database/index.ts'

/** "See": the label is no heading, the target is. "See also": both are. */
export interface HeadingReference {
  label: string
  target: string
  type: 'see' | 'see also'
}

/**
 * What these records said before is replaced.
 * @param whole whether they are all there are, so that what others said is taken away
 */
export async function storeAuthorities(write: Write, authorities: readonly Authority[], whole = false): Promise<void> {
  const rows = authorities.flatMap(({ controlNumber, kind, heading, otherNames, related }) => [
    ...otherNames.map((label) => [controlNumber, kind, label, keyOf(label), heading, 'see']),
    ...related.map((target) => [controlNumber, kind, heading, keyOf(heading), target, 'see also']),
  ])
  // Rows that stay are not touched, so that nothing follows from them.
  await write.run('DROP TABLE IF EXISTS temp.newReferences')
  await write.run(
    `CREATE TEMP TABLE newReferences AS SELECT value ->> 0 AS controlNumber, value ->> 1 AS kind, value ->> 2 AS label, value ->> 3 AS key, value ->> 4 AS target, value ->> 5 AS type FROM json_each($rows)`,
    { rows: JSON.stringify(rows) },
  )
  await write.run('CREATE INDEX temp.newReferencesByKey ON newReferences(kind, key, type, target, controlNumber)')
  await write.run(
    `DELETE FROM headingReferences AS old WHERE ${whole ? 'true' : 'controlNumber IN (SELECT value FROM json_each($numbers))'}
       AND NOT EXISTS (SELECT 1 FROM newReferences AS new WHERE new.kind = old.kind AND new.key = old.key AND new.type = old.type
         AND new.target = old.target AND new.controlNumber = old.controlNumber AND new.label = old.label)`,
    whole ? {} : { numbers: JSON.stringify(authorities.map(({ controlNumber }) => controlNumber)) },
  )
  await write.run(
    `INSERT OR IGNORE INTO headingReferences (controlNumber, kind, label, key, target, type)
     SELECT controlNumber, kind, label, key, target, type FROM newReferences`,
  )
  await write.run('DROP TABLE temp.newReferences')
}

/** Headings whose other names have changed, by their numbers in the log. */
export function changedHeadings(source: Queryable, numbers: readonly number[]): Promise<{ kind: AuthorizedKind; heading: string }[]> {
  return source.read<{ kind: AuthorizedKind; heading: string }>(
    'SELECT kind, heading FROM changedHeadings WHERE id IN (SELECT value FROM json_each($numbers))',
    { numbers: JSON.stringify(numbers) },
  )
}

/** References from names that stand from one key up to another; null for no end. */
export function referencesBetween(source: Queryable, kind: string, from: string, to: string | null): Promise<HeadingReference[]> {
  return source.read<HeadingReference>(
    'SELECT label, target, type FROM headingReferences WHERE kind = $kind AND key >= $from AND key < $to ORDER BY key, target',
    { kind, from, to: to ?? '\u{10ffff}' },
  )
}

/** All other names, by the headings that they stand for. */
export async function otherNamesOf(source: Queryable, headings: readonly string[] | null = null): Promise<OtherNames> {
  const rows = await source.read<{ kind: AuthorizedKind; label: string; target: string }>(
    `SELECT kind, label, target FROM headingReferences WHERE type = 'see'${headings ? ' AND target IN (SELECT value FROM json_each($headings))' : ''}`,
    headings ? { headings: JSON.stringify(headings) } : {},
  )
  const names = new Map<string, string[]>()
  for (const { kind, label, target } of rows) {
    const key = `${kind} ${target}`
    names.set(key, [...(names.get(key) ?? []), label])
  }
  return (kind, heading) => names.get(`${kind} ${heading}`) ?? []
}

export const keyOf = (label: string): string => wordsOf(label).join(' ')

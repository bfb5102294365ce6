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
  if (whole) await write.run('DELETE FROM headingReferences')
  else
    await write.run('DELETE FROM headingReferences WHERE controlNumber IN (SELECT value FROM json_each($numbers))', {
      numbers: JSON.stringify(authorities.map(({ controlNumber }) => controlNumber)),
    })
  await write.run(
    `INSERT INTO headingReferences (controlNumber, kind, label, key, target, type)
     SELECT value ->> 0, value ->> 1, value ->> 2, value ->> 3, value ->> 4, value ->> 5 FROM json_each($rows)`,
    { rows: JSON.stringify(rows) },
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

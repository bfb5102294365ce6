/** The builder's rows as a CQL query and back: one language for the box, the builder and machines. */
import { wordsOf } from '../text/index.ts'
import type { QueryNode } from './node.ts'
import { parseQuery } from './parse.ts'

export const BUILDER_FIELDS = ['anywhere', 'title', 'name', 'subject', 'series', 'contents', 'note', 'publisher'] as const
export const BUILDER_MATCHES = ['all', 'any', 'phrase', 'begins', 'whole'] as const
export const BUILDER_JOINS = ['and', 'or', 'not'] as const

export interface BuilderRow {
  /** How it goes with the rows before; of no account in the first. */
  join: (typeof BUILDER_JOINS)[number]
  field: (typeof BUILDER_FIELDS)[number]
  match: (typeof BUILDER_MATCHES)[number]
  words: string
}

/** Matches that a field knows: only titles have a beginning and an end. */
export const matchesFor = (field: BuilderRow['field']): readonly BuilderRow['match'][] =>
  field === 'title' ? BUILDER_MATCHES : ['all', 'any', 'phrase']

const RELATION: Record<BuilderRow['match'], string> = { all: 'all', any: 'any', phrase: 'adj', begins: '=', whole: '==' }

/** Rows without words are left out; nothing is left of none. */
export function cqlFrom(rows: readonly BuilderRow[]): string {
  const filled = rows.filter((row) => wordsOf(row.words).length > 0)
  return filled
    .map(
      (row, i) =>
        `${i === 0 ? '' : ` ${row.join} `}${row.field} ${RELATION[row.match]} "${row.match === 'begins' ? '^' : ''}${row.words.replace(/["\\]/g, ' ').trim()}"`,
    )
    .join('')
}

/** @returns the rows that write this query, null for one that the builder did not write */
export function rowsFrom(query: string): BuilderRow[] | null {
  const rows: BuilderRow[] = []
  const clause = /\s*(?:(and|or|not)\s+)?(\w+) (all|any|adj|==|=) "(\^?)([^"]*)"/y
  while (clause.lastIndex < query.length) {
    const match = clause.exec(query)
    if (!match) return null
    const [, join = 'and', name, relation, begins, words = ''] = match
    const field = BUILDER_FIELDS.find((known) => known === name)
    const kind = begins === '^' ? 'begins' : BUILDER_MATCHES.find((known) => known !== 'begins' && RELATION[known] === relation)
    if (!field || !kind || (rows.length === 0) !== (match[1] === undefined)) return null
    rows.push({ join: join as BuilderRow['join'], field, match: kind, words })
  }
  return rows.length > 0 ? rows : null
}

/**
 * Rows that find what the words typed into the box find: as the builder wrote them, else the words together in one row and
 * a row for each phrase and each exclusion. What no rows can say (brackets, a beginning of a word) stays as words.
 */
export function rowsFromQuery(query: string): BuilderRow[] {
  const written = rowsFrom(query)
  if (written) return written
  const node = parseQuery(query).node
  const parts = node.kind === 'and' ? node.nodes : [node]
  const words = parts.flatMap((part) => (part.kind === 'word' ? [part.word] : []))
  const others = parts.filter((part) => part.kind !== 'word').map(rowFor)
  if (node.kind === 'everything' || others.includes(null)) return node.kind === 'everything' ? [] : [{ ...PLAIN, words: query }]
  const rows = [...(words.length > 0 ? [{ ...PLAIN, words: words.join(' ') }] : []), ...others.filter((row) => row !== null)]
  // A first row that excludes excludes from nothing: what there is at all comes before it.
  return rows.at(0)?.join === 'not' ? [{ ...PLAIN, words: query }] : rows
}

const PLAIN: BuilderRow = { join: 'and', field: 'anywhere', match: 'all', words: '' }

/** @returns null for what a row can't say */
function rowFor(node: QueryNode): BuilderRow | null {
  if (node.kind === 'phrase') return { ...PLAIN, match: 'phrase', words: node.words.join(' ') }
  if (node.kind === 'or' && node.nodes.every((inner) => inner.kind === 'word'))
    return { ...PLAIN, match: 'any', words: node.nodes.map((inner) => inner.word).join(' ') }
  const row = node.kind === 'not' ? (node.node.kind === 'word' ? { ...PLAIN, words: node.node.word } : rowFor(node.node)) : null
  return row && row.join === 'and' ? { ...row, join: 'not' } : null
}

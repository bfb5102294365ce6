/** How a query is read: a number that the catalogue has, a title from its start, CQL, or words. */
import type { SearchAnswer } from '@catalex/contract/search'
import { isClassNumber } from '@catalex/core/callnumber'
import {
  fitting,
  identifiersIn,
  isCql,
  misprintIn,
  parseCql,
  parseQuery,
  withinLimits,
  type Question,
  type QueryNode,
  type ReadbackKind,
} from '@catalex/core/query'
import type { SearchQuestion } from '@catalex/core/search'
import { withoutArticle, wordsOf } from '@catalex/core/text'
import { recordIdOf, recordsByCallNumber, recordsByNumber } from '../../catalogue/index.ts'
import type { Queryable } from '../../database/index.ts'

export interface ReadQuery {
  /** What was read as words; null for anything else. */
  text: string | null
  node: QueryNode
  field: SearchQuestion['field']
  readback: SearchAnswer['readback']
}

/** @throws CqlError, QueryTooLarge */
export async function readQuery(database: Queryable, asked: Pick<Question, 'q' | 'field'>): Promise<ReadQuery> {
  const { field } = asked
  const q = fitting(asked.q)
  if (field === 'anywhere' || field === 'number') {
    const number = await numberIn(database, q, field === 'number')
    if (number) return number
  }
  if (field === 'call-number' && q.trim() !== '')
    return whole(
      { kind: 'records', recordIds: await recordsByCallNumber(database, q.trim().slice(0, LONGEST_CALL_NUMBER), 'itself') },
      'callnumber',
      q,
    )
  if (field === 'number' || field === 'call-number')
    return whole(q.trim() === '' ? { kind: 'everything' } : { kind: 'records', recordIds: [] })
  if (field === 'title-begins' || field === 'title-whole') {
    const words = [...withoutArticle(wordsOf(q))]
    if (words.length === 0) return whole({ kind: 'everything' })
    return whole(withinLimits({ kind: field === 'title-whole' ? 'whole title' : 'title begins', words }), 'phrase', q)
  }
  if (field === 'anywhere' && isCql(q)) return whole(await withRecords(database, parseCql(q)), 'cql', q)
  return { text: q, node: parseQuery(q).node, field, readback: readbackOf(q) }
}

/** How words are read, part by part. */
export const readbackOf = (q: string): SearchAnswer['readback'] =>
  parseQuery(q).parts.map(({ kind, text, start, end }) => ({
    kind,
    text,
    without: `${q.slice(0, start)} ${q.slice(end)}`.replace(/\s+/g, ' ').trim(),
  }))

/** A query of one piece. */
function whole(node: QueryNode, kind?: ReadbackKind, text = ''): ReadQuery {
  return { text: null, node, field: 'anywhere', readback: kind === undefined ? [] : [{ kind, text: text.trim(), without: '' }] }
}

/**
 * Numbers are looked up exactly, whatever else the text could mean. One that can only be an ISBN or ISSN stays one where the
 * catalogue does not have it, or where it can't be right; others are words then.
 */
async function numberIn(database: Queryable, q: string, numbersOnly: boolean): Promise<ReadQuery | null> {
  const identifiers = identifiersIn(q)
  for (const { kind, value } of identifiers) {
    const recordIds = await recordsByNumber(database, kind, value)
    if (recordIds.length > 0) return whole({ kind: 'records', recordIds }, kind, q)
  }
  const misprint = misprintIn(q)
  const standard = identifiers.find(({ kind }) => kind === 'isbn' || kind === 'issn')
  if (misprint) return whole({ kind: 'records', recordIds: [] }, `${misprint}-misprint`, q)
  if (standard) return whole({ kind: 'records', recordIds: [] }, standard.kind, q)
  const text = q.trim().replace(/\s+/g, ' ')
  if (text.length < 3 || text.length > LONGEST_CALL_NUMBER || !/\d/.test(text)) return null
  const recordIds = await recordsByCallNumber(database, text, numbersOnly || isClassNumber(text) ? 'beginning' : 'with volumes')
  return recordIds.length > 0 ? whole({ kind: 'records', recordIds }, 'callnumber', q) : null
}

/** No label has more. */
const LONGEST_CALL_NUMBER = 100

async function recordsNumbered(database: Queryable, { number, value }: Extract<QueryNode, { kind: 'number' }>): Promise<number[]> {
  if (number === 'callnumber') return recordsByCallNumber(database, value.slice(0, LONGEST_CALL_NUMBER), 'beginning')
  if (number !== 'record') return recordsByNumber(database, number, value)
  const id = await recordIdOf(database, value)
  return id === null ? [] : [id]
}

/** Puts the records in place of the numbers that stand in the query. */
export async function withRecords(database: Queryable, node: QueryNode): Promise<QueryNode> {
  if (node.kind === 'and' || node.kind === 'or')
    return { ...node, nodes: await Promise.all(node.nodes.map((inner) => withRecords(database, inner))) }
  if (node.kind === 'not' || node.kind === 'within') return { ...node, node: await withRecords(database, node.node) }
  if (node.kind !== 'number') return node
  return { kind: 'records', recordIds: await recordsNumbered(database, node) }
}

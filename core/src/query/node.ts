/** A query as it was read: what has to stand in a record, and how that is joined. */
import { DEEPEST, MOST_TERMS, QueryTooLarge } from './limits.ts'
import type { ListedFacet, SearchField } from './vocabulary.ts'

export type QueryNode =
  | { kind: 'everything' }
  | { kind: 'word'; word: string }
  | { kind: 'prefix'; prefix: string }
  | { kind: 'phrase'; words: string[] }
  | { kind: 'and' | 'or'; nodes: QueryNode[] }
  | { kind: 'not'; node: QueryNode }
  /** What stands inside, in one field only. */
  | { kind: 'within'; field: SearchField; node: QueryNode }
  /** Years of publication, both included. */
  | { kind: 'years'; from: number; to: number }
  /** Records with a value of a facet: a language, a format, a person. */
  | { kind: 'value'; facet: ListedFacet | 'format'; value: string }
  /** A number that stands on the thing; whoever has the numbers puts its records here. */
  | { kind: 'number'; number: 'isbn' | 'issn' | 'barcode' | 'callnumber' | 'number' | 'record'; value: string }
  /** A whole title, without its leading article. */
  | { kind: 'whole title'; words: string[] }
  /** Words with which a title begins; the last may be unfinished. */
  | { kind: 'title begins'; words: string[] }
  /** Records found elsewhere, by a number that stands on the thing. */
  | { kind: 'records'; recordIds: number[] }

/** Joins what is there: chains of one operator lie flat, and what is said twice counts once. Null for nothing. */
export function joined(kind: 'and' | 'or', nodes: readonly (QueryNode | null)[]): QueryNode | null {
  const flat = nodes.flatMap((node) => (node === null ? [] : node.kind === kind ? node.nodes : [node]))
  const once = new Map(flat.map((node) => [JSON.stringify(node), node]))
  const rest = [...once.values()]
  return rest.length < 2 ? (rest[0] ?? null) : { kind, nodes: rest }
}

/** Every node of the query, itself and those inside it. */
export function nodesIn(node: QueryNode): QueryNode[] {
  const all = [node]
  // Grows while it is walked through.
  for (const one of all) {
    if (one.kind === 'and' || one.kind === 'or') all.push(...one.nodes)
    else if (one.kind === 'not' || one.kind === 'within') all.push(one.node)
  }
  return all
}

/** @throws QueryTooLarge with more terms than MOST_TERMS */
export function withinLimits(node: QueryNode): QueryNode {
  const terms = nodesIn(node).reduce((sum, one) => sum + termsOf(one), 0)
  if (terms > MOST_TERMS) throw new QueryTooLarge('terms', MOST_TERMS)
  return node
}

function termsOf(node: QueryNode): number {
  if ('words' in node) return node.words.length
  return 'node' in node || 'nodes' in node ? 0 : 1
}

/** How deep brackets lie in one another while a query is read. */
export class Depth {
  private depth = 0

  /** @throws QueryTooLarge deeper than DEEPEST */
  inside<T>(read: () => T): T {
    if (this.depth === DEEPEST) throw new QueryTooLarge('depth', DEEPEST)
    this.depth += 1
    const inner = read()
    this.depth -= 1
    return inner
  }
}

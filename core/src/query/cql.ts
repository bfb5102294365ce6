/**
 * CQL, the Contextual Query Language (OASIS searchRetrieve, part 5), in the same box: index, relation and term, joined by
 * and, or, not, with brackets. What it can't read it says, with the place in the text.
 */
import { withoutArticle, wordsOf } from '../text/index.ts'
import { isbn13, issn, numberKey } from '../catalogue/index.ts'
import type { SearchField } from './vocabulary.ts'
import { Depth, joined, withinLimits, type QueryNode } from './node.ts'

export const CQL_FAULTS = [
  'unclosed-quote',
  'unexpected',
  'prox',
  'bracket-expected',
  'unknown-index',
  'term-expected',
  'ends-early',
  'bad-number',
  'no-word',
  'relation-for-dates',
  'no-year',
  'relation-for-words',
] as const

/** What can't be read in a query: a code with what it speaks of, and the place in the text, from 0. */
export interface CqlFault {
  code: (typeof CQL_FAULTS)[number]
  at: number
  /** The piece of the query, or the name of what is missing, that the sentence names. */
  what: string
}

export class CqlError extends Error {
  constructor(readonly fault: CqlFault) {
    super(fault.code)
    this.name = 'CqlError'
  }
}

const fail = (code: CqlFault['code'], at: number, what = ''): never => {
  throw new CqlError({ code, at, what })
}

const FIELDS: Record<string, SearchField | null> = {
  anywhere: null,
  'cql.anywhere': null,
  'cql.serverchoice': null,
  title: 'title',
  name: 'person',
  person: 'person',
  creator: 'person',
  subject: 'subject',
  series: 'series',
  note: 'notes',
  notes: 'notes',
  publisher: 'publisher',
  contents: 'contents',
  summary: 'summary',
}
const SPECIAL = ['isbn', 'issn', 'callnumber', 'barcode', 'date', 'year', 'language', 'format'] as const
const RELATIONS = ['==', '=', '<>', '<=', '>=', '<', '>', 'any', 'all', 'adj', 'within', 'exact'] as const
type Relation = (typeof RELATIONS)[number]

const indexName = (text: string): string => text.toLowerCase().replace(/^(dc|bib|rec)\./, '')
const isIndex = (text: string): boolean =>
  Object.hasOwn(FIELDS, indexName(text)) || (SPECIAL as readonly string[]).includes(indexName(text))
const isRelation = (text: string): text is Relation => (RELATIONS as readonly string[]).includes(text.toLowerCase())

/** Whether the text is meant as CQL: it begins, perhaps behind brackets, with an index that is known and a relation. */
export function isCql(text: string): boolean {
  const match = /^[\s(]*([\w.]+)\s*(==|<>|<=|>=|[=<>]|(?:any|all|adj|within|exact)\s)/i.exec(text)
  return match !== null && isIndex(match[1] ?? '')
}

interface Token {
  text: string
  quoted: boolean
  at: number
}

/** @throws CqlError, QueryTooLarge */
export function parseCql(text: string): QueryNode {
  return withinLimits(new CqlParser(tokensOf(text), text.length).all())
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = []
  const sign = /\s*(?:"((?:[^"\\]|\\.)*)"|(==|<>|<=|>=|[=<>()])|([^\s()=<>"]+)|("))/gy
  for (let match = sign.exec(text); match && match[0] !== ''; match = sign.exec(text)) {
    const at = match.index + match[0].length - match[0].trimStart().length
    if (match[4] !== undefined) fail('unclosed-quote', at)
    tokens.push(
      match[1] === undefined
        ? { text: match[2] ?? match[3] ?? '', quoted: false, at }
        : { text: match[1].replace(/\\(.)/g, '$1'), quoted: true, at },
    )
  }
  return tokens
}

class CqlParser {
  private next = 0
  private readonly depth = new Depth()

  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
  ) {}

  all(): QueryNode {
    const node = this.clauses()
    const rest = this.tokens.at(this.next)
    if (this.next < this.tokens.length && rest) fail('unexpected', rest.at, rest.text)
    return node
  }

  /** Booleans are of one rank and bind from the left. */
  private clauses(): QueryNode {
    let left = this.clause()
    for (;;) {
      const token = this.peek()
      const word = token && !token.quoted ? token.text.toLowerCase() : ''
      if (word !== 'and' && word !== 'or' && word !== 'not') {
        if (word === 'prox') fail('prox', token?.at ?? this.end)
        return left
      }
      this.next += 1
      const right = this.clause()
      const added: QueryNode = word === 'not' ? { kind: 'not', node: right } : right
      left = joined(word === 'or' ? 'or' : 'and', [left, added]) ?? left
    }
  }

  private clause(): QueryNode {
    const token = this.take()
    if (!token.quoted && token.text === '(') {
      const inner = this.depth.inside(() => this.clauses())
      const close = this.take()
      if (close.text !== ')') fail('bracket-expected', close.at)
      return inner
    }
    const relation = this.peek()
    if (relation && !relation.quoted && isRelation(relation.text)) {
      if (!isIndex(token.text)) fail('unknown-index', token.at, token.text)
      this.next += 1
      return nodeFor(indexName(token.text), relation.text.toLowerCase() as Relation, this.take(), relation.at)
    }
    if (!token.quoted && /^[()=<>]+$/.test(token.text)) fail('term-expected', token.at, token.text)
    return wordsNode(null, '=', token)
  }

  private peek(): Token | undefined {
    return this.tokens.at(this.next === this.tokens.length ? this.tokens.length : this.next)
  }

  private take(): Token {
    const token = this.peek()
    if (!token) return fail('ends-early', this.end)
    this.next += 1
    return token
  }
}

function nodeFor(index: string, relation: Relation, term: Token, at: number): QueryNode {
  if (index === 'date' || index === 'year') return yearsNode(relation, term, at)
  if (index === 'language' || index === 'format') return { kind: 'value', facet: index, value: term.text.toLowerCase() }
  if (index === 'isbn' || index === 'issn') {
    const value = index === 'isbn' ? isbn13(term.text) : issn(term.text)
    if (value === null) return fail('bad-number', term.at, term.text)
    return { kind: 'number', number: index, value }
  }
  if (index === 'callnumber') return { kind: 'number', number: index, value: term.text }
  if (index === 'barcode') return { kind: 'number', number: index, value: numberKey(term.text) }
  return wordsNode(FIELDS[index] ?? null, relation, term)
}

function wordsNode(field: SearchField | null, relation: Relation, term: Token): QueryNode {
  const inField = (node: QueryNode): QueryNode => (field === null ? node : { kind: 'within', field, node })
  const words = wordsOf(term.text)
  if (words.length === 0) fail('no-word', term.at)
  if (['<', '>', '<=', '>=', '<>', 'within'].includes(relation)) fail('relation-for-dates', term.at, relation)
  if (field === 'title' && (relation === '==' || relation === 'exact')) return { kind: 'whole title', words: [...withoutArticle(words)] }
  if (field === 'title' && term.text.startsWith('^')) return { kind: 'title begins', words: [...withoutArticle(words)] }
  const leaf = (word: string): QueryNode =>
    term.text.endsWith('*') && word === words.at(-1) ? { kind: 'prefix', prefix: word } : { kind: 'word', word }
  const [only = ''] = words
  if (words.length === 1) return inField(leaf(only))
  // "=" with several words keeps them together, as most servers read it.
  if (relation === 'any' || relation === 'all') return inField(joined(relation === 'any' ? 'or' : 'and', words.map(leaf)) ?? leaf(only))
  return inField({ kind: 'phrase', words })
}

function yearsNode(relation: Relation, term: Token, at: number): QueryNode {
  const years = term.text.match(/\d{4}/g)?.map(Number) ?? []
  const [first, last = first] = years
  if (first === undefined || last === undefined) return fail('no-year', term.at, term.text)
  const spans: Partial<Record<Relation, [number, number]>> = {
    '=': [first, last],
    '==': [first, last],
    within: [first, last],
    '<': [1, first - 1],
    '<=': [1, first],
    '>': [first + 1, 9999],
    '>=': [first, 9999],
  }
  const span = spans[relation]
  if (!span) return fail('relation-for-words', at, relation)
  return { kind: 'years', from: span[0], to: span[1] }
}

/**
 * CQL, the Contextual Query Language (OASIS searchRetrieve, part 5), in the same box: index, relation and term, joined by
 * and, or, not, with brackets. What it can't read it says, with the place in the text.
 */
import { withoutArticle, wordsOf } from '../text/index.ts'
import { isbn13, issn, numberKey } from '../catalogue/index.ts'
import { cqlIndexOf, CQL_SETS, SET_IDENTIFIERS, type CqlIndex, type CqlSet } from './cqlIndexes.ts'
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
  'unknown-set',
  'unknown-modifier',
  'unknown-sort',
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

const RELATIONS = ['==', '=', '<>', '<=', '>=', '<', '>', 'any', 'all', 'adj', 'within', 'exact', 'scr'] as const
type Relation = (typeof RELATIONS)[number]

const isRelation = (text: string): text is Relation => (RELATIONS as readonly string[]).includes(withoutCqlPrefix(text))
/** "cql.any" is "any". */
const withoutCqlPrefix = (text: string): string => text.toLowerCase().replace(/^cql\./, '')

/** Modifiers that say what is done anyway. */
const MODIFIERS = new Set(['stem', 'relevant', 'ignorecase', 'ignoreaccents', 'word', 'string', 'masked', 'isodate', 'number'])

/** Whether the text is meant as CQL: it begins, perhaps behind brackets, with an index that is known and a relation. */
export function isCql(text: string): boolean {
  const match = /^[\s(]*([\w.]+)\s*(==|<>|<=|>=|[=<>]|(?:any|all|adj|within|exact)\s)/i.exec(text)
  return match !== null && typeof cqlIndexOf(match[1] ?? '') === 'object'
}

export const CQL_SORTS = ['title', 'person', 'date', 'added'] as const
export interface CqlSort {
  by: (typeof CQL_SORTS)[number]
  descending: boolean
}

/** What one may sort by, by the indexes that name it. */
const SORTED: readonly [CqlSort['by'], (index: CqlIndex) => boolean][] = [
  ['title', (index) => index.kind === 'words' && index.field === 'title'],
  ['person', (index) => index.kind === 'words' && index.field === 'person'],
  ['date', (index) => index.kind === 'years'],
  ['added', (index) => index.kind === 'record'],
]

interface Token {
  text: string
  quoted: boolean
  at: number
}

/** @throws CqlError, QueryTooLarge */
export const parseCql = (text: string): QueryNode => readCql(text).node

/**
 * A whole query: prefixes that it binds, what it asks, and in which order.
 * @throws CqlError, QueryTooLarge
 */
export function readCql(text: string): { node: QueryNode; sort: CqlSort[] } {
  const { node, sort } = new CqlParser(tokensOf(text), text.length).all()
  return { node: withinLimits(node), sort }
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = []
  const sign = /\s*(?:"((?:[^"\\]|\\.)*)"|(==|<>|<=|>=|[=<>()/])|([^\s()=<>"/]+)|("))/gy
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
  private readonly bound = new Map<string, CqlSet>()

  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
  ) {}

  all(): { node: QueryNode; sort: CqlSort[] } {
    while (this.isSign('>')) this.bind()
    const node = this.clauses()
    const sort = this.isWord('sortby') ? this.sorting() : []
    const rest = this.tokens.at(this.next)
    if (this.next < this.tokens.length && rest) fail('unexpected', rest.at, rest.text)
    return { node, sort }
  }

  /** `> dc = "info:srw/cql-context-set/1/dc-v1.1"`, or without a name for the set that is meant where none is named. */
  private bind(): void {
    this.next += 1
    const first = this.take()
    const named = this.isSign('=')
    if (named) this.next += 1
    const identifier = named ? this.take() : first
    const set = CQL_SETS.find((one) => SET_IDENTIFIERS[one].some((form) => form.test(identifier.text)))
    if (set === undefined) return fail('unknown-set', identifier.at, identifier.text)
    this.bound.set(named ? first.text.toLowerCase() : '', set)
  }

  /** `sortBy date/sort.descending title` */
  private sorting(): CqlSort[] {
    this.next += 1
    const sort: CqlSort[] = []
    do {
      const token = this.take()
      const index = this.indexOf(token)
      const by = SORTED.find(([, fits]) => fits(index))?.[0]
      if (by === undefined) return fail('unknown-sort', token.at, token.text)
      let descending = false
      while (this.isSign('/')) {
        this.next += 1
        const modifier = this.take()
        const [, direction] = /^(?:sort\.)?(ascending|descending)$/i.exec(modifier.text) ?? []
        if (direction === undefined && !/^(?:sort\.)?(ignorecase|ignoreaccents)$/i.test(modifier.text))
          fail('unknown-modifier', modifier.at, modifier.text)
        if (direction !== undefined) descending = direction.toLowerCase() === 'descending'
      }
      sort.push({ by, descending })
    } while (this.next < this.tokens.length)
    return sort
  }

  private indexOf(token: Token): CqlIndex {
    const prefixed = token.text.includes('.') || !this.bound.has('') ? token.text : `.${token.text}`
    const index = cqlIndexOf(prefixed, this.bound)
    if (index === 'set') return fail('unknown-set', token.at, token.text)
    if (index === 'index') return fail('unknown-index', token.at, token.text)
    return index
  }

  private isSign(sign: string): boolean {
    const token = this.peek()
    return token !== undefined && !token.quoted && token.text === sign
  }

  private isWord(word: string): boolean {
    const token = this.peek()
    return token !== undefined && !token.quoted && token.text.toLowerCase() === word
  }

  /** `/stem`, `/rel.combine=sum`: what is done anyway is taken, anything else refused. */
  private modifiers(known: ReadonlySet<string>): void {
    while (this.isSign('/')) {
      this.next += 1
      const token = this.take()
      if (!known.has(withoutCqlPrefix(token.text))) fail('unknown-modifier', token.at, token.text)
    }
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
      this.modifiers(NO_MODIFIERS)
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
      const index = this.indexOf(token)
      this.next += 1
      this.modifiers(MODIFIERS)
      return nodeFor(index, withoutCqlPrefix(relation.text) as Relation, this.take(), relation.at)
    }
    if (!token.quoted && /^[()=<>/]+$/.test(token.text)) fail('term-expected', token.at, token.text)
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

const NO_MODIFIERS: ReadonlySet<string> = new Set()

function nodeFor(index: CqlIndex, relation: Relation, term: Token, at: number): QueryNode {
  if (index.kind === 'words') return wordsNode(index.field, relation, term)
  if (index.kind === 'years') return yearsNode(relation, term, at)
  if (!['=', '==', 'exact', 'any', 'all', 'adj', 'scr'].includes(relation)) return fail('relation-for-dates', at, relation)
  if (index.kind === 'everything') return { kind: 'everything' }
  if (index.kind === 'value') return { kind: 'value', facet: index.facet, value: term.text.toLowerCase() }
  if (index.kind === 'isbn' || index.kind === 'issn') {
    const value = index.kind === 'isbn' ? isbn13(term.text) : issn(term.text)
    if (value === null) return fail('bad-number', term.at, term.text)
    return { kind: 'number', number: index.kind, value }
  }
  const asTyped = index.kind === 'callnumber' || index.kind === 'record'
  return { kind: 'number', number: index.kind, value: asTyped ? term.text : (isbn13(term.text) ?? numberKey(term.text)) }
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

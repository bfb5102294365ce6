/**
 * CQL, the Contextual Query Language (OASIS searchRetrieve, part 5), in the same box: index, relation and term, joined by
 * and, or, not, with brackets. What it can't read it says, with the place in the text.
 */
import { withoutArticle, wordsOf } from '../../words/index.ts'
import { isbn13, issn } from '../../catalogue/index.ts'
import type { SearchField } from '../../asking/index.ts'
import type { QueryNode } from './parse.ts'

export class CqlError extends Error {
  /** @param at place in the text, from 0 */
  constructor(
    message: string,
    readonly at: number,
  ) {
    super(message)
    this.name = 'CqlError'
  }
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
  return match !== null && isIndex(match[1])
}

interface Token {
  text: string
  quoted: boolean
  at: number
}

/** @throws CqlError */
export function parseCql(text: string): QueryNode {
  return new CqlParser(tokensOf(text), text.length).all()
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = []
  const sign = /\s*(?:"((?:[^"\\]|\\.)*)"|(==|<>|<=|>=|[=<>()])|([^\s()=<>"]+)|("))/gy
  for (let match = sign.exec(text); match && match[0] !== ''; match = sign.exec(text)) {
    const at = match.index + match[0].length - match[0].trimStart().length
    if (match[4] !== undefined) throw new CqlError('A quotation mark is not closed.', at)
    tokens.push(
      match[1] === undefined
        ? { text: match[2] ?? match[3], quoted: false, at }
        : { text: match[1].replace(/\\(.)/g, '$1'), quoted: true, at },
    )
  }
  return tokens
}

class CqlParser {
  private next = 0

  constructor(
    private readonly tokens: readonly Token[],
    private readonly end: number,
  ) {}

  all(): QueryNode {
    const node = this.clauses()
    const rest = this.tokens.at(this.next)
    if (this.next < this.tokens.length && rest) throw new CqlError(`"${rest.text}" is not expected here.`, rest.at)
    return node
  }

  /** Booleans are of one rank and bind from the left. */
  private clauses(): QueryNode {
    let left = this.clause()
    for (;;) {
      const token = this.peek()
      const word = token && !token.quoted ? token.text.toLowerCase() : ''
      if (word !== 'and' && word !== 'or' && word !== 'not') {
        if (word === 'prox') throw new CqlError('prox is not supported; use adj for words side by side.', token?.at ?? this.end)
        return left
      }
      this.next += 1
      const right = this.clause()
      left =
        word === 'or'
          ? { kind: 'or', nodes: [left, right] }
          : { kind: 'and', nodes: [left, word === 'not' ? { kind: 'not', node: right } : right] }
    }
  }

  private clause(): QueryNode {
    const token = this.take('a term')
    if (!token.quoted && token.text === '(') {
      const inner = this.clauses()
      const close = this.take('a closing bracket')
      if (close.text !== ')') throw new CqlError('A closing bracket is expected here.', close.at)
      return inner
    }
    const relation = this.peek()
    if (relation && !relation.quoted && isRelation(relation.text)) {
      if (!isIndex(token.text)) throw new CqlError(`There is no index "${token.text}".`, token.at)
      this.next += 1
      return nodeFor(indexName(token.text), relation.text.toLowerCase() as Relation, this.take('a term'), relation.at)
    }
    if (!token.quoted && /^[()=<>]+$/.test(token.text)) throw new CqlError(`A term is expected here, not "${token.text}".`, token.at)
    return wordsNode(null, '=', token)
  }

  private peek(): Token | undefined {
    return this.tokens.at(this.next === this.tokens.length ? this.tokens.length : this.next)
  }

  private take(what: string): Token {
    const token = this.peek()
    if (!token) throw new CqlError(`The query ends where ${what} is expected.`, this.end)
    this.next += 1
    return token
  }
}

function nodeFor(index: string, relation: Relation, term: Token, at: number): QueryNode {
  if (index === 'date' || index === 'year') return yearsNode(relation, term, at)
  if (index === 'language' || index === 'format') return { kind: 'value', facet: index, value: term.text.toLowerCase() }
  if (index === 'isbn' || index === 'issn') {
    const value = index === 'isbn' ? isbn13(term.text) : issn(term.text)
    if (value === null) throw new CqlError(`"${term.text}" is no ${index.toUpperCase()}: its length or check digit is wrong.`, term.at)
    return { kind: 'number', number: index, value }
  }
  if (index === 'callnumber' || index === 'barcode') return { kind: 'number', number: index, value: term.text }
  return wordsNode(FIELDS[index] ?? null, relation, term)
}

function wordsNode(field: SearchField | null, relation: Relation, term: Token): QueryNode {
  const inField = (node: QueryNode): QueryNode => (field === null ? node : { kind: 'within', field, node })
  const words = wordsOf(term.text)
  if (words.length === 0) throw new CqlError('There is no word in this term.', term.at)
  if (['<', '>', '<=', '>=', '<>', 'within'].includes(relation))
    throw new CqlError(`"${relation}" is for dates; words take =, ==, any, all or adj.`, term.at)
  if (field === 'title' && (relation === '==' || relation === 'exact')) return { kind: 'whole title', words: [...withoutArticle(words)] }
  if (field === 'title' && term.text.startsWith('^')) return { kind: 'title begins', words: [...withoutArticle(words)] }
  const leaf = (word: string): QueryNode =>
    term.text.endsWith('*') && word === words.at(-1) ? { kind: 'prefix', prefix: word } : { kind: 'word', word }
  if (words.length === 1) return inField(leaf(words[0]))
  // "=" with several words keeps them together, as most servers read it.
  if (relation === 'any' || relation === 'all') return inField({ kind: relation === 'any' ? 'or' : 'and', nodes: words.map(leaf) })
  return inField({ kind: 'phrase', words })
}

function yearsNode(relation: Relation, term: Token, at: number): QueryNode {
  const years = term.text.match(/\d{4}/g)?.map(Number) ?? []
  if (years.length === 0) throw new CqlError(`"${term.text}" is no year.`, term.at)
  const [first, last = first] = years
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
  if (!span) throw new CqlError(`Dates take =, within, <, <=, > or >=, not "${relation}".`, at)
  return { kind: 'years', from: span[0], to: span[1] }
}

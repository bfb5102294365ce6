/**
 * Reads what a person types into the box. Words are ANDed; "a phrase" in order; AND OR NOT in capitals, -word, brackets,
 * a trailing *. Within its limits it never fails: whatever can't be an operator is a word, and unbalanced signs are closed
 * or ignored.
 */
import { initial, isArticle, isSingleSign, wordsOf } from '../text/index.ts'
import { MOST_CHARACTERS } from './limits.ts'
import { Depth, joined, withinLimits, type QueryNode } from './node.ts'

/** A part of the Readback: how one stretch of the text was taken. Taking it back is cutting that stretch out. */
export interface QueryPart {
  kind: 'word' | 'prefix' | 'phrase' | 'excluded' | 'operator' | 'article'
  text: string
  start: number
  end: number
}

export interface ParsedQuery {
  node: QueryNode
  parts: QueryPart[]
}

interface Token {
  kind: 'word' | 'phrase' | 'open' | 'close' | 'and' | 'or' | 'not' | 'minus'
  text: string
  start: number
  end: number
}

/**
 * Texts longer than MOST_CHARACTERS are cut: nobody types more, and a pasted page is no query.
 * @throws QueryTooLarge
 */
export function parseQuery(text: string): ParsedQuery {
  const tokens = tokensOf(text.slice(0, MOST_CHARACTERS))
  const parser = new Parser(setArticleAside(tokens))
  const node = withinLimits(parser.all())
  return { node, parts: parser.parts.sort((a, b) => a.start - b.start) }
}

function tokensOf(text: string): Token[] {
  const tokens: Token[] = []
  const sign = /"([^"]*)("|$)|[()]|(?<![^\s(])-(?=[\p{L}\p{N}"(])|[^\s()"]+/gu
  for (const match of text.matchAll(sign)) {
    const [whole, phrase] = match
    const token = { text: whole, start: match.index, end: match.index + whole.length }
    if (phrase !== undefined) tokens.push({ ...token, kind: 'phrase', text: phrase })
    else if (whole === '(' || whole === ')') tokens.push({ ...token, kind: whole === '(' ? 'open' : 'close' })
    else if (whole === '-') tokens.push({ ...token, kind: 'minus' })
    else if (whole === 'AND' || whole === 'OR' || whole === 'NOT')
      tokens.push({ ...token, kind: whole.toLowerCase() as 'and' | 'or' | 'not' })
    else tokens.push({ ...token, kind: 'word' })
  }
  return tokens.filter((token) => (token.kind !== 'word' && token.kind !== 'phrase') || wordsOf(token.text).length > 0)
}

/** The first of several plain words may be a leading article, on which nothing should depend. */
function setArticleAside(tokens: Token[]): { tokens: Token[]; aside: Token | null } {
  const [first, second] = tokens
  const articleFirst = first?.kind === 'word' && second?.kind === 'word' && isArticle(wordsOf(first.text).join(' '))
  return articleFirst ? { tokens: tokens.slice(1), aside: first } : { tokens, aside: null }
}

class Parser {
  readonly parts: QueryPart[] = []
  private readonly tokens: Token[]
  private at = 0
  private readonly depth = new Depth()

  constructor(input: { tokens: Token[]; aside: Token | null }) {
    this.tokens = input.tokens
    if (input.aside) this.note('article', input.aside)
  }

  all(): QueryNode {
    const nodes: QueryNode[] = []
    // A closing bracket too many ends nothing.
    while (this.at < this.tokens.length) {
      const node = this.either()
      if (node) nodes.push(node)
      else this.at += 1
    }
    return joined('and', nodes) ?? { kind: 'everything' }
  }

  private either(): QueryNode | null {
    const nodes = [this.both()]
    while (this.peek() === 'or') {
      this.operator()
      nodes.push(this.both())
    }
    return joined('or', nodes)
  }

  private both(): QueryNode | null {
    const nodes: (QueryNode | null)[] = []
    for (;;) {
      const kind = this.peek()
      if (kind === 'and') this.operator()
      else if (kind === undefined || kind === 'or' || kind === 'close') return joined('and', nodes)
      else nodes.push(this.one())
    }
  }

  private one(): QueryNode | null {
    const token = this.tokens[this.at]
    if (!token) return null
    this.at += 1
    if (token.kind === 'not' || token.kind === 'minus') return this.excluded(token)
    if (token.kind === 'open') {
      const inner = this.depth.inside(() => this.either())
      if (this.peek() === 'close') this.at += 1
      return inner
    }
    return this.leaf(token)
  }

  private excluded(sign: Token): QueryNode | null {
    const kind = this.peek()
    if (kind === undefined || kind === 'close' || kind === 'or' || kind === 'and') return null
    const before = this.parts.length
    const node = this.depth.inside(() => this.one())
    const inner = this.parts.splice(before)
    const last = inner[inner.length - 1]
    if (last) this.parts.push({ kind: 'excluded', text: inner.map((part) => part.text).join(' '), start: sign.start, end: last.end })
    return node && { kind: 'not', node }
  }

  private leaf(token: Token): QueryNode {
    const words = wordsOf(token.text)
    const [only = ''] = words
    if (token.kind === 'word' && token.text.endsWith('*') && words.length === 1) {
      this.note('prefix', token)
      return { kind: 'prefix', prefix: only }
    }
    this.note(token.kind === 'phrase' ? 'phrase' : 'word', token)
    const initials = token.kind === 'word' ? this.initialsIn(token) : null
    if (initials) return initials
    if (words.length === 1 && isSingleSign(only)) return { kind: 'prefix', prefix: only }
    // "co-operative" typed as one word means those words side by side.
    return words.length === 1 ? { kind: 'word', word: only } : { kind: 'phrase', words }
  }

  /** "h.", "J.R.", or a letter behind a comma: the letter itself, or a name that begins with it. */
  private initialsIn({ text }: Token): QueryNode | null {
    const behindComma = this.tokens[this.at - 2]?.text.endsWith(',') === true
    if (!(behindComma ? /^(?:\p{L}\.?){1,4},?$/u : /^(?:\p{L}\.){1,4},?$/u).test(text)) return null
    if (behindComma && /^\p{L}{2,}/u.test(text)) return null
    return joined(
      'and',
      wordsOf(text).map((letter) =>
        joined('or', [
          { kind: 'word', word: letter },
          { kind: 'word', word: initial(letter) },
        ]),
      ),
    )
  }

  private operator(): void {
    const token = this.tokens[this.at]
    if (token) this.note('operator', token)
    this.at += 1
  }

  private note(kind: QueryPart['kind'], token: Token): void {
    this.parts.push({ kind, text: token.text, start: token.start, end: token.end })
  }

  private peek(): Token['kind'] | undefined {
    return this.tokens.at(this.at)?.kind
  }
}

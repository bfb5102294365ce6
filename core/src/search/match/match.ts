/** Which documents of a segment a query matches, and how well: sets of documents in ascending order, each with a score. */
import type { SearchIndex } from '../store/columns.ts'
import { EVERY_FIELD, MASK_WEIGHT, maskOf, STRONG, WITHOUT_PUBLISHER } from '../store/fields.ts'
import { formatOf, yearOf } from '../store/rows.ts'
import { hashOf } from '../store/hash.ts'
import { alike, cut, difference, intersection, NOTHING, type Matches } from './sets.ts'
import { Adjacency, Cursor } from '../store/postings.ts'
import { isFactWord, type ListedFacet, type QueryNode } from '../../query/index.ts'
import { commonest, shareOf } from './prefixes.ts'
import { otherForms } from './stems.ts'
import { chosenNodes } from '../store/tree.ts'
import { Union } from './union.ts'
import { valueNumber } from '../narrow/values.ts'
import type { Statistics } from '../segments/segments.ts'

const TITLE = maskOf('title')

/** @param fields mask of the fields in which words may stand */
export function matchesOf(index: SearchIndex, statistics: Statistics, node: QueryNode, fields: number = EVERY_FIELD): Matches {
  return new Matching(index, statistics, shareOf(node)).of(node, fields)
}

class Matching {
  constructor(
    private readonly index: SearchIndex,
    private readonly statistics: Statistics,
    /** Postings that an unfinished word may have looked up. */
    private readonly share: number,
  ) {}

  of(node: QueryNode, fields: number): Matches {
    const { index } = this
    switch (node.kind) {
      case 'everything':
        return everything(index)
      case 'word':
        return this.word(node.word, fields)
      case 'prefix':
        return this.prefix(node.prefix, fields)
      case 'phrase':
        return this.phrase(node.words, fields)
      case 'records':
        return alike(documentsOf(index, node.recordIds))
      case 'within':
        return this.of(node.node, maskOf(node.field))
      case 'years':
        return picked(index, (doc) => yearOf(index, doc) >= node.from && yearOf(index, doc) <= node.to && yearOf(index, doc) > 0)
      case 'value':
        return withValue(index, node.facet, node.value)
      case 'whole title':
        return alike(withWholeTitle(index, node.words))
      case 'title begins':
        return this.titleBegins(node.words)
      case 'number':
        // Nobody has looked it up, so nobody has it.
        return NOTHING
      case 'or':
        return this.either(node.nodes, fields)
      case 'not':
        return difference(everything(index), this.of(node.node, fields))
      case 'and':
        return this.conjunction(node.nodes, fields)
    }
  }

  /** Other forms of the word count too, a little less than the word itself. */
  private word(word: string, asked: number): Matches {
    const { index } = this
    const fields = fieldsFor(word, asked)
    const forms = new WordForms(index, word).all
    if (forms.length === 1 && forms[0].languages === EVERY_LANGUAGE) return this.term(forms[0].term, word, fields)
    const union = Union.over(index)
    for (const { term, languages, worth } of forms) this.gather(union, term, index.terms.at(term), fields, worth, languages)
    return union.take()
  }

  private gather(union: Union, term: number, word: string, fields: number, worth: number, languages: number): void {
    const { termStart, postDoc, postMask, titleLength, language } = this.index
    const weight = this.rarity(word) * worth
    const always = isFactWord(word)
    for (let p = termStart[term]; p < termStart[term + 1]; p += 1) {
      const mask = postMask[p] & fields
      const doc = postDoc[p]
      if (mask !== 0 && (languages & (1 << language[doc])) !== 0)
        union.higher(doc, weight * worthOf(mask, titleLength[doc]) + strengthOf(mask, always))
    }
  }

  private term(term: number, word: string, fields: number): Matches {
    if (term < 0) return NOTHING
    const { termStart, postDoc, postMask, titleLength } = this.index
    const from = termStart[term]
    const to = termStart[term + 1]
    const docs = new Uint32Array(to - from)
    const scores = new Float32Array(to - from)
    const weight = this.rarity(word)
    const always = isFactWord(word)
    let count = 0
    for (let p = from; p < to; p += 1) {
      const mask = postMask[p] & fields
      if (mask === 0) continue
      const doc = postDoc[p]
      docs[count] = doc
      scores[count] = weight * worthOf(mask, titleLength[doc]) + strengthOf(mask, always)
      count += 1
    }
    return cut({ docs, scores }, count)
  }

  /** Rare words say more: inverse document frequency, smoothed so that it stays positive. */
  private rarity(word: string): number {
    const frequency = this.statistics.frequencyOf(word)
    return Math.log(1 + (this.statistics.docCount - frequency + 0.5) / (frequency + 0.5))
  }

  /** The postings of all words that begin so lie side by side. */
  private prefix(prefix: string, fields: number): Matches {
    const { index } = this
    const { from, to } = index.terms.beginning(prefix)
    const union = Union.over(index)
    const postings = index.termStart[to] - index.termStart[from]
    if (postings > this.share) {
      for (const term of commonest(index, from, to, this.share)) this.gather(union, term, index.terms.at(term), fields, 1, EVERY_LANGUAGE)
    } else if (postings > index.docCount) {
      // So many words begin so that their rarity says nothing.
      for (let p = index.termStart[from]; p < index.termStart[to]; p += 1) {
        const mask = index.postMask[p] & fields
        if (mask !== 0) union.higher(index.postDoc[p], MASK_WEIGHT[mask] + strengthOf(mask, false))
      }
    } else for (let term = from; term < to; term += 1) this.gather(union, term, index.terms.at(term), fields, 1, EVERY_LANGUAGE)
    return union.take()
  }

  private phrase(words: readonly string[], fields: number): Matches {
    const { index } = this
    const terms = words.map((word) => index.terms.find(word))
    if (terms.includes(-1)) return NOTHING
    const weights = words.map((word) => this.rarity(word))
    const cursors = terms.map((term) => new Cursor(index, term))
    const adjacency = new Adjacency(index, cursors)
    const sizes = terms.map((term) => index.termStart[term + 1] - index.termStart[term])
    const rarest = sizes.indexOf(Math.min(...sizes))
    const docs = new Uint32Array(sizes[rarest])
    const scores = new Float32Array(sizes[rarest])
    let count = 0
    for (let p = index.termStart[terms[rarest]]; p < index.termStart[terms[rarest] + 1]; p += 1) {
      const doc = index.postDoc[p]
      if ((index.postMask[p] & fields) === 0 || !cursors.every((cursor) => cursor.seek(doc))) continue
      const together = adjacency.maskAt(fields)
      if (together === 0) continue
      docs[count] = doc
      const length = index.titleLength[doc]
      scores[count] = weights.reduce(
        (sum, weight, i) => sum + weight * worthOf(index.postMask[cursors[i].posting] & fields, length),
        strengthOf(together, false),
      )
      count += 1
    }
    return cut({ docs, scores }, count)
  }

  /** Titles as they are filed, and variant titles, that begin with these words, the last of which may be unfinished; short ones first. */
  private titleBegins(words: readonly string[]): Matches {
    const { index } = this
    const beginning = words.join(' ')
    const union = Union.over(index)
    for (const { keys, starts, docs } of titleLists(index)) {
      const { from, to } = keys.beginning(beginning)
      // Sorted, those in which the last word is whole come first.
      const finished = starts[keys.beginning(`${beginning} `, from, to).to]
      for (let at = starts[from]; at < starts[to]; at += 1)
        union.higher(docs[at], BREVITY[index.titleLength[docs[at]]] + (at < finished ? FINISHED : 0))
    }
    return union.take()
  }

  private either(nodes: readonly QueryNode[], fields: number): Matches {
    const sets = nodes.map((node) => this.of(node, fields))
    const union = Union.over(this.index)
    for (const { docs, scores } of sets) for (let i = 0; i < docs.length; i += 1) union.sum(docs[i], scores[i])
    return union.take()
  }

  /**
   * The fewest first, so that of common words only those documents are looked at that are still in question. Exclusions are
   * taken from what the rest matches, so that they cost no more than they remove.
   */
  private conjunction(nodes: readonly QueryNode[], fields: number): Matches {
    const excluded = nodes.filter((node) => node.kind === 'not')
    const words = nodes.filter((node) => node.kind === 'word').map((node) => new WordForms(this.index, node.word))
    const others = nodes.filter((node) => node.kind !== 'not' && node.kind !== 'word').map((node) => this.of(node, fields))
    words.sort((a, b) => a.size - b.size)
    if (others.length === 0 && words.length > 0) others.push(this.word(words.shift()?.word ?? '', fields))
    let found = others.length > 0 ? others.sort((a, b) => a.docs.length - b.docs.length).reduce(intersection) : everything(this.index)
    for (const forms of words) {
      const few = found.docs.length * MUCH_RARER < forms.size
      found = few ? this.having(found, forms, fields) : intersection(found, this.word(forms.word, fields))
    }
    return excluded.reduce((rest, node) => difference(rest, this.of(node.node, fields)), found)
  }

  /** Those of the documents in which the word stands in some form. */
  private having({ docs, scores }: Matches, forms: WordForms, asked: number): Matches {
    const { postMask, titleLength, language } = this.index
    const fields = fieldsFor(forms.word, asked)
    const always = isFactWord(forms.word)
    const probes = forms.all.map(({ term, languages, worth }) => ({
      cursor: new Cursor(this.index, term),
      languages,
      weight: this.rarity(this.index.terms.at(term)) * worth,
    }))
    let count = 0
    for (let i = 0; i < docs.length; i += 1) {
      const doc = docs[i]
      let best = 0
      for (const { cursor, languages, weight } of probes) {
        if ((languages & (1 << language[doc])) === 0 || !cursor.seek(doc)) continue
        const mask = postMask[cursor.posting] & fields
        // Scores are kept in single precision, here as where all of a word's documents are gathered.
        if (mask !== 0) best = Math.max(best, Math.fround(weight * worthOf(mask, titleLength[doc]) + strengthOf(mask, always)))
      }
      if (best === 0) continue
      docs[count] = doc
      scores[count] = scores[i] + best
      count += 1
    }
    return cut({ docs, scores }, count)
  }
}

/** A word with its other forms, and in how many documents they stand at most. */
class WordForms {
  readonly all: { term: number; languages: number; worth: number }[]
  readonly size: number

  constructor(
    index: SearchIndex,
    readonly word: string,
  ) {
    const exact = index.terms.find(word)
    const others = otherForms(index, word).filter(({ term }) => term !== exact)
    this.all = [
      ...(exact < 0 ? [] : [{ term: exact, languages: EVERY_LANGUAGE, worth: 1 }]),
      ...others.map((form) => ({ ...form, worth: OTHER_FORM })),
    ]
    this.size = this.all.reduce((sum, { term }) => sum + index.termStart[term + 1] - index.termStart[term], 0)
  }
}

/** So many times fewer documents than a word has, and they are looked at one by one. */
const MUCH_RARER = 8
const OTHER_FORM = 0.7
const EVERY_LANGUAGE = -1

/** Titles in which the last word typed is whole come before all others. */
const FINISHED = 100

/** In a short title a word is more of the title than in a long one. */
const BREVITY = Float32Array.from({ length: 256 }, (_, length) => 8 / (1 + Math.sqrt(length)))
const worthOf = (mask: number, titleLength: number): number => MASK_WEIGHT[mask] + (mask & TITLE ? BREVITY[titleLength] : 0)

const WEAK = maskOf('publisher')
/** @param always for words that say what a thing is: those stand in the weak field by nature */
const strengthOf = (mask: number, always: boolean): number => (always || (mask & ~WEAK) !== 0 ? STRONG : 0)

/** Leaving the publisher out leaves out no year and no format: they stand there as well. */
const fieldsFor = (word: string, asked: number): number => (asked === WITHOUT_PUBLISHER && isFactWord(word) ? EVERY_FIELD : asked)

const everything = (index: SearchIndex): Matches => alike(Uint32Array.from({ length: index.docCount }, (_, doc) => doc))

function documentsOf(index: SearchIndex, recordIds: readonly number[]): Uint32Array {
  const docs = new Set(recordIds.map((id) => index.docOfRecord[id] ?? -1).filter((doc) => doc >= 0))
  return Uint32Array.from(docs).sort()
}

/** Sorted titles, each list with the documents of each title. */
export const titleLists = (index: SearchIndex) => [
  { keys: index.titleKeys, starts: index.titleDocStart, docs: index.titleDoc },
  { keys: index.otherTitles, starts: index.otherDocStart, docs: index.otherDoc },
]

/** Documents by their columns; they all match alike. */
function picked(index: SearchIndex, test: (doc: number) => boolean): Matches {
  const docs = new Uint32Array(index.docCount)
  let count = 0
  for (let doc = 0; doc < index.docCount; doc += 1) if (test(doc)) docs[count++] = doc
  return alike(docs.slice(0, count))
}

function withValue(index: SearchIndex, facet: ListedFacet | 'format', value: string): Matches {
  if (facet === 'format') {
    const chosen = chosenNodes(index.formatTree, [value])
    return picked(index, (doc) => chosen !== null && chosen[formatOf(index, doc)] === 1)
  }
  const number = valueNumber(index, facet, value)
  return number < 0 ? NOTHING : alike(index.valueDoc.slice(index.valueDocStart[number], index.valueDocStart[number + 1]))
}

/** Documents with this whole title: those whose title as filed begins so, or that have it as a further one, are looked at. */
export function withWholeTitle(index: SearchIndex, words: readonly string[]): Uint32Array {
  const whole = words.join(' ')
  const hash = hashOf(whole)
  const found = new Set<number>()
  for (const { keys, starts, docs } of titleLists(index)) {
    const { from, to } = keys.beginning(whole)
    for (let at = starts[from]; at < starts[to]; at += 1) if (hasWholeTitle(index, docs[at], hash)) found.add(docs[at])
  }
  return Uint32Array.from(found).sort()
}

export function hasWholeTitle(index: SearchIndex, doc: number, hash: number): boolean {
  for (let i = index.wholeStart[doc]; i < index.wholeStart[doc + 1]; i += 1) if (index.wholeTitle[i] === hash) return true
  return false
}

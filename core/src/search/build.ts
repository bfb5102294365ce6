/**
 * Builds the inverted index: sorted postings with field mask and positions, and columns by document, all typed arrays.
 * Documents of one work get adjacent numbers.
 */
import { CARRIER_CODES, FAMILIES, FAMILY_CODES } from '../catalogue/index.ts'
import { wordsOf } from '../words/index.ts'
import type { SearchDocument } from './document.ts'
import { LISTED_FACETS, type ListedFacet } from '../asking/index.ts'
import { FIELDS } from '../asking/index.ts'
import { FIELD_SPAN } from './fields.ts'
import { stemOf, stemTerm } from './stems.ts'
import { facetTree, type FacetTree } from './tree.ts'

export interface SearchIndex {
  docCount: number
  workCount: number
  /** In code-unit order, so that a prefix is a range. */
  terms: readonly string[]
  /** Postings of term t are those from termStart[t] up to termStart[t + 1]. */
  termStart: Uint32Array
  postDoc: Uint32Array
  postMask: Uint8Array
  /** Positions of posting p, ascending, are those from posStart[p] up to posStart[p + 1]. */
  posStart: Uint32Array
  positions: Uint32Array
  recordIds: Uint32Array
  /** Document of a record number, -1 for none. */
  docOfRecord: Int32Array
  workOf: Uint32Array
  workStart: Uint32Array
  /** Node of the carrier in the format tree. */
  format: Uint8Array
  year: Uint16Array
  /** Title of each document as filed and as shown. */
  titles: readonly { key: string; label: string }[]
  titleRank: Uint32Array
  personRank: Uint32Array
  /** Words in the title, for which a match counts the more the fewer they are. */
  titleLength: Uint8Array
  /** Hashes of the whole titles, those of document d from wholeStart[d] on. */
  wholeStart: Uint32Array
  wholeTitle: Uint32Array
  /** Copies by place: the entries of document d from heldStart[d] on. */
  heldStart: Uint32Array
  heldPlace: Uint16Array
  heldOwned: Uint8Array
  heldInNow: Uint8Array
  heldCallRank: Uint32Array
  /** Use bits of the copies that can be counted on, and of those in now. */
  heldUses: Uint8Array
  heldUsesIn: Uint8Array
  listed: Record<ListedFacet, ListedColumn>
  placeTree: FacetTree
  formatTree: FacetTree
}

/** Values of a facet: those of document d are value[start[d]] up to value[start[d + 1]], as numbers in `codes`. */
export interface ListedColumn {
  codes: readonly string[]
  start: Uint32Array
  value: Uint32Array
}

export const FORMAT_TREE: FacetTree = facetTree(
  FAMILY_CODES.flatMap((family) => [
    { code: family as string, parent: null },
    ...FAMILIES[family].map((carrier) => ({ code: carrier as string, parent: family as string })),
  ]),
)
const FORMAT_NODE = new Map(CARRIER_CODES.map((carrier) => [carrier, FORMAT_TREE.codes.indexOf(carrier)]))

/** FNV-1a over UTF-16 code units, 32 bits. */
export function hashOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i += 1) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}

/** Takes documents one by one, so that a large catalogue can be streamed through. */
export class IndexBuilder {
  private readonly termIds = new Map<string, number>()
  private readonly tokenTerm = new GrowingArray()
  private readonly tokenPosition = new GrowingArray()
  private readonly works = new Map<string, number>()
  private readonly kept: KeptDocument[] = []
  private readonly codes = Object.fromEntries(LISTED_FACETS.map((name) => [name, new Map<string, number>()])) as Record<
    ListedFacet,
    Map<string, number>
  >

  constructor(private readonly placeTree: FacetTree) {}

  add(document: SearchDocument): void {
    const firstToken = this.tokenTerm.length
    const titleLength = this.addTokens(document)
    this.kept.push({
      recordId: document.recordId,
      work: numberOf(this.works, document.workKey),
      title: document.title,
      filingTitle: document.filingTitle,
      filingPerson: document.filingPerson,
      facets: this.facetNumbers(document),
      format: FORMAT_NODE.get(document.carrier) ?? 0,
      year: document.year ?? 0,
      titleLength: Math.min(titleLength, 255),
      wholeTitles: document.wholeTitles.map(hashOf),
      holdings: document.holdings,
      firstToken,
      lastToken: this.tokenTerm.length,
    })
  }

  private facetNumbers(document: SearchDocument): Record<ListedFacet, number[]> {
    return Object.fromEntries(
      LISTED_FACETS.map((name) => [name, document.facets[name].map((code) => numberOf(this.codes[name], code))]),
    ) as Record<ListedFacet, number[]>
  }

  private addTokens(document: SearchDocument): number {
    let titleLength = 0
    FIELDS.forEach((field, number) => {
      // A gap between the texts of a field keeps phrases inside one text, and marks where a text begins.
      let position = number * FIELD_SPAN
      for (const text of document.texts[field]) {
        const words = wordsOf(text)
        for (const word of words) {
          this.addToken(word, position)
          const stem = stemOf(word, document.language)
          if (stem !== word) this.addToken(stemTerm(stem, document.language), position)
          position += 1
        }
        if (field === 'title' && titleLength === 0) titleLength = words.length
        position += 2 * TEXT_GAP - (words.length % TEXT_GAP)
      }
    })
    return titleLength
  }

  private addToken(term: string, position: number): void {
    this.tokenTerm.push(numberOf(this.termIds, term))
    this.tokenPosition.push(position)
  }

  finish(): SearchIndex {
    const documents = [...this.kept].sort((a, b) => a.work - b.work || a.recordId - b.recordId)
    const postings = this.postings(documents)
    return {
      ...postings,
      ...columnsOf(documents),
      ...holdingsOf(documents),
      listed: this.listed(documents),
      docCount: documents.length,
      workCount: this.works.size,
      placeTree: this.placeTree,
      formatTree: FORMAT_TREE,
    }
  }

  private listed(documents: readonly KeptDocument[]): Record<ListedFacet, ListedColumn> {
    const column = (name: ListedFacet): ListedColumn => ({
      codes: [...this.codes[name].keys()],
      start: startsOf(documents.map((d) => d.facets[name].length)),
      value: Uint32Array.from(documents.flatMap((d) => d.facets[name])),
    })
    return Object.fromEntries(LISTED_FACETS.map((name) => [name, column(name)])) as Record<ListedFacet, ListedColumn>
  }

  /** Counting sort of the tokens by term; documents come in order, so each term's postings are sorted already. */
  private postings(documents: readonly KeptDocument[]) {
    const terms = [...this.termIds.keys()].sort()
    const rank = new Uint32Array(terms.length)
    terms.forEach((term, i) => (rank[this.termIds.get(term) ?? 0] = i))
    const tokenAt = new Uint32Array(terms.length + 1)
    for (let i = 0; i < this.tokenTerm.length; i += 1) tokenAt[rank[this.tokenTerm.values[i]] + 1] += 1
    for (let i = 0; i < terms.length; i += 1) tokenAt[i + 1] += tokenAt[i]
    const next = tokenAt.slice()
    const positions = new Uint32Array(this.tokenTerm.length)
    const docs = new Uint32Array(this.tokenTerm.length)
    documents.forEach((document, doc) => {
      for (let i = document.firstToken; i < document.lastToken; i += 1) {
        const at = next[rank[this.tokenTerm.values[i]]]++
        positions[at] = this.tokenPosition.values[i]
        docs[at] = doc
      }
    })
    return { terms, positions, ...foldIntoPostings(tokenAt, docs, positions) }
  }
}

/** Every text of a field begins at a multiple of this, at least as far behind the one before. */
export const TEXT_GAP = 64

interface KeptDocument extends Pick<SearchDocument, 'recordId' | 'title' | 'filingTitle' | 'filingPerson' | 'holdings'> {
  work: number
  format: number
  year: number
  titleLength: number
  wholeTitles: number[]
  facets: Record<ListedFacet, number[]>
  firstToken: number
  lastToken: number
}

/** One posting for all tokens of a term in one document. */
function foldIntoPostings(tokenAt: Uint32Array, docs: Uint32Array, positions: Uint32Array) {
  const termStart = new Uint32Array(tokenAt.length)
  const postDoc = new Uint32Array(docs.length)
  const postMask = new Uint8Array(docs.length)
  const posStart = new Uint32Array(docs.length + 1)
  let count = 0
  for (let term = 0; term + 1 < tokenAt.length; term += 1) {
    termStart[term] = count
    for (let i = tokenAt[term]; i < tokenAt[term + 1]; i += 1) {
      if (i === tokenAt[term] || docs[i] !== docs[i - 1]) {
        postDoc[count] = docs[i]
        posStart[count] = i
        count += 1
      }
      postMask[count - 1] |= 1 << Math.floor(positions[i] / FIELD_SPAN)
    }
  }
  termStart[tokenAt.length - 1] = count
  posStart[count] = docs.length
  return { termStart, postDoc: postDoc.slice(0, count), postMask: postMask.slice(0, count), posStart: posStart.slice(0, count + 1) }
}

function columnsOf(documents: readonly KeptDocument[]) {
  const works = documents.length === 0 ? 0 : documents[documents.length - 1].work + 1
  const workStart = new Uint32Array(works + 1).fill(documents.length)
  for (let doc = documents.length - 1; doc >= 0; doc -= 1) workStart[documents[doc].work] = doc
  const docOfRecord = new Int32Array(documents.reduce((top, d) => Math.max(top, d.recordId), 0) + 1).fill(-1)
  documents.forEach((document, doc) => (docOfRecord[document.recordId] = doc))
  const wholes = startsOf(documents.map((d) => d.wholeTitles.length))
  return {
    recordIds: Uint32Array.from(documents, (d) => d.recordId),
    docOfRecord,
    workOf: Uint32Array.from(documents, (d) => d.work),
    workStart,
    format: Uint8Array.from(documents, (d) => d.format),
    year: Uint16Array.from(documents, (d) => d.year),
    titles: documents.map((d) => ({ key: d.filingTitle, label: d.title })),
    titleRank: ranksOf(documents.map((d) => d.filingTitle)),
    personRank: ranksOf(documents.map((d) => d.filingPerson)),
    titleLength: Uint8Array.from(documents, (d) => d.titleLength),
    wholeStart: wholes,
    wholeTitle: Uint32Array.from(documents.flatMap((d) => d.wholeTitles)),
  }
}

function holdingsOf(documents: readonly KeptDocument[]) {
  const entries = documents.flatMap((d) => d.holdings)
  return {
    heldStart: startsOf(documents.map((d) => d.holdings.length)),
    heldPlace: Uint16Array.from(entries, (e) => e.place),
    heldOwned: Uint8Array.from(entries, (e) => Math.min(e.owned, 255)),
    heldInNow: Uint8Array.from(entries, (e) => Math.min(e.inNow, 255)),
    heldCallRank: ranksOf(entries.map((e) => e.callKey)),
    heldUses: Uint8Array.from(entries, (e) => e.uses),
    heldUsesIn: Uint8Array.from(entries, (e) => e.usesIn),
  }
}

function startsOf(lengths: readonly number[]): Uint32Array {
  const starts = new Uint32Array(lengths.length + 1)
  lengths.forEach((length, i) => (starts[i + 1] = starts[i] + length))
  return starts
}

/** Ranks in code-unit order, equal texts sharing one. */
function ranksOf(texts: readonly string[]): Uint32Array {
  const order = Uint32Array.from(texts, (_, i) => i).sort((a, b) => (texts[a] < texts[b] ? -1 : texts[a] > texts[b] ? 1 : 0))
  const ranks = new Uint32Array(texts.length)
  order.forEach((at, i) => (ranks[at] = i > 0 && texts[order[i - 1]] === texts[at] ? ranks[order[i - 1]] : i))
  return ranks
}

function numberOf(numbers: Map<string, number>, key: string): number {
  const known = numbers.get(key)
  if (known !== undefined) return known
  numbers.set(key, numbers.size)
  return numbers.size - 1
}

/** A list of 32-bit numbers that doubles as it fills. */
class GrowingArray {
  values = new Uint32Array(1 << 16)
  length = 0

  push(value: number): void {
    if (this.length === this.values.length) {
      const larger = new Uint32Array(this.values.length * 2)
      larger.set(this.values)
      this.values = larger
    }
    this.values[this.length] = value
    this.length += 1
  }
}

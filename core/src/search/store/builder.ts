/**
 * Builds the index: takes documents one by one, so that a large catalogue can be streamed through, and gives those of
 * one work adjacent numbers.
 */
import { LISTED_FACETS, FIELDS } from '../../query/index.ts'
import { spokenKey, withoutArticle, wordsOf } from '../../text/index.ts'
import { newestDay } from './acquired.ts'
import type { SearchIndex } from './columns.ts'
import type { SearchDocument } from './document.ts'
import { heldEntry, rowsFrom } from './rows.ts'
import { FIELD_SPAN, TEXT_GAP } from './fields.ts'
import { FORMAT_NODE, FORMAT_TREE } from './formats.ts'
import { gatheredBy, GrowingArray, Lists, Numbering, startsOf } from './buffers.ts'
import { hashesOf, hashOf } from './hash.ts'
import { postingsFrom } from './postings.ts'
import { nearTable } from '../suggest/spelling.ts'
import { languageNumber, stemGroups } from '../match/stems.ts'
import { TextList } from './textList.ts'
import type { FacetTree } from './tree.ts'

/** Stands between two texts that are sorted as one: before every letter. */
const BETWEEN = '\u0000'
/** Texts of these fields come again and again. */
const REPEATED = new Set(['person', 'subject', 'series', 'publisher'])
const MOST_REMEMBERED = 300_000
const NO_TERM = 0xffffffff

export class IndexBuilder {
  private readonly terms = new Numbering()
  private readonly works = new Numbering()
  private readonly titles = new Numbering()
  private readonly people = new Numbering()
  private readonly calls = new Numbering()
  private readonly values = LISTED_FACETS.map(() => new Numbering())
  private readonly remembered = new Map<string, number[]>()
  /** One entry a document, in the order of coming. */
  private readonly columns = {
    record: new GrowingArray(),
    work: new GrowingArray(),
    title: new GrowingArray(),
    person: new GrowingArray(),
    format: new GrowingArray(),
    year: new GrowingArray(),
    acquired: new GrowingArray(),
    online: new GrowingArray(),
    language: new GrowingArray(),
    titleLength: new GrowingArray(),
    firstWord: new GrowingArray(),
  }
  private readonly tokens = new Lists('term', 'position')
  private readonly held = new Lists('entry', 'call')
  private readonly listed = new Lists('facet', 'value')
  private readonly wholes = new Lists('hash')
  private readonly otherTitles = new Numbering()
  private readonly others = new Lists('title')

  /** @param language of the library, whose order titles and names stand in (ISO 639-1) */
  constructor(
    private readonly placeTree: FacetTree,
    private readonly language = 'en',
  ) {}

  add(document: SearchDocument): void {
    const { columns } = this
    columns.record.push(document.recordId)
    columns.work.push(this.works.of(document.workKey))
    columns.title.push(this.titles.of(document.filingTitle + BETWEEN + document.title))
    columns.person.push(this.people.of(document.filingPerson))
    columns.format.push(FORMAT_NODE.get(document.carrier) ?? 0)
    columns.year.push(document.year ?? 0)
    columns.acquired.push(newestDay(document.holdings.map(({ acquired }) => acquired)))
    columns.online.push(document.online ? 1 : 0)
    columns.language.push(languageNumber(document.language))
    this.addTokens(document)
    for (const { place, uses, usesIn, callKey } of document.holdings) this.held.push(heldEntry(place, uses, usesIn), this.calls.of(callKey))
    LISTED_FACETS.forEach((name, facet) => {
      for (const label of new Set(document.facets[name])) this.listed.push(facet, this.values[facet].of(keyOf(label) + BETWEEN + label))
    })
    for (const title of document.wholeTitles) {
      this.wholes.push(hashOf(title))
      if (!document.filingTitle.startsWith(title)) this.others.push(this.otherTitles.of(title))
    }
    for (const lists of [this.tokens, this.held, this.listed, this.wholes, this.others]) lists.endDocument()
  }

  private addTokens(document: SearchDocument): void {
    FIELDS.forEach((field, number) => {
      // A gap between the texts of a field keeps phrases inside one text, and marks where a text begins.
      let position = number * FIELD_SPAN
      document.texts[field].forEach((text, i) => {
        const terms = REPEATED.has(field) ? this.termsOfRepeated(text) : this.termsOf(wordsOf(text))
        for (const term of terms) this.tokens.push(term, position++)
        position += 2 * TEXT_GAP - (terms.length % TEXT_GAP)
        if (field === 'title' && i === 0) this.columns.titleLength.push(Math.min(terms.length, 255))
      })
      if (field === 'title' && document.texts.title.length === 0) this.columns.titleLength.push(0)
    })
    const [firstTitle = ''] = document.texts.title
    const first = withoutArticle(wordsOf(firstTitle)).at(0)
    this.columns.firstWord.push(first === undefined ? NO_TERM : this.terms.of(first))
  }

  private termsOf(words: readonly string[]): number[] {
    return words.map((word) => this.terms.of(word))
  }

  private termsOfRepeated(text: string): number[] {
    const known = this.remembered.get(text)
    if (known) return known
    if (this.remembered.size >= MOST_REMEMBERED) this.remembered.clear()
    const terms = this.termsOf(wordsOf(text))
    this.remembered.set(text, terms)
    return terms
  }

  finish(): SearchIndex {
    const { columns } = this
    const work = columns.work.done()
    const { starts: workStart, order } = gatheredBy(work, this.works.size)
    const from = (column: GrowingArray, place?: Uint32Array) =>
      Uint32Array.from(order, (at) => (place ? place[column.values[at]] : column.values[at]))
    const terms = this.terms.sorted()
    const titles = this.titles.sorted()
    const people = this.people.sorted()
    const recordIds = from(columns.record)
    const titleOf = from(columns.title, titles.place)
    const byTitle = gatheredBy(titleOf, titles.texts.length)
    const language = Uint8Array.from(from(columns.language))
    const postings = this.postings(order, terms)
    const heldStart = this.held.startsIn(order)
    const valueStart = this.listed.startsIn(order)
    const termList = TextList.of(terms.texts)
    return {
      docCount: order.length,
      workCount: this.works.size,
      placeTree: this.placeTree,
      filedIn: this.language,
      formatTree: FORMAT_TREE,
      terms: termList,
      ...postings,
      ...stemGroups(termList, postings, language),
      ...nearTable(termList, postings),
      recordIds,
      acquired: Uint16Array.from(from(columns.acquired)),
      docOfRecord: docOfRecord(recordIds),
      workStart,
      ...workHashes(this.works.texts()),
      language,
      titleOf,
      titleDocStart: byTitle.starts,
      titleDoc: byTitle.order,
      personOf: from(columns.person, people.place),
      titles: TextList.of(titles.texts.map((text) => text.slice(text.indexOf(BETWEEN) + 1))),
      titleKeys: TextList.of(titles.texts.map((text) => text.slice(0, text.indexOf(BETWEEN)))),
      personKeys: TextList.of(people.texts),
      titleLength: Uint8Array.from(from(columns.titleLength)),
      firstWord: Uint32Array.from(from(columns.firstWord), (term) => (term === NO_TERM ? NO_TERM : terms.place[term])),
      wholeStart: this.wholes.startsIn(order),
      wholeTitle: this.wholes.inOrder(order, 'hash'),
      rows: rowsFrom(order.length, {
        work: from(columns.work),
        heldStart,
        valueStart,
        format: from(columns.format),
        online: from(columns.online),
        year: from(columns.year),
      }),
      ...this.furtherTitles(order),
      ...this.holdings(order, heldStart),
      ...this.facetValues(order, valueStart),
    }
  }

  /** Counting sort of the tokens by term; documents come in order, so each term's postings are sorted already. */
  private postings(order: Uint32Array, terms: { texts: string[]; place: Uint32Array }) {
    const { place } = terms
    const term = this.tokens.column('term')
    const position = this.tokens.column('position')
    const tokenAt = startsOfKeys(term, place, terms.texts.length)
    const next = tokenAt.slice()
    const docs = new Uint32Array(term.length)
    const positions = new Uint32Array(term.length)
    order.forEach((document, doc) => {
      for (let i = this.tokens.first(document); i < this.tokens.end(document); i += 1) {
        const at = next[place[term[i]]]++
        docs[at] = doc
        positions[at] = position[i]
      }
    })
    return postingsFrom(tokenAt, docs, positions)
  }

  private furtherTitles(order: Uint32Array) {
    const { texts, place } = this.otherTitles.sorted()
    const listed = this.others.inOrder(order, 'title').map((title) => place[title])
    const byTitle = documentsBy(listed, this.others.startsIn(order), texts.length)
    return { otherTitles: TextList.of(texts), otherDocStart: byTitle.starts, otherDoc: byTitle.docs }
  }

  private holdings(order: Uint32Array, heldStart: Uint32Array) {
    const calls = this.calls.sorted()
    const heldCall = this.held.inOrder(order, 'call').map((call) => calls.place[call])
    const byCall = documentsBy(heldCall, heldStart, calls.texts.length)
    return {
      held: this.held.inOrder(order, 'entry'),
      heldCall,
      callKeys: TextList.of(calls.texts),
      callDocStart: byCall.starts,
      callDoc: byCall.docs,
    }
  }

  private facetValues(order: Uint32Array, valueStart: Uint32Array) {
    const sorted = this.values.map((numbering) => numbering.sorted())
    const valueFirst = startsOf(sorted.length, (facet) => sorted[facet].texts.length)
    const facets = this.listed.inOrder(order, 'facet')
    const value = this.listed.inOrder(order, 'value').map((number, i) => valueFirst[facets[i]] + sorted[facets[i]].place[number])
    const texts = sorted.flatMap((facet) => facet.texts)
    const labels = texts.map((text) => text.slice(text.indexOf(BETWEEN) + 1))
    const byValue = documentsBy(value, valueStart, texts.length)
    return {
      valueFirst,
      value,
      valueLabels: TextList.of(labels),
      valueKeys: TextList.of(texts.map((text) => text.slice(0, text.indexOf(BETWEEN)))),
      valueDocStart: byValue.starts,
      valueDoc: byValue.docs,
      ...spokenNames(labels, valueFirst),
    }
  }
}

const keyOf = (label: string): string => wordsOf(label).join(' ')

/** Documents by what they list: of entry i of `listed`, the document whose stretch of `starts` it lies in. */
function documentsBy(listed: Uint32Array, starts: Uint32Array, count: number): { starts: Uint32Array; docs: Uint32Array } {
  const docOf = new Uint32Array(listed.length)
  for (let doc = 0; doc + 1 < starts.length; doc += 1) docOf.fill(doc, starts[doc], starts[doc + 1])
  const gathered = gatheredBy(listed, count)
  return { starts: gathered.starts, docs: gathered.order.map((entry) => docOf[entry]) }
}

function startsOfKeys(keys: Uint32Array, place: Uint32Array, count: number): Uint32Array {
  const starts = new Uint32Array(count + 1)
  for (const key of keys) starts[place[key] + 1] += 1
  for (let i = 0; i < count; i += 1) starts[i + 1] += starts[i]
  return starts
}

function docOfRecord(recordIds: Uint32Array): Int32Array {
  const docs = new Int32Array(recordIds.reduce((top, id) => Math.max(top, id), 0) + 1).fill(-1)
  recordIds.forEach((id, doc) => (docs[id] = doc))
  return docs
}

/** People by their names as they are spoken. */
function spokenNames(labels: readonly string[], valueFirst: Uint32Array) {
  const person = LISTED_FACETS.indexOf('person')
  const names = new Numbering()
  const values = new GrowingArray()
  for (let value = valueFirst[person]; value < valueFirst[person + 1]; value += 1) {
    names.of(spokenKey(labels[value]) + BETWEEN + String(value))
    values.push(value)
  }
  const { texts, place } = names.sorted()
  const spokenValue = new Uint32Array(texts.length)
  place.forEach((at, number) => (spokenValue[at] = values.values[number]))
  return { spokenKeys: TextList.of(texts.map((text) => text.slice(0, text.indexOf(BETWEEN)))), spokenValue }
}

/** Hashes of every work's key, and the works in the order of their first hash, for looking a work up by its key. */
function workHashes(keys: readonly string[]) {
  const workHash = Uint32Array.from(keys.flatMap(hashesOf))
  const workByHash = Uint32Array.from(keys, (_, work) => work).sort((a, b) => workHash[2 * a] - workHash[2 * b])
  return { workHash, workByHash }
}

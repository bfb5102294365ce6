/** Headings in alphabetical order: people, titles, subjects and series, with the works under each. */
import type { HeadingKind } from '../asking/index.ts'
import { wordsOf } from '../words/index.ts'
import type { SearchIndex } from './build.ts'
import { chosenNodes } from './tree.ts'

export interface Heading {
  label: string
  /** Works under it in the places and formats at hand. */
  count: number
}

export interface Scope {
  places: readonly string[]
  formats: readonly string[]
}

/** Headings of one kind: keys ascending, and the documents of heading h from start[h] on, ascending. */
interface Shelf {
  keys: string[]
  labels: string[]
  start: Uint32Array
  docs: Uint32Array
}

export class Headings {
  private readonly shelves: Record<HeadingKind, Shelf>
  /** Names as they are spoken, for finding while typing. */
  private readonly spoken: { key: string; heading: number }[]

  constructor(private readonly index: SearchIndex) {
    this.shelves = {
      person: listedShelf(index, 'person'),
      subject: listedShelf(index, 'subject'),
      series: listedShelf(index, 'series'),
      title: titleShelf(index),
    }
    this.spoken = this.shelves.person.labels
      .map((label, heading) => ({ key: spokenKey(label), heading }))
      .sort((a, b) => compare(a.key, b.key))
  }

  size(kind: HeadingKind): number {
    return this.shelves[kind].keys.length
  }

  /** Place of the first heading that begins with these letters or comes after them. */
  placeOf(kind: HeadingKind, letters: string): number {
    const key = keyOf(kind, letters)
    return lowerBound(this.shelves[kind].keys.length, (at) => this.shelves[kind].keys[at] < key)
  }

  /** Headings from a place on. */
  at(kind: HeadingKind, from: number, most: number, scope: Scope): Heading[] {
    const shelf = this.shelves[kind]
    const counter = this.counter(scope)
    const first = Math.max(0, from)
    return shelf.labels.slice(first, first + most).map((label, i) => ({ label, count: counter(shelf, first + i) }))
  }

  /** Headings that begin with what has been typed so far, those with most works first. */
  beginning(kind: HeadingKind, typed: string, most: number, scope: Scope): Heading[] {
    const key = keyOf(kind, typed)
    if (key === '') return []
    const shelf = this.shelves[kind]
    const candidates = new Set(rangeOf(shelf.keys.length, (at) => shelf.keys[at], key))
    if (kind === 'person')
      for (const at of rangeOf(this.spoken.length, (i) => this.spoken[i].key, key)) candidates.add(this.spoken[at].heading)
    const counter = this.counter(scope)
    return [...candidates]
      .slice(0, MOST_CANDIDATES)
      .map((at) => ({ label: shelf.labels[at], count: counter(shelf, at) }))
      .filter(({ count }) => count > 0)
      .sort((a, b) => b.count - a.count || compare(a.label, b.label))
      .slice(0, most)
  }

  private counter({ places, formats }: Scope): (shelf: Shelf, heading: number) => number {
    const { index } = this
    const place = chosenNodes(index.placeTree, places)
    const format = chosenNodes(index.formatTree, formats)
    const counts = (doc: number): boolean => {
      if (format && !format[index.format[doc]]) return false
      for (let e = index.heldStart[doc]; e < index.heldStart[doc + 1]; e += 1) if (!place || place[index.heldPlace[e]]) return true
      return false
    }
    return (shelf, heading) => {
      let works = 0
      let last = -1
      for (let i = shelf.start[heading]; i < shelf.start[heading + 1]; i += 1) {
        const work = index.workOf[shelf.docs[i]]
        if (work === last || !counts(shelf.docs[i])) continue
        last = work
        works += 1
      }
      return works
    }
  }
}

/** A short beginning may have thousands of headings; the first of them are looked at. */
const MOST_CANDIDATES = 400

const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

/** Titles are sought without their leading article in the index, and so must be what is typed. */
function keyOf(kind: HeadingKind, text: string): string {
  const words = wordsOf(text)
  if (kind === 'title' && words.length > 1 && /^(the|an?|le|la|les|l|der|die|das|el|los|las|il|lo)$/.test(words[0])) words.shift()
  return words.join(' ')
}

function spokenKey(label: string): string {
  const [family, given = ''] = label.split(/,\s*/, 2)
  return wordsOf(`${given} ${family}`).join(' ')
}

function lowerBound(length: number, before: (at: number) => boolean): number {
  let low = 0
  let high = length
  while (low < high) {
    const middle = (low + high) >>> 1
    if (before(middle)) low = middle + 1
    else high = middle
  }
  return low
}

function rangeOf(length: number, keyAt: (at: number) => string, beginning: string): number[] {
  const from = lowerBound(length, (at) => keyAt(at) < beginning)
  const found: number[] = []
  for (let at = from; at < length && keyAt(at).startsWith(beginning) && found.length < MOST_CANDIDATES; at += 1) found.push(at)
  return found
}

function listedShelf(index: SearchIndex, kind: 'person' | 'subject' | 'series'): Shelf {
  const { codes, start, value } = index.listed[kind]
  const order = codes
    .map((label, number) => ({ key: wordsOf(label).join(' '), label, number }))
    .sort((a, b) => compare(a.key, b.key) || compare(a.label, b.label))
  const placeOf = new Uint32Array(codes.length)
  order.forEach(({ number }, at) => (placeOf[number] = at))
  return shelfFrom(order, index.docCount, (doc, add) => {
    for (let i = start[doc]; i < start[doc + 1]; i += 1) add(placeOf[value[i]])
  })
}

function titleShelf(index: SearchIndex): Shelf {
  const byLabel = new Map<string, { key: string; label: string }>()
  index.titles.forEach(({ key, label }) => byLabel.set(label, { key, label }))
  const order = [...byLabel.values()].sort((a, b) => compare(a.key, b.key) || compare(a.label, b.label))
  const placeOf = new Map(order.map(({ label }, at) => [label, at]))
  return shelfFrom(order, index.docCount, (doc, add) => {
    add(placeOf.get(index.titles[doc].label) ?? 0)
  })
}

/** Counting sort of documents by heading; documents come in order, so each heading's are sorted. */
function shelfFrom(
  order: readonly { key: string; label: string }[],
  docCount: number,
  headingsOf: (doc: number, add: (heading: number) => void) => void,
): Shelf {
  const start = new Uint32Array(order.length + 1)
  for (let doc = 0; doc < docCount; doc += 1) headingsOf(doc, (heading) => (start[heading + 1] += 1))
  for (let at = 0; at < order.length; at += 1) start[at + 1] += start[at]
  const next = start.slice()
  const docs = new Uint32Array(start[order.length])
  for (let doc = 0; doc < docCount; doc += 1) headingsOf(doc, (heading) => (docs[next[heading]++] = doc))
  return { keys: order.map(({ key }) => key), labels: order.map(({ label }) => label), start, docs }
}

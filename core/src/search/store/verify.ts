/** Whether the index says of a record what the record says. */
import { FIELDS, LISTED_FACETS } from '../../query/index.ts'
import { wordsOf } from '../../text/index.ts'
import { newestDay } from './acquired.ts'
import type { SearchDocument } from './document.ts'
import { formatOf, heldEntry, heldFrom, heldTo, isOnline, valueFrom, valueTo, yearOf } from './rows.ts'
import { maskOf } from './fields.ts'
import { FORMAT_NODE } from './formats.ts'
import { Cursor } from './postings.ts'
import { languageNumber } from '../match/stems.ts'
import { valueNumber } from '../narrow/values.ts'
import { locate, type Segments } from '../segments/segments.ts'

/** @returns what differs, each in a few words; nothing when all is as it should be */
export function differencesIn(segments: Segments, document: SearchDocument): string[] {
  const at = locate(segments, document.recordId)
  if (at === null) return ['is not in the index']
  const { index, doc } = at
  const differences: string[] = []
  const expect = (what: string, same: boolean) => {
    if (!same) differences.push(what)
  }
  expect('title', index.titles.at(index.titleOf[doc]) === document.title)
  expect('filing person', index.personKeys.at(index.personOf[doc]) === document.filingPerson)
  expect('format', formatOf(index, doc) === FORMAT_NODE.get(document.carrier))
  expect('year', yearOf(index, doc) === (document.year ?? 0))
  expect('day of its newest copy', index.acquired[doc] === newestDay(document.holdings.map(({ acquired }) => acquired)))
  expect('being online', isOnline(index, doc) === document.online)
  expect('language of its words', index.language[doc] === languageNumber(document.language))
  for (const [word, mask] of fieldsByWord(document)) {
    const term = index.terms.find(word)
    const cursor = new Cursor(index, Math.max(term, 0))
    expect(`the word "${word}"`, term >= 0 && cursor.seek(doc) && index.postMask[cursor.posting] === mask)
  }
  const values = LISTED_FACETS.flatMap((name) => [...new Set(document.facets[name])].map((label) => valueNumber(index, name, label)))
  expect('facets', sameNumbers(values, index.value.subarray(valueFrom(index, doc), valueTo(index, doc))))
  const held = document.holdings.map(({ place, uses, usesIn, callKey }) => `${String(heldEntry(place, uses, usesIn))} ${callKey}`)
  expect('copies', sameTexts(held, heldIn(index, doc)))
  return differences
}

function heldIn(index: Segments[number]['index'], doc: number): string[] {
  const held: string[] = []
  for (let e = heldFrom(index, doc); e < heldTo(index, doc); e += 1)
    held.push(`${String(index.held[e])} ${index.callKeys.at(index.heldCall[e])}`)
  return held
}

function fieldsByWord(document: SearchDocument): Map<string, number> {
  const masks = new Map<string, number>()
  for (const field of FIELDS)
    for (const text of document.texts[field]) for (const word of wordsOf(text)) masks.set(word, (masks.get(word) ?? 0) | maskOf(field))
  return masks
}

const sameNumbers = (a: ArrayLike<number>, b: ArrayLike<number>): boolean => sameTexts(Array.from(a, String), Array.from(b, String))
const sameTexts = (a: readonly string[], b: readonly string[]): boolean => [...a].sort().join('|') === [...b].sort().join('|')

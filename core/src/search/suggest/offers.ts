/** Other readings of a query, each with the exact number of titles it would find in the same places with the same narrowings. */
import { hintIn, parseQuery, type Facet, type NamedPlace, type OfferKind } from '../../query/index.ts'
import { everywhere, UNNARROWED } from '../narrow/choice.ts'
import type { StillWanted } from '../narrow/narrow.ts'
import { countOf, type SearchQuestion } from '../search.ts'
import { nearWords } from './spelling.ts'
import { statisticsOf, type Segments } from '../segments/segments.ts'

export interface Offer {
  kind: OfferKind
  q: string
  count: number
  values: { facet: Facet; value: string }[]
  yearFrom: number | null
  yearTo: number | null
}

export interface OfferContext {
  segments: Segments
  wanted?: StillWanted
  text: string
  question: SearchQuestion
  count: number
  places: readonly NamedPlace[]
  thisYear: number
}

/** Fewer titles than this and other readings are worth a look. */
const FEW = 10
const MOST_SPELLINGS = 3

export function offersFor(context: OfferContext): Offer[] {
  return [...spellings(context), ...hintOffer(context), ...readings(context)]
}

function countWith({ segments, question, wanted }: OfferContext, q: string, change: Partial<SearchQuestion['narrowing']> = {}): number {
  return countOf(segments, { ...question, query: parseQuery(q).node, narrowing: { ...question.narrowing, ...change } }, wanted)
}

const offer = (kind: Offer['kind'], q: string, count: number): Offer => ({ kind, q, count, values: [], yearFrom: null, yearTo: null })

/** Plain words as a phrase or as alternatives; a small "or" or "not" as the operator it may have been meant for. */
function readings(context: OfferContext): Offer[] {
  const { text, count } = context
  const { parts } = parseQuery(text)
  const words = parts.filter((part) => part.kind === 'word').map((part) => part.text)
  const plain = parts.every((part) => part.kind === 'word' || part.kind === 'article')
  if (!plain || words.length < 2) return []
  const offers: Offer[] = []
  const asPhrase = `"${text.trim().replaceAll('"', '')}"`
  const phrases = count > 1 ? countWith(context, asPhrase) : 0
  if (phrases > 0 && phrases < count) offers.push(offer('phrase', asPhrase, phrases))
  const operators = text.replace(/(?<=\S\s+)(or|not|and)(?=\s+\S)/g, (word) => word.toUpperCase())
  if (operators !== text) offers.push(offer('operators', operators, countWith(context, operators)))
  if (count < FEW) {
    const any = words.join(' OR ')
    const anyCount = countWith(context, any)
    if (anyCount > count) offers.push(offer('any', any, anyCount))
  }
  return offers
}

/** One word at a time is written as the catalogue knows it; when all are strange, all at once. */
function spellings(context: OfferContext): Offer[] {
  const { segments, text, count } = context
  // Words that find something are words; a rare name is no slip.
  if (count > 0) return []
  const parts = parseQuery(text).parts.filter((part) => part.kind === 'word')
  if (parts.length === 0 || parts.length > 8) return []
  const { frequencyOf } = statisticsOf(segments)
  const near = parts.map((part) => ({
    part,
    known: frequencyOf(part.text.toLowerCase()) > 0,
    words: nearWords(segments[0].index, part.text.toLowerCase(), 4).map(({ word }) => word),
  }))
  const replaced = (changes: typeof near, pick: number) =>
    [...changes]
      .reverse()
      .reduce((said, { part, words }) => (words[pick] ? said.slice(0, part.start) + words[pick] + said.slice(part.end) : said), text)
  const strange = near.filter(({ known }) => !known)
  // Words that all are known and stand together elsewhere are spelt as they were meant.
  if (strange.length === 0 && countWith(context, text, { ...UNNARROWED, scope: everywhere(context.question.narrowing.scope) }) > 0)
    return []
  const all = strange.length > 1 ? [replaced(strange, 0)] : []
  const single = [...near]
    .sort((a, b) => Number(a.known) - Number(b.known))
    .flatMap((one) => one.words.map((_, pick) => replaced([one], pick)))
  const counted = [...new Set([...all, ...single])].slice(0, 12).map((q) => offer('spelling', q, countWith(context, q)))
  return counted
    .filter((found) => found.count > count)
    .sort((a, b) => b.count - a.count)
    .slice(0, MOST_SPELLINGS)
}

function hintOffer(context: OfferContext): Offer[] {
  const hint = hintIn(context.text, context.places, context.thisYear)
  if (!hint) return []
  const only = { ...context.question.narrowing.only }
  for (const { facet, value } of hint.values) only[facet] = [...(only[facet] ?? []), value]
  const years = hint.yearFrom === null ? context.question.narrowing.years : { from: hint.yearFrom, to: hint.yearTo }
  const count = countWith(context, hint.rest, { only, years })
  return count === 0 ? [] : [{ kind: 'narrowing', q: hint.rest, count, values: hint.values, yearFrom: hint.yearFrom, yearTo: hint.yearTo }]
}

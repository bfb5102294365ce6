/** Other readings of a query, each with the exact number of titles it would find in the same places with the same narrowings. */
import {
  hintIn,
  isStopWord,
  narrowedByReading,
  parseQuery,
  volumeReading,
  type Facet,
  type NamedPlace,
  type OfferKind,
  type Reading,
} from '../../query/index.ts'
import { everywhere, UNNARROWED } from '../narrow/choice.ts'
import type { StillWanted } from '../narrow/narrow.ts'
import { countOf, findsAny, type SearchQuestion } from '../search.ts'
import { wordsOf } from '../../text/index.ts'
import { statisticsOf, type Segments } from '../segments/segments.ts'
import { correctionsOf, leading, type Correction } from './corrections.ts'

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

export interface Offers {
  /** The one that is meant beyond much doubt where the words as they are find nothing; it is none of the others. */
  meant: Offer | null
  others: Offer[]
}

/** Of longer queries it is not looked word by word what they find. */
const MOST_WORDS = 8

/** Fewer titles than this and other readings are worth a look. */
const FEW = 10
/** Any of words that stand in more titles than this finds more than anybody looks through. */
const MOST_OF_ANY = 5000

export function offersFor(context: OfferContext): Offers {
  const hint = hintOffer(context)
  const named = hint ?? (context.count > 0 ? null : volumeOffer(context))
  // Words that find something are words; a rare name is no slip.
  const corrections = context.count > 0 || named !== null || isMeantAsIs(context) ? [] : correctionsOf(context.segments, context.text, (q) => countWith(context, q)) // prettier-ignore
  const lead = leading(corrections)
  const spellings = corrections
    .filter((one) => !findsTheSame(context, corrections[0], one))
    .map(({ q, count }) => offer('spelling', q, count))
  const meant = context.count > 0 ? null : (named ?? spellings.find(({ q }) => q === lead?.q) ?? null)
  const others = [...spellings, ...(named ? [named] : []), ...readings(context)]
  return { meant, others: others.filter((one) => one !== meant) }
}

type Change = Partial<SearchQuestion['narrowing']>

const asked = ({ question }: OfferContext, q: string, change: Change) => ({
  ...question,
  query: parseQuery(q).node,
  narrowing: { ...question.narrowing, ...change },
})

const countWith = (context: OfferContext, q: string, change: Change = {}): number =>
  countOf(context.segments, asked(context, q, change), context.wanted)

const findsWith = (context: OfferContext, q: string, change: Change = {}): boolean =>
  findsAny(context.segments, asked(context, q, change), context.wanted)

/** Another form of a word, say, finds just what the first spelling finds: then it is no other reading. */
function findsTheSame({ segments, question, wanted }: OfferContext, first: Correction | undefined, other: Correction): boolean {
  if (first === undefined || first === other || first.count !== other.count) return false
  const nodes = [first, other].map(({ q }) => parseQuery(q).node)
  return countOf(segments, { ...question, query: { kind: 'or', nodes } }, wanted) === first.count
}

const offer = (kind: Offer['kind'], q: string, count: number): Offer => ({ kind, q, count, values: [], yearFrom: null, yearTo: null })

/** Words that stand together in other places, or without what is narrowed to, are spelt as they were meant. */
const isMeantAsIs = (context: OfferContext): boolean =>
  findsWith(context, context.text, { ...UNNARROWED, scope: everywhere(context.question.narrowing.scope) })

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
  if (phrases < count) offers.push(offer('phrase', asPhrase, phrases))
  const operators = text.replace(/(?<=\S\s+)(or|not|and)(?=\s+\S)/g, (word) => word.toUpperCase())
  const withOperators = operators === text ? count : countWith(context, operators)
  if (withOperators !== count) offers.push(offer('operators', operators, withOperators))
  const telling = count < FEW && words.length <= MOST_WORDS ? tellingWords(context, words) : []
  if (telling.length > 0) {
    const any = telling.join(' OR ')
    offers.push(offer('any', any, countWith(context, any)))
  }
  return offers.filter((one) => one.count > 0 && (one.kind !== 'any' || one.count > count))
}

/** Words that say nothing by themselves, or that nothing has, are no help; none where all together stand in too many titles. */
function tellingWords(context: OfferContext, words: readonly string[]): string[] {
  const { frequencyOf } = statisticsOf(context.segments)
  const telling = words.filter((word) => !isStopWord(word.toLowerCase()) && !/^\d{1,3}$/.test(word))
  const titles = telling.flatMap(wordsOf).reduce((sum, word) => sum + frequencyOf(word), 0)
  return titles > MOST_OF_ANY ? [] : telling.filter((word) => findsWith(context, word))
}

function hintOffer(context: OfferContext): Offer | null {
  const hint = hintIn(context.text, context.places, context.thisYear)
  return hint && narrowingOffer(context, 'narrowing', { ...hint, q: hint.rest })
}

/** A volume by its number alone, as series count theirs; else the journal whose volume it may be. */
function volumeOffer(context: OfferContext): Offer | null {
  const reading = volumeReading(context.text)
  if (!reading) return null
  const plain = { values: [], yearFrom: null, yearTo: null }
  return (
    narrowingOffer(context, 'volume', { ...plain, q: reading.withNumber }) ??
    narrowingOffer(context, 'volume', { ...plain, q: reading.withoutNumber, values: [{ facet: 'format', value: 'journal' }] })
  )
}

/** @returns null where it finds nothing */
function narrowingOffer(context: OfferContext, kind: OfferKind, { q, values, yearFrom, yearTo }: Reading): Offer | null {
  const reading = { q, values: [...values], yearFrom, yearTo }
  const count = countWith(context, q, narrowedByReading(context.question.narrowing, reading))
  return count === 0 ? null : { kind, count, ...reading }
}

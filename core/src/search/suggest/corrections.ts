/**
 * Other spellings of a query that finds nothing: words exchanged for near ones, two written as one or one as two, several
 * of these at once. Which are likely is told by what each costs in edits and by what it finds together with the other words.
 */
import { parseQuery } from '../../query/index.ts'
import { wordsOf } from '../../text/index.ts'
import { statisticsOf, type Segments } from '../segments/segments.ts'
import { nearWords } from './spelling.ts'

export interface Correction {
  q: string
  count: number
  /** Lower is likelier: edits, less what its titles speak for it. */
  cost: number
}

/** One way to read some of the words from one on. */
interface Step {
  /** Null where they stay as they are. */
  text: string | null
  /** How many of the words it stands for. */
  words: number
  cost: number
}

const MOST_WORDS = 8
const NEAR_WORDS = 6
/** Ways kept on the way through the words, and those of which it is looked what they find. */
const MOST_WAYS = 48
const MOST_COUNTED = 16
const SHOWN = 3

/** Beside its edits: a first letter that differs, a word that the catalogue knows as it is, words joined or split. */
const OTHER_START = 0.5
const KNOWN = 1.5
const JOINED = 0.6
/** What a name is ahead of a word, and tenfold titles of a tenth. */
const NAME = 0.3
const TENFOLD = 0.35

/** @param countOf how many titles a query finds */
export function correctionsOf(segments: Segments, text: string, countOf: (q: string) => number): Correction[] {
  const counted: Correction[] = []
  let found = 0
  for (const { q, cost } of waysThrough(segments, text).slice(0, MOST_COUNTED)) {
    // Whatever comes now is further away than all that has been found.
    if (found >= SHOWN && cost > (counted.at(-1)?.cost ?? 0) + KNOWN) break
    const count = countOf(q)
    if (count === 0) continue
    found += 1
    counted.push({ q, count, cost: cost - TENFOLD * Math.log10(count) })
  }
  return counted.sort((a, b) => a.cost - b.cost || (a.q < b.q ? -1 : 1)).slice(0, SHOWN)
}

/** Dearer than this and a correction is a guess; others must cost so much more for the first to lead. */
const SURE = 2.3
const LEAD = 0.4

/** The correction that is meant beyond much doubt, if there is one. */
export function leading([first, second]: readonly Correction[]): Correction | null {
  if (first === undefined || first.cost > SURE) return null
  return second === undefined || second.cost - first.cost >= LEAD ? first : null
}

/** All queries that the words may have been meant for, cheapest first. */
export function waysThrough(segments: Segments, text: string): { q: string; cost: number }[] {
  const parts = parseQuery(text).parts.filter((part) => part.kind === 'word')
  if (parts.length === 0 || parts.length > MOST_WORDS) return []
  const besides = (i: number) => parts[i + 1] && text.slice(parts[i].end, parts[i + 1].start).trim() === ''
  const steps = parts.map((part, i) => stepsFrom(segments, part.text, besides(i) ? parts[i + 1].text : null))
  // Ways by how many words they have passed; each is the text up to there.
  const ways = parts.map((): { said: string; cost: number }[] => [])
  ways.push([])
  ways[0] = [{ said: '', cost: 0 }]
  parts.forEach((part, i) => {
    const before = i === 0 ? text.slice(0, part.start) : text.slice(parts[i - 1].end, part.start)
    const cheapest = ways[i].sort((a, b) => a.cost - b.cost).slice(0, MOST_WAYS)
    for (const { said, cost } of cheapest) {
      for (const step of steps[i]) {
        const end = parts[i + step.words - 1].end
        ways[i + step.words].push({ said: said + before + (step.text ?? text.slice(part.start, end)), cost: cost + step.cost })
      }
    }
  })
  const rest = text.slice(parts[parts.length - 1].end)
  const whole = new Map<string, number>()
  for (const { said, cost } of ways[parts.length].sort((a, b) => a.cost - b.cost)) {
    if (said + rest !== text && !whole.has(said + rest)) whole.set(said + rest, cost)
  }
  return [...whole].map(([q, cost]) => ({ q, cost }))
}

function stepsFrom(segments: Segments, typed: string, next: string | null): Step[] {
  const { frequencyOf } = statisticsOf(segments)
  const words = wordsOf(typed)
  const word = words.join('')
  const known = words.every((one) => frequencyOf(one) > 0)
  const steps: Step[] = known ? [{ text: null, words: 1, cost: 0 }] : []
  // What is written with a hyphen may be one word.
  if (words.length > 1 && frequencyOf(word) > 0) steps.push({ text: word, words: 1, cost: JOINED })
  if (words.length === 1) steps.push(...nearSteps(segments, word, 1, known ? KNOWN : 0), ...splits(segments, word, known ? KNOWN : 0))
  const following = next === null ? [] : wordsOf(next)
  if (following.length === 1) {
    const joined = word + following[0]
    if (frequencyOf(joined) > 0) steps.push({ text: joined, words: 2, cost: JOINED })
    else steps.push(...nearSteps(segments, joined, 2, JOINED).slice(0, 2))
  }
  return steps
}

function nearSteps(segments: Segments, word: string, words: number, more: number): Step[] {
  return nearWords(segments[0].index, word, NEAR_WORDS).map(({ word: near, distance, named }) => ({
    text: near,
    words,
    cost: more + distance + (near.startsWith(word.charAt(0)) ? 0 : OTHER_START) - (named ? NAME : 0),
  }))
}

/** Shortest part of a word that was written as one with another. */
const SHORTEST_PART = 3

function splits(segments: Segments, word: string, more: number): Step[] {
  const { frequencyOf } = statisticsOf(segments)
  const cuts = Array.from({ length: Math.max(0, word.length - 2 * SHORTEST_PART + 1) }, (_, i) => i + SHORTEST_PART)
  const split = cuts.map((at) => [word.slice(0, at), word.slice(at)] as const)
  return split
    .map((halves) => ({ halves, least: Math.min(...halves.map(frequencyOf)) }))
    .filter(({ least }) => least > 0)
    .sort((a, b) => b.least - a.least)
    .slice(0, 2)
    .map(({ halves }) => ({ text: halves.join(' '), words: 1, cost: JOINED + more }))
}

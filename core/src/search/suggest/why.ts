/** Why a record matched, where its row doesn't show it: the text that has the words, with the words marked. */
import { fold, wordsOf } from '../../text/index.ts'
import type { SearchDocument } from '../store/document.ts'
import type { SearchField } from '../../query/index.ts'
import type { QueryNode } from '../../query/index.ts'
import { stemOf } from '../match/stems.ts'

export interface Reason {
  field: SearchField
  /** The text cut into stretches, those that matched marked. */
  pieces: { text: string; marked: boolean }[]
}

/** Fields that a row shows as they are. */
const VISIBLE: readonly SearchField[] = ['title', 'person', 'series', 'publisher']
const HIDDEN: readonly SearchField[] = ['contents', 'subject', 'summary', 'notes']
const LONGEST = 140

/**
 * @param hidden texts that count for a field though no row shows them: other names
 * @returns null when everything that matched stands in sight
 */
export function whyMatched(
  document: Pick<SearchDocument, 'texts' | 'language'>,
  query: QueryNode,
  hidden: readonly { field: SearchField; text: string }[] = [],
): Reason | null {
  const sought = soughtWords(query)
  if (sought.length === 0) return null
  const stems = new Map(sought.map((word) => [stemOf(word, document.language), word]))
  const fits = (word: string): string | undefined =>
    stems.get(stemOf(word, document.language)) ?? (sought.includes(word) ? word : undefined)
  const inSight = new Set(VISIBLE.flatMap((field) => document.texts[field].flatMap(wordsOf)).map(fits))
  const unseen = sought.filter((word) => !inSight.has(word))
  if (unseen.length === 0) return null
  let best: { field: SearchField; text: string; found: number } | null = null
  for (const { field, text } of [...HIDDEN.flatMap((name) => document.texts[name].map((one) => ({ field: name, text: one }))), ...hidden]) {
    const words = new Set(wordsOf(text).map(fits))
    const found = unseen.filter((word) => words.has(word)).length
    if (found > (best?.found ?? 0)) best = { field, text, found }
  }
  return best && { field: best.field, pieces: markedPieces(best.text, (word) => fits(word) !== undefined) }
}

/** The words that a match must have somewhere; what is excluded is none of them. */
function soughtWords(node: QueryNode): string[] {
  if (node.kind === 'word') return [node.word]
  if (node.kind === 'phrase') return node.words
  return node.kind === 'and' || node.kind === 'or' ? [...new Set(node.nodes.flatMap(soughtWords))] : []
}

function markedPieces(text: string, fits: (word: string) => boolean): Reason['pieces'] {
  const pieces: Reason['pieces'] = []
  const add = (piece: string, marked: boolean) => {
    const last = pieces.at(-1)
    if (last && last.marked === marked) last.text += piece
    else if (piece !== '') pieces.push({ text: piece, marked })
  }
  for (const piece of windowOf(text, fits).split(/([\p{L}\p{N}\p{M}'’]+)/u)) {
    const [word] = wordsOf(piece)
    add(piece, word !== undefined && fold(piece) !== '' && fits(word))
  }
  return pieces
}

/** A stretch of a long text round the first word that matched. */
function windowOf(text: string, fits: (word: string) => boolean): string {
  if (text.length <= LONGEST) return text
  const at = [...text.matchAll(/[\p{L}\p{N}\p{M}'’]+/gu)].find(([word]) => wordsOf(word).some(fits))?.index ?? 0
  const from = Math.max(0, at - LONGEST / 3)
  return `${from > 0 ? '…' : ''}${text.slice(from, from + LONGEST)}${from + LONGEST < text.length ? '…' : ''}`
}

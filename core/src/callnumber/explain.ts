/** What each part of a call number means, and by what it is sorted. */
import { pieceKind } from './order.ts'
import { elementsOf, type CallNumberParts } from './read.ts'
import type { CallNumberScheme } from './schemes.ts'

/** Kinds of part: each is sorted in its own way. */
export const PART_KINDS = ['prefix', 'letters', 'number', 'decimal', 'dewey', 'cutter', 'mark', 'year', 'figure', 'volume', 'copy', 'text'] as const // prettier-ignore
export type PartKind = (typeof PART_KINDS)[number]

export interface PartMeaning {
  text: string
  kind: PartKind
  /** Of a class: under which it has its caption, the tens of Dewey ("38") or the letters of LC and NLM; else null. */
  heading: string | null
}

/** Part by part, in the order in which they stand on the spine. What the scheme can't read is one text. */
export function explainCallNumber(parts: CallNumberParts): PartMeaning[] {
  const { scheme } = parts
  const { prefix, head, pieces, extras, understood } = elementsOf(parts)
  const plain = (kind: PartKind, text: string): PartMeaning => ({ kind, text, heading: null })
  const before = prefix === '' ? [] : [plain('prefix', prefix)]
  const behind = extras.map(({ kind, text }) => plain(kind, text))
  if (!understood || !(scheme === 'dewey' || scheme === 'lc' || scheme === 'nlm')) {
    const body = [head, ...pieces].filter(Boolean)
    return [...before, ...body.map((text) => plain(wordKind(scheme, text), text)), ...behind]
  }
  const [, letters = '', number = '', decimal] = /^(\D*)(\d*)(?:\.(\d+))?$/.exec(head) ?? []
  const classes: PartMeaning[] =
    scheme === 'dewey'
      ? [{ kind: 'dewey', text: number, heading: number.slice(0, 2) }]
      : [
          { kind: 'letters', text: letters.trim(), heading: scheme === 'lc' ? letters.charAt(0) : letters.trim() },
          ...(number === '' ? [] : [plain('number', number)]),
        ]
  const fraction = decimal === undefined ? [] : [plain('decimal', `.${decimal}`)]
  return [...before, ...classes, ...fraction, ...pieces.map((piece) => plain(pieceKind(piece), piece)), ...behind]
}

/** Of what has no class: names and titles are marks, but a volume or a year behind a name is one. */
function wordKind(scheme: CallNumberScheme, text: string): PartKind {
  if (scheme === 'title') return 'mark'
  if (scheme !== 'author') return 'text'
  const kind = pieceKind(text)
  return kind === 'cutter' || kind === 'figure' ? 'mark' : kind
}

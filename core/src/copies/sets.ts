/** Sets: pieces with barcodes of their own, perhaps in different places, that are lent together. */
import { isInNow, isLost, type Copy } from './copy.ts'

/** What is lent together: a set, or a copy by itself. */
export interface Whole<T> {
  /**
   * It as one copy: of a set its piece with the lowest barcode, which is in now when all pieces are, is promised when one
   * is, stays here when one does, and else stands as the piece that keeps the set waiting longest.
   */
  one: T
  pieces: readonly T[]
}

export function wholes<T extends Copy>(copies: readonly T[]): Whole<T>[] {
  const sets = new Map<string, T[]>()
  for (const copy of copies) {
    const pieces = sets.get(keyOf(copy))
    if (pieces) pieces.push(copy)
    else sets.set(keyOf(copy), [copy])
  }
  return [...sets.values()].flatMap((pieces) => {
    const [one] = pieces.length > 1 ? asOne(pieces) : pieces
    return one ? [{ one, pieces }] : []
  })
}

/** The pieces of the set that a copy belongs to, itself among them; itself alone where it belongs to none. */
export function piecesOf<T extends Copy>(copy: T, all: readonly T[]): T[] {
  return copy.set === null ? [copy] : all.filter(({ set, controlNumber }) => set === copy.set && controlNumber === copy.controlNumber)
}

const keyOf = ({ controlNumber, set, barcode }: Copy): string => JSON.stringify(set === null ? [barcode] : [controlNumber, set])

function asOne<T extends Copy>(pieces: readonly T[]): T[] {
  const [lead] = [...pieces].sort((a, b) => compare(a.barcode, b.barcode))
  const [slowest] = [...pieces].sort((a, b) => readiness(a) - readiness(b) || compare(b.due ?? '', a.due ?? ''))
  if (!lead || !slowest) return []
  const { status, due } = slowest
  const use = pieces.some((piece) => piece.use === 'here only') ? 'here only' : lead.use
  return [{ ...lead, status, due, use, promised: pieces.some(({ promised }) => promised) }]
}

const readiness = (piece: Copy): number => (isLost(piece) ? 0 : isInNow(piece) ? 2 : 1)
const compare = (a: string, b: string): number => (a < b ? -1 : a > b ? 1 : 0)

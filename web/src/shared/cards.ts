/** What a card number of these libraries looks like. */
import type { Cards } from '@catalex/contract/libraries'
import { cardLooksLike } from '@catalex/core/card'
import { anyOfInWords } from './formats.ts'

/** Eight digits, where the library says nothing of its cards. */
export const USUAL_CARDS_SHOWN: Cards = { shapes: ['9999 9999'], padded: true }

/** Of cards that have digits alone a telephone shows only those. */
export const cardInputMode = ({ shapes }: Cards = USUAL_CARDS_SHOWN): 'numeric' | 'text' =>
  shapes.every((shape) => /^[9\s./-]+$/.test(shape)) ? 'numeric' : 'text'

/** "0042 1170", "CT-004211 or 0042/1170" */
export const cardLooks = ({ shapes }: Cards = USUAL_CARDS_SHOWN): string => anyOfInWords(shapes.map(cardLooksLike))

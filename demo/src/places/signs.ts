/** What the signs on the bays of each collection say: which call numbers stand there. */
import type { BranchPlan } from '@catalex/contract/plans'

type Bay = BranchPlan['floors'][number]['bays'][number]
export type Sign = Pick<Bay, 'rows'> & Partial<Pick<Bay, 'ranges' | 'families'>>

const ROWS = { tall: 6, low: 3 }
type Range = NonNullable<Bay['ranges']>[number]

const signs = (ranges: readonly Range[], rows = ROWS.tall): Sign[] => ranges.map((range) => ({ rows, ranges: [range] }))
/** For what stands in no other bay. */
const REST: Sign[] = [{ rows: ROWS.tall }]

/** "A B|C D" means from A to B, then from C to D. */
const stretches = (scheme: Range['scheme'], text: string, prefix?: string): Range[] =>
  text.split('|').map((stretch) => {
    const [from = '', to = from] = stretch.split(' ')
    return { scheme, from, to, ...(prefix === undefined ? {} : { prefix }) }
  })

const AUTHORS = {
  long: 'A|B|C|D|E F|G|H|I K|L|M N|O P|Q R|S|T U|V|W Z',
  middling: 'A B|C|D|E G|H|I L|M O|P R|S T|U Z',
  short: 'A C|D F|G J|K M|N R|S Z',
  few: 'A K|L Z',
} as const
const HUNDREDS = {
  long: '000 299|300 369|370 399|400 569|570 589|590 619|620 634|635 649|650 699|700 779|780 792|793 899|900 999',
  middling: '000 369|370 499|500 599|600 634|635 699|700 799|800 999',
  short: '000 499|500 629|630 699|700 999',
} as const
const LETTERS: Partial<Record<string, string>> = {
  'cope/stacks': 'A C|D|E F|G|H J|K|L M|N|P|Q R|S T|U Z',
  'cope/letters': 'A O|P PM|PN PQ|PR PZ',
  'cope/reserve': 'A J|K Z',
  'ketteridge/stacks': 'A P|Q QA|QB QD|QE QK|QL QZ|R S|T TL|TM Z',
  'ketteridge/reserve': 'A Z',
  'maritime/law': 'A J|K K1999|K2000 K9999|KA Z',
  'maritime/sea': 'A F|G|H U|V VK|VL Z',
  'musiclib/scores': 'A L|M M199|M200 M999|M1000 M1999|M2000 M9999|ML Z',
  'musiclib/recordings': 'A L|M M999|M1000 M9999|ML Z',
  'musiclib/books': 'A L|M|N Z',
}

/** @param size how much the branch has @returns the bays of a collection in the order of its shelf */
export function signsOf(branch: string, collection: string, size: 'large' | 'middling' | 'small'): Sign[] {
  const letters = LETTERS[`${branch}/${collection}`]
  if (letters !== undefined) return signs(stretches('lc', letters))
  if (branch === 'college') return collection === 'reserve' ? REST : [...signs(stretches('nlm', 'Q V|W WI|WJ WQ|WR WX|WY WZ')), ...REST]
  const authors = { large: AUTHORS.long, middling: AUTHORS.middling, small: AUTHORS.short }[size]
  const hundreds = { large: HUNDREDS.long, middling: HUNDREDS.middling, small: HUNDREDS.short }[size]
  switch (collection) {
    case 'fiction':
      return [...signs(stretches('author', authors, 'FIC')), ...REST]
    case 'nonfic':
      return [...signs(stretches('dewey', hundreds)), ...REST]
    case 'largeprint':
      return [...signs(stretches('author', size === 'large' ? AUTHORS.short : AUTHORS.few, 'LP FIC')), ...REST]
    case 'junior':
      return [...signs(stretches('author', size === 'small' ? AUTHORS.few : AUTHORS.short, 'J FIC'), ROWS.low), { rows: ROWS.low }]
    case 'media':
      return [{ rows: ROWS.low, families: ['film'] }, { rows: ROWS.low, families: ['spoken', 'player'] }, { rows: ROWS.low }]
    case 'journals':
      return [...signs(stretches('title', 'A C|D L|M P|Q Z')), ...REST]
    case 'music':
      return [...signs(stretches('dewey', '780 789', 'SCORE')), ...REST]
    default:
      return REST
  }
}

/** Authority records: other names of people and subjects in the demo, and subjects that belong side by side. */
import type { MarcField, MarcRecord } from '@catalex/core/catalogue'

interface Heading {
  tag: '100' | '150'
  heading: string
  born?: string
  otherNames: string[]
  related?: string[]
}

const HEADINGS: readonly Heading[] = [
  { tag: '100', heading: 'Orrick, Tamsin', born: '1961-', otherNames: ['Vane, Isolde', 'Orrick, T. J.'] },
  { tag: '100', heading: 'Przybyłkowicz, Zdzisława', born: '1949-', otherNames: ['Pshibilkovich, Z.'] },
  { tag: '100', heading: 'Cantero Villalba, Beatriz', born: '1902-1977', otherNames: ['Villalba, Beatriz Cantero'] },
  { tag: '150', heading: 'Harbors', otherNames: ['Harbours', 'Ports'], related: ['Ferries', 'Navigation'] },
  { tag: '150', heading: 'Lighthouses', otherNames: ['Light stations'], related: ['Lighthouse keepers', 'Navigation'] },
  { tag: '150', heading: 'Labor movement', otherNames: ['Labour movement', 'Workers’ movement'] },
  { tag: '150', heading: 'Seaweed', otherNames: ['Kelp', 'Marine algae'] },
  { tag: '150', heading: 'Bees', otherNames: ['Apiculture'], related: ['Butterflies'] },
  { tag: '150', heading: 'Weather', otherNames: ['Meteorology, Popular'], related: ['Floods'] },
  { tag: '150', heading: 'Inns', otherNames: ['Coaching inns', 'Taverns'] },
  { tag: '150', heading: 'Cemeteries', otherNames: ['Burial grounds', 'Churchyards', 'Graveyards'] },
]

const LEADER = '00000nz  a2200000n  4500'
const FIXED = '260101n| azannaabn          |n aaa      '

export function authorityRecords(): MarcRecord[] {
  return HEADINGS.map(({ tag, heading, born, otherNames, related = [] }, i): MarcRecord => ({
    leader: LEADER,
    fields: [
      ['001', `pa${String(i + 1).padStart(8, '0')}`],
      ['008', FIXED],
      tag === '100' ? ['100', '1 ', 'a', `${heading},`, 'd', born ?? ''] : ['150', '  ', 'a', heading],
      ...otherNames.map((name): MarcField => [`4${tag.slice(1)}`, tag === '100' ? '1 ' : '  ', 'a', name]),
      ...related.map((name): MarcField => [`5${tag.slice(1)}`, '  ', 'a', name]),
    ],
  }))
}

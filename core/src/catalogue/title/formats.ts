/**
 * Formats: what a thing is to somebody who wants to carry it home. A carrier belongs to exactly one family.
 * Derived from leader, 006/007/008, 33x and, where those are silent, from 300, 500 and 538
 * (MARC 21 Format for Bibliographic Data).
 */
import { controlField, fieldsOf, subfield, subfields, type MarcRecord } from '../marc/record.ts'

export const FAMILIES = {
  print: ['book'],
  'large-print': ['large-print-book'],
  braille: ['braille-book'],
  spoken: ['spoken-disc', 'spoken-cassette'],
  player: ['preloaded-player'],
  music: ['music-disc', 'music-record', 'music-cassette'],
  film: ['dvd', 'blu-ray', 'video-cassette', 'laser-disc', 'film-reel'],
  score: ['printed-score', 'score-and-parts'],
  map: ['sheet-map', 'atlas'],
  journal: ['journal-volume', 'newspaper'],
  kit: ['board-game', 'mixed-kit'],
  thing: ['object'],
  microform: ['microfilm', 'microfiche'],
  online: ['online-resource'],
} as const

export type Family = keyof typeof FAMILIES
export type Carrier = (typeof FAMILIES)[Family][number]

export const FAMILY_CODES = Object.keys(FAMILIES) as Family[]
export const CARRIER_CODES = Object.values(FAMILIES).flat() as Carrier[]
const FAMILY_OF = new Map<string, Family>(FAMILY_CODES.flatMap((family) => FAMILIES[family].map((carrier) => [carrier, family])))

export const isFamily = (code: string): code is Family => Object.hasOwn(FAMILIES, code)
const isCarrier = (code: string): code is Carrier => FAMILY_OF.has(code)

export function familyOf(carrier: Carrier): Family {
  return FAMILY_OF.get(carrier) ?? 'print'
}

/** The carriers that a family or carrier code stands for; nothing for an unknown code. */
export function carriersOf(code: string): readonly Carrier[] {
  if (isFamily(code)) return FAMILIES[code]
  return isCarrier(code) ? [code] : []
}

/** The carrier of a record. Falls back to the printed book, the commonest thing of which records say least. */
export function carrierOf(record: MarcRecord): Carrier {
  const type = record.leader[6] ?? 'a'
  const facts = factsOf(record)
  if (facts.form === 'o' || facts.form === 's' || facts.carrierTypes.includes('cr') || facts.physical.startsWith('cr'))
    return 'online-resource'
  if (facts.form === 'a' || facts.physical.startsWith('hd') || facts.physical.startsWith('hb')) return 'microfilm'
  if (facts.form === 'b' || facts.physical.startsWith('he')) return 'microfiche'
  if (type === 'i') return spokenCarrier(facts)
  if (type === 'j') return musicCarrier(facts)
  if (type === 'g') return filmCarrier(facts)
  if (type === 'c' || type === 'd') return /\bparts?\b/.test(facts.extent) ? 'score-and-parts' : 'printed-score'
  if (type === 'e' || type === 'f') return /\batlas/.test(facts.extent) ? 'atlas' : 'sheet-map'
  if (type === 'o' || type === 'r') return objectCarrier(facts, type)
  if (record.leader[7] === 's') return facts.serialType === 'n' ? 'newspaper' : 'journal-volume'
  return textCarrier(facts)
}

interface Facts {
  /** Form of item, 008/23 or 008/29 by kind of material. */
  form: string
  /** The first 007 that says anything. */
  physical: string
  serialType: string
  carrierTypes: string[]
  extent: string
  /** 300, 500 and 538 together, in small letters. */
  words: string
}

function factsOf(record: MarcRecord): Facts {
  const fixed = controlField(record, '008') ?? ''
  const type = record.leader[6] ?? 'a'
  const extent = fieldsOf(record, '300')
    .map((f) => subfields(f, 'abce').join(' '))
    .join(' ')
    .toLowerCase()
  const notes = ['500', '538'].flatMap((tag) => fieldsOf(record, tag).map((f) => subfield(f, 'a') ?? ''))
  return {
    form: ('efgkor'.includes(type) ? fixed[29] : fixed[23]) ?? ' ',
    physical: controlField(record, '007') ?? '',
    serialType: fixed[21] ?? ' ',
    carrierTypes: fieldsOf(record, '338').flatMap((f) => subfields(f, 'b')),
    extent,
    words: [extent, ...notes].join(' ').toLowerCase(),
  }
}

function textCarrier(facts: Facts): Carrier {
  if (facts.form === 'd' || facts.physical.startsWith('tb') || /\blarge print\b/.test(facts.words)) return 'large-print-book'
  if (facts.form === 'f' || facts.physical.startsWith('fb') || /\bbraille\b/.test(facts.extent)) return 'braille-book'
  return 'book'
}

function spokenCarrier(facts: Facts): Carrier {
  if (/\b(preloaded|self-contained)\b.*\bplayer\b|\bplayer\b.*\bpreloaded\b/.test(facts.words)) return 'preloaded-player'
  if (facts.physical.startsWith('ss') || facts.carrierTypes.includes('ss') || /\bcassettes?\b/.test(facts.words)) return 'spoken-cassette'
  return 'spoken-disc'
}

function musicCarrier(facts: Facts): Carrier {
  if (facts.physical.startsWith('ss') || facts.carrierTypes.includes('ss') || /\bcassettes?\b/.test(facts.words)) return 'music-cassette'
  // 007/03 speed: b = 33 1/3 rpm, c = 45 rpm, d = 78 rpm
  if (/^sd.[bcd]/.test(facts.physical) || /\brpm\b|\bvinyl\b/.test(facts.words)) return 'music-record'
  return 'music-disc'
}

function filmCarrier(facts: Facts): Carrier {
  // 007/04 videorecording format: v = DVD, s = Blu-ray, g = laser optical, b = VHS
  const format = facts.physical.startsWith('v') ? facts.physical[4] : undefined
  if (format === 's' || /\bblu-ray\b/.test(facts.words)) return 'blu-ray'
  if (format === 'g' || /\blaser (optical )?(video)?disc|\bclv\b|\bcav\b/.test(facts.words)) return 'laser-disc'
  if (format === 'b' || facts.physical.startsWith('vf') || /\bvideo ?cassettes?\b|\bvhs\b/.test(facts.words)) return 'video-cassette'
  if (facts.physical.startsWith('m') || /\bfilm reels?\b/.test(facts.words)) return 'film-reel'
  return 'dvd'
}

function objectCarrier(facts: Facts, type: string): Carrier {
  if (/\bgame\b/.test(facts.words)) return 'board-game'
  return type === 'o' ? 'mixed-kit' : 'object'
}

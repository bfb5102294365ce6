/**
 * Formats: what a thing is to somebody who wants to carry it home. A carrier belongs to exactly one family.
 * Derived from leader, 007, 008, 33x and, where those are silent, from 300, 500 and 538 (MARC 21 Format for Bibliographic
 * Data; term and code lists of RDA carrier types, 338). Where none of them says the carrier, the family alone is known, or nothing: it is
 * never guessed.
 */
import { controlField, controlFields, fieldsOf, subfield, subfields, type MarcRecord } from '../marc/record.ts'

export const FAMILIES = {
  print: ['book'],
  'large-print': ['large-print-book'],
  braille: ['braille-book'],
  spoken: ['spoken-disc', 'spoken-cassette', 'spoken-recording'],
  player: ['preloaded-player'],
  music: ['music-disc', 'music-record', 'music-cassette', 'music-recording'],
  film: ['dvd', 'blu-ray', 'video-cassette', 'laser-disc', 'film-reel', 'moving-image'],
  score: ['printed-score', 'score-and-parts'],
  map: ['sheet-map', 'atlas'],
  journal: ['journal-volume', 'newspaper'],
  kit: ['board-game', 'mixed-kit'],
  thing: ['object'],
  picture: ['sheet-picture', 'slide'],
  computer: ['computer-disc'],
  microform: ['microfilm', 'microfiche'],
  online: ['online-resource'],
  unknown: ['unknown-kind'],
} as const

export type Family = keyof typeof FAMILIES
export type Carrier = (typeof FAMILIES)[Family][number]

export const FAMILY_CODES = Object.keys(FAMILIES) as Family[]
export const CARRIER_CODES = Object.values(FAMILIES).flat() as Carrier[]
const FAMILY_OF = new Map<string, Family>(FAMILY_CODES.flatMap((family) => FAMILIES[family].map((carrier) => [carrier, family])))

export const isFamily = (code: string): code is Family => Object.hasOwn(FAMILIES, code)
const isCarrier = (code: string): code is Carrier => FAMILY_OF.has(code)

export function familyOf(carrier: Carrier): Family {
  return FAMILY_OF.get(carrier) ?? 'unknown'
}

/** The carriers that a family or carrier code stands for; nothing for an unknown code. */
export function carriersOf(code: string): readonly Carrier[] {
  if (isFamily(code)) return FAMILIES[code]
  return isCarrier(code) ? [code] : []
}

/** What a record says of its carrier in codes: each place that speaks, in the order in which it is believed. */
interface Facts {
  /** Leader/06. */
  type: string
  serial: boolean
  /** Form of item, 008/23 or 008/29 by kind of material. */
  form: string
  /** Every 007. */
  physical: string[]
  /** Type of continuing resource, 008/21; type of visual material, 008/33. */
  serialType: string
  visualType: string
  /** Codes of 338. */
  carrierTypes: string[]
  extent: string
  /** 300, 500 and 538 together, in small letters. */
  words: string
}

export function carrierOf(record: MarcRecord): Carrier {
  const facts = factsOf(record)
  if (isOnline(facts)) return 'online-resource'
  const micro = microformOf(facts)
  if (micro !== null) return micro
  return BY_TYPE[facts.type]?.(facts) ?? 'unknown-kind'
}

/** Leader/06 to the carriers that a thing of that type can have. */
const BY_TYPE: Readonly<Record<string, (facts: Facts) => Carrier | null>> = {
  a: (facts) => (facts.serial ? (facts.serialType === 'n' ? 'newspaper' : 'journal-volume') : textCarrier(facts)),
  t: textCarrier,
  c: scoreCarrier,
  d: scoreCarrier,
  e: ({ extent }) => (/\batlas/.test(extent) ? 'atlas' : 'sheet-map'),
  f: ({ extent }) => (/\batlas/.test(extent) ? 'atlas' : 'sheet-map'),
  g: projectedCarrier,
  i: (facts) => soundCarrier(facts, 'spoken'),
  j: (facts) => soundCarrier(facts, 'music'),
  k: pictureCarrier,
  m: (facts) =>
    says(facts, ['co', 'cb'], ['cd', 'ce']) || /\b(computer|optical) dis[ck]|\bcd-?rom|\bdvd-?rom/.test(facts.words)
      ? 'computer-disc'
      : null,
  o: (facts) => (/\bgames?\b/.test(facts.words) ? 'board-game' : 'mixed-kit'),
  r: ({ words, visualType }) => (visualType === 'g' || /\bgames?\b/.test(words) ? 'board-game' : 'object'),
}

/** Whether an 007 begins so, or a 338 says one of these codes. */
const says = ({ physical, carrierTypes }: Facts, physicals: readonly string[], carriers: readonly string[]): boolean =>
  physical.some((code) => physicals.some((start) => code.startsWith(start))) || carrierTypes.some((code) => carriers.includes(code))

const isOnline = (facts: Facts): boolean => facts.form === 'o' || facts.form === 's' || says(facts, ['cr'], ['cr'])

/** 007/01 of microforms, 338 h-, form of item, and words where those are silent. */
function microformOf(facts: Facts): Carrier | null {
  if (facts.form === 'a' || says(facts, ['hb', 'hc', 'hd', 'hj'], ['hb', 'hc', 'hd', 'hj']) || /\bmicrofilms?\b/.test(facts.extent))
    return 'microfilm'
  if (
    'bc'.includes(facts.form) ||
    says(facts, ['he', 'hf', 'hg', 'ha'], ['he', 'hf', 'hg', 'ha']) ||
    /\bmicro(fiches?|opaques?|cards?)\b/.test(facts.extent)
  )
    return 'microfiche'
  return null
}

function textCarrier(facts: Facts): Carrier | null {
  if (facts.form === 'd' || says(facts, ['tb'], []) || /\blarge (print|type)\b/.test(facts.words)) return 'large-print-book'
  if (facts.form === 'f' || says(facts, ['fb', 'tc'], []) || /\bbraille\b/.test(facts.extent)) return 'braille-book'
  if (/\b(1|one) (cd-?rom|computer (optical )?dis[ck])\b/.test(facts.extent) || says(facts, ['co'], ['cd']))
    return /\b(pages|leaves|volumes?|p\.)/.test(facts.extent) ? 'book' : 'computer-disc'
  return 'book'
}

function scoreCarrier({ extent }: Facts): Carrier {
  return /\bparts?\b/.test(extent) ? 'score-and-parts' : 'printed-score'
}

/** Sound: 007 s-, 338 s-, and words. A disc is told by its speed (007/03) or its size (007/06); reels and rolls are no kind that is known here. */
function soundCarrier(facts: Facts, kind: 'spoken' | 'music'): Carrier {
  if (/\b(preloaded|self-contained)\b.{0,40}\bplayer\b|\bplayer\b.{0,40}\bpreloaded\b/.test(facts.words)) return 'preloaded-player'
  if (says(facts, ['ss'], ['ss']) || /\bcassettes?\b/.test(facts.words)) return kind === 'music' ? 'music-cassette' : 'spoken-cassette'
  // 007/03 speed: b = 33 1/3 rpm, c = 45 rpm, d = 78 rpm
  const grooved =
    facts.physical.some((code) => /^sd.[abcd]/.test(code)) || /\brpm\b|\bvinyl\b|\banalog\b.{0,40}\bdiscs?\b|\blps?\b/.test(facts.words)
  if (grooved) return 'music-record'
  if (says(facts, ['sd'], ['sd']) || /\bdis[ck]s?\b|\bcds?\b/.test(facts.words)) return kind === 'music' ? 'music-disc' : 'spoken-disc'
  return kind === 'music' ? 'music-recording' : 'spoken-recording'
}

/** Videorecordings (007 v-, 338 v-), motion pictures (m-) and other projected pictures (g-). */
function projectedCarrier(facts: Facts): Carrier {
  // 007/04 videorecording format: v = DVD, s = Blu-ray, g = laser optical, b = VHS
  const format = facts.physical.find((code) => code.startsWith('v'))?.[4]
  if (format === 's' || /\bblu-?ray\b/.test(facts.words)) return 'blu-ray'
  if (format === 'g' || /\blaser (optical )?(video)?dis[ck]|\bclv\b|\bcav\b/.test(facts.words)) return 'laser-disc'
  if (format === 'v' || /\bdvds?\b/.test(facts.words)) return 'dvd'
  if (format === 'b' || says(facts, ['vf'], ['vf']) || /\bvideo ?cassettes?\b|\bvhs\b/.test(facts.words)) return 'video-cassette'
  if (
    says(facts, ['m'], ['mc', 'mf', 'mr', 'mo']) ||
    /\bfilm (reels?|cartridges?|cassettes?)\b|\b(8|16|35|70) ?mm\b|\bmotion pictures?\b/.test(facts.words)
  )
    return 'film-reel'
  if (
    says(facts, ['g'], ['gd', 'gf', 'gc', 'gt', 'gs']) ||
    'fst'.includes(facts.visualType) ||
    /\b(slides?|filmstrips?|transparenc(y|ies))\b/.test(facts.words)
  )
    return 'slide'
  return says(facts, ['vd'], ['vd']) || /\bvideo ?dis[ck]s?\b|\bdis[ck]s?\b/.test(facts.words) ? 'dvd' : 'moving-image'
}

function pictureCarrier(facts: Facts): Carrier {
  return says(facts, ['g'], ['gs', 'gf', 'gt']) || 'fst'.includes(facts.visualType) ? 'slide' : 'sheet-picture'
}

/** Characters of extent and notes that are looked at: what a thing is is said at their beginning. */
const LONGEST_WORDS = 20_000

function factsOf(record: MarcRecord): Facts {
  const fixed = controlField(record, '008') ?? ''
  const type = record.leader[6] ?? ' '
  const extent = fieldsOf(record, '300')
    .map((f) => subfields(f, 'abce').join(' '))
    .join(' ')
    .toLowerCase()
  const notes = ['500', '538'].flatMap((tag) => fieldsOf(record, tag).map((f) => subfield(f, 'a') ?? ''))
  const visual = 'gkor'.includes(type)
  return {
    type,
    serial: record.leader[7] === 's',
    form: ('efgkor'.includes(type) ? fixed[29] : fixed[23]) ?? ' ',
    physical: controlFields(record, '007'),
    serialType: fixed[21] ?? ' ',
    visualType: (visual ? fixed[33] : undefined) ?? ' ',
    carrierTypes: fieldsOf(record, '338').flatMap((f) => subfields(f, 'b')),
    extent: extent.slice(0, LONGEST_WORDS),
    words: [extent, ...notes].join(' ').slice(0, LONGEST_WORDS).toLowerCase(),
  }
}

/** Leader, fixed fields and words against the form of a thing (MARC 21 Format for Bibliographic Data: leader, 007, 008, 300, 338). */
import { describe, expect, it } from 'vitest'
import { CARRIER_CODES, carrierOf, carriersOf, FAMILIES, FAMILY_CODES, familyOf, isFamily, type MarcField } from '../index.ts'

/** @param type leader/06; @param level leader/07 */
const record = (
  type: string,
  fields: MarcField[] = [],
  { level = 'm', fixed = {} }: { level?: string; fixed?: Record<number, string> } = {},
) => {
  const signs = [...' '.repeat(40)]
  for (const [place, sign] of Object.entries(fixed)) signs[Number(place)] = sign
  return { leader: `00000n${type}${level} a2200000 i 4500`, fields: [['008', signs.join('')] as MarcField, ...fields] }
}
const physical = (code: string): MarcField => ['007', code]
const extent = (a: string): MarcField => ['300', '  ', 'a', a]
const note = (a: string): MarcField => ['500', '  ', 'a', a]
const carrierType = (b: string): MarcField => ['338', '  ', 'b', b]

describe('the carrier of a record', () => {
  it.each([
    ['text', record('a'), 'book'],
    ['large print by its form', record('a', [], { fixed: { 23: 'd' } }), 'large-print-book'],
    ['large print by its 007', record('a', [physical('tb')]), 'large-print-book'],
    ['large print by its words', record('a', [note('Large print edition.')]), 'large-print-book'],
    ['braille by its form', record('a', [], { fixed: { 23: 'f' } }), 'braille-book'],
    ['braille by its 007', record('a', [physical('fb')]), 'braille-book'],
    ['braille by its extent', record('a', [extent('3 volumes of braille')]), 'braille-book'],
    ['a book on braille is a book', record('a', [note('On the history of braille.')]), 'book'],
    ['a journal', record('a', [], { level: 's' }), 'journal-volume'],
    ['a newspaper', record('a', [], { level: 's', fixed: { 21: 'n' } }), 'newspaper'],
    ['online by its form', record('a', [], { fixed: { 23: 'o' } }), 'online-resource'],
    ['online by its carrier type', record('a', [carrierType('cr')]), 'online-resource'],
    ['online by its 007', record('a', [physical('cr')]), 'online-resource'],
    ['microfilm', record('a', [], { fixed: { 23: 'a' } }), 'microfilm'],
    ['microfiche', record('a', [physical('he')]), 'microfiche'],
    ['a microfilm by its words', record('a', [extent('2 microfilm reels')]), 'microfilm'],
    ['a microfilm reel by its carrier type', record('a', [carrierType('hd')]), 'microfilm'],
    ['an aperture card', record('e', [carrierType('ha')]), 'microfiche'],
    ['a second 007 speaks, too', record('a', [physical('tu'), physical('hd')]), 'microfilm'],
    ['a spoken disc', record('i', [carrierType('sd')]), 'spoken-disc'],
    ['a spoken disc by its words', record('i', [extent('5 audio discs (6 hr.)')]), 'spoken-disc'],
    ['spoken words of which no carrier is said', record('i'), 'spoken-recording'],
    ['a tape reel', record('i', [physical('st'), extent('1 audiotape reel')]), 'spoken-recording'],
    ['a wax cylinder', record('j', [carrierType('se')]), 'music-recording'],
    ['a spoken cassette by its 007', record('i', [physical('ss')]), 'spoken-cassette'],
    ['a spoken cassette by its words', record('i', [extent('4 audio cassettes')]), 'spoken-cassette'],
    ['a player', record('i', [extent('1 preloaded audio player')]), 'preloaded-player'],
    ['a player the other way round', record('i', [note('One player, preloaded.')]), 'preloaded-player'],
    ['a music disc', record('j', [physical('sd fsngnn')]), 'music-disc'],
    ['music of which no carrier is said', record('j'), 'music-recording'],
    ['a record by its speed', record('j', [physical('sd b')]), 'music-record'],
    ['a record by its words', record('j', [extent('1 audio disc : 33 1/3 rpm')]), 'music-record'],
    ['a music cassette', record('j', [carrierType('ss')]), 'music-cassette'],
    ['a film of which no carrier is said', record('g'), 'moving-image'],
    ['a video disc', record('g', [carrierType('vd')]), 'dvd'],
    ['a 16 mm film by its words', record('g', [extent('1 reel (24 min.) ; 16 mm')]), 'film-reel'],
    ['a film reel by its carrier type', record('g', [carrierType('mr')]), 'film-reel'],
    ['a video tape on a reel', record('g', [carrierType('vr'), extent('1 videoreel')]), 'moving-image'],
    ['slides', record('g', [physical('gs'), extent('24 slides')]), 'slide'],
    ['a filmstrip by the kind of visual material', record('g', [], { fixed: { 33: 'f' } }), 'slide'],
    ['a film by its 007', record('g', [physical('vd cvaizq')]), 'dvd'],
    ['Blu-ray by its 007', record('g', [physical('vd csaizq')]), 'blu-ray'],
    ['Blu-ray by its words', record('g', [note('Blu-ray disc.')]), 'blu-ray'],
    ['laser disc', record('g', [physical('vd cgaizq')]), 'laser-disc'],
    ['VHS by its 007', record('g', [physical('vf cbahos')]), 'video-cassette'],
    ['VHS by its words', record('g', [extent('1 videocassette')]), 'video-cassette'],
    ['film reels', record('g', [physical('mr')]), 'film-reel'],
    ['a score', record('c', [extent('1 score (32 pages)')]), 'printed-score'],
    ['a score with parts', record('c', [extent('1 score and 4 parts')]), 'score-and-parts'],
    ['in parts, of which a word is no part', record('c', [extent('1 score, partly coloured')]), 'printed-score'],
    ['a map', record('e'), 'sheet-map'],
    ['an atlas', record('e', [extent('1 atlas')]), 'atlas'],
    ['an online map by its own place of form', record('e', [], { fixed: { 29: 'o' } }), 'online-resource'],
    ['a kit', record('o'), 'mixed-kit'],
    ['a game', record('r', [extent('1 game (64 cards)')]), 'board-game'],
    ['a thing', record('r'), 'object'],
    ['a game by the kind of visual material', record('r', [], { fixed: { 33: 'g' } }), 'board-game'],
    ['a poster', record('k'), 'sheet-picture'],
    ['a computer disc', record('m', [physical('co cga')]), 'computer-disc'],
    ['a program of which no carrier is said', record('m'), 'unknown-kind'],
    ['a book with a disc is a book', record('a', [extent('210 pages + 1 CD-ROM')]), 'book'],
    ['papers of all kinds', record('p'), 'unknown-kind'],
    ['a type that the standard does not have', record('9'), 'unknown-kind'],
  ] as const)('%s', (_, marc, carrier) => {
    expect(carrierOf(marc)).toBe(carrier)
  })
})

describe('families', () => {
  it('have each carrier once', () => {
    expect(new Set(CARRIER_CODES).size).toBe(CARRIER_CODES.length)
    for (const family of FAMILY_CODES) for (const carrier of FAMILIES[family]) expect(familyOf(carrier)).toBe(family)
  })
  it('and carriers stand for themselves, an unknown code for nothing', () => {
    expect(carriersOf('film')).toEqual(['dvd', 'blu-ray', 'video-cassette', 'laser-disc', 'film-reel', 'moving-image'])
    expect(carriersOf('dvd')).toEqual(['dvd'])
    expect([carriersOf('wax'), carriersOf('constructor'), isFamily('toString')]).toEqual([[], [], false])
  })
})

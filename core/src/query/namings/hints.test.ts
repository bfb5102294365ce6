import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { hintIn, volumeReading } from '../index.ts'

const PLACES = [
  { name: 'Ferrygate', code: 'ferrygate' },
  { name: 'Lantern Hill', code: 'lanternhill' },
  { name: 'Isle of Corrow', code: 'corrow' },
]
const THIS_YEAR = 2026
/** "facet=value, since-until, rest" as a narrowing would read it. */
const read = (text: string): string | null => {
  const hint = hintIn(text, PLACES, THIS_YEAR)
  if (!hint) return null
  const values = hint.values.map(({ facet, value }) => `${facet}=${value}`)
  const years = hint.yearFrom === null && hint.yearTo === null ? [] : [`${String(hint.yearFrom ?? '')}-${String(hint.yearTo ?? '')}`]
  return [...values, ...years, `"${hint.rest}"`].join(' ')
}

describe('words that name a narrowing', () => {
  it.each([
    ['herons dvd', 'format=dvd "herons"'],
    ['DVDs on herons', 'format=dvd "herons"'],
    ['herons large print', 'format=large-print "herons"'],
    ['board games', 'format=board-game ""'],
    ['blu-ray harbour', 'format=blu-ray "harbour"'],
    ['herons in Spanish', 'language=spa "herons"'],
    ['spanish herons for children', 'language=spa audience=children "herons"'],
    ['young adults fog', 'audience=teenagers "fog"'],
    ['films at Lantern Hill', 'format=film place=lanternhill ""'],
    ['maps of the Isle of Corrow', 'format=map place=corrow ""'],
    ['fog ferrygate', 'place=ferrygate "fog"'],
    ['new films', 'format=film 2024- ""'],
    ['newest herons', '2024- "herons"'],
    ['herons since 1990', '1990- "herons"'],
    ['herons after 1990', '1991- "herons"'],
    ['herons 1990-1999', '1990-1999 "herons"'],
    ['herons 1990 1999 dvd', 'format=dvd 1990-1999 "herons"'],
    ['a history of the harbour in french', 'language=fre "history of the harbour"'],
    ['for the children', 'audience=children ""'],
    ['nocturnes score and parts', 'format=score-and-parts "nocturnes"'],
    ['printed music harbour', 'format=score "harbour"'],
    ['Reiher als Hörbuch', 'format=spoken "reiher als"'],
    ['deutsche Filme seit 2001', 'language=ger format=film 2001- ""'],
  ])('%j', (text, expected) => {
    expect(read(text)).toBe(expected)
  })
  it.each([
    ['nothing of the kind', 'herons of the estuary'],
    ['a year by itself may be a title', 'the winter of 1987'],
    ['a number that is no year', 'since 3000 boats'],
    ['a year before print', 'since 1400'],
    ['words in quotes are meant as words', '"large print" history'],
    ['so are operators', 'film OR dvd'],
    ['and brackets', '(film) herons'],
    ['and beginnings', 'film*'],
    ['inner parts of words', 'filmed mapping'],
    ['names that every object has', 'constructor tostring'],
    ['nothing at all', ''],
  ])('%s', (_, text) => {
    expect(read(text)).toBeNull()
  })
  it('whatever is typed, what is left are its own words in order, without those that were understood', () => {
    const word = fc.constantFrom('herons', 'dvd', 'in', 'spanish', 'since', '1990', 'new', 'the', 'lantern', 'hill', 'large', 'print')
    fc.assert(
      fc.property(fc.array(word, { maxLength: 8 }), (words) => {
        const hint = hintIn(words.join(' '), PLACES, THIS_YEAR)
        if (!hint) return
        expect(hint.values.length + Number(hint.yearFrom !== null)).toBeGreaterThan(0)
        const all: string[] = words
        let at = 0
        for (const left of hint.rest.split(' ').filter(Boolean)) {
          at = all.indexOf(left, at) + 1
          expect(at).toBeGreaterThan(0)
          expect(['dvd', 'spanish', 'new']).not.toContain(left)
        }
      }),
    )
  })
})

it.each([
  ['the orrick inquests volume 3', ['the orrick inquests 3', 'the orrick inquests']],
  ['Tidal Quarterly, vol. 12', ['tidal quarterly 12', 'tidal quarterly']],
  ['Fog Band 2', ['fog 2', 'fog']],
  ['no 4 of the lamp series', ['4 of the lamp series', 'of the lamp series']],
  ['volume control', null],
  ['"volume 3" orrick', null],
  ['volume 31 (2009)', null],
])('%j names a volume', (text, expected) => {
  const read = volumeReading(text)
  expect(read && [read.withNumber, read.withoutNumber]).toEqual(expected)
})

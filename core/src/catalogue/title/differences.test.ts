import fc from 'fast-check'
import { expect, it } from 'vitest'
import { differencesFrom, type ComparedEdition, type Difference } from '../index.ts'

const ONE: ComparedEdition = {
  carrier: 'book',
  year: 2014,
  edition: 'First edition',
  publisher: 'Saltmarsh Press',
  extent: '251 pages ; 22 cm',
  languages: ['eng'],
  binding: 'hardback',
}

it.each<[string, Partial<ComparedEdition>, Difference[]]>([
  ['the same', {}, []],
  ['another year alone, which its chip says', { year: 2019 }, []],
  ['another language', { languages: ['dan', 'eng'] }, [{ kind: 'language', language: 'dan' }]],
  ['longer', { extent: '294 pages ; 24 cm' }, [{ kind: 'longer', pages: 43 }]],
  ['shorter', { extent: '200 p. ; 20 cm' }, [{ kind: 'shorter', pages: 51 }]],
  ['set a little tighter', { extent: '248 pages ; 20 cm' }, []],
  ['large print, which has more pages by nature', { carrier: 'large-print-book', extent: '420 pages (large print)' }, []],
  ['on discs, whose box is no binding', { carrier: 'spoken-disc', extent: '9 audio discs', binding: 'boxed' }, []],
  ['written otherwise', { publisher: 'SALTMARSH PRESS.', edition: 'First edition.' }, []],
  ['another publisher, another edition, another binding', { publisher: 'Tidewrack', edition: 'Second edition', binding: 'paperback' }, [{ kind: 'edition', text: 'Second edition' }, { kind: 'publisher', text: 'Tidewrack' }, { kind: 'binding', text: 'paperback' }]],
  ['what it does not say', { publisher: null, edition: null, binding: null, extent: null, languages: [] }, []],
])('%s', (_, change, expected) => {
  expect(differencesFrom(ONE, { ...ONE, ...change })).toEqual(expected)
}) // prettier-ignore

it('what is longer from here is shorter from there, and nothing differs from itself', () => {
  const edition = fc.record({
    carrier: fc.constantFrom('book' as const, 'large-print-book' as const, 'dvd' as const),
    year: fc.constant(null),
    edition: fc.constantFrom(null, 'First edition', 'Second edition'),
    publisher: fc.constantFrom(null, 'Saltmarsh', 'Tidewrack'),
    extent: fc.option(fc.nat(900).map((pages) => `${String(pages)} pages`)),
    languages: fc.subarray(['eng', 'dan']),
    binding: fc.constantFrom(null, 'paperback'),
  })
  const pagesOf = (all: Difference[]) => all.flatMap((one) => ('pages' in one ? [one.kind === 'longer' ? one.pages : -one.pages] : []))
  fc.assert(
    fc.property(edition, edition, (a, b) => {
      expect(differencesFrom(a, a)).toEqual([])
      expect(pagesOf(differencesFrom(a, b))).toEqual(pagesOf(differencesFrom(b, a)).map((pages) => -pages))
    }),
  )
})

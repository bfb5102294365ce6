import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { filingOf } from './index.ts'

const inOrder = (language: string, titles: readonly string[]): string[] => {
  const filing = filingOf(language)
  return [...titles].sort((a, b) => (filing(a) < filing(b) ? -1 : filing(a) > filing(b) ? 1 : 0))
}

describe('titles stand as their library’s language files them', () => {
  // Each row is in the order of that language's alphabet.
  it.each([
    ['en', ['Älg', 'Alma', 'Öl', 'Olle', 'Zinn']],
    ['de', ['Adel', 'Ähre', 'Alm', 'Mut', 'Mütze', 'Nuß', 'Öl', 'Zorn']],
    ['sv', ['Ara', 'Olle', 'Yrsa', 'Zebra', 'Ål', 'Älg', 'Öl']],
    ['da', ['Aske', 'Zone', 'Æble', 'Øre', 'Åben']],
    ['es', ['Nube', 'Nuez', 'Ñu', 'Oca']],
    ['et', ['Sahk', 'Šahh', 'Zoo', 'Žanr', 'Tamm', 'Vaal', 'Õun', 'Ämm', 'Öö', 'Üks', 'Xenon']],
    ['tr', ['Cam', 'Çam', 'Dere', 'Gece', 'Ğ', 'Hava', 'Irak', 'İz', 'Oda', 'Ödül', 'Su', 'Şal', 'Ulu', 'Ün']],
    ['pl', ['Lato', 'Ława', 'Mak', 'Zamek', 'Źrebak', 'Żaba']],
    ['cs', ['Cena', 'Čaj', 'Dub', 'Řeka', 'Sen', 'Šat', 'Zub', 'Žal']],
    ['lt', ['Yda', 'Igla', 'Yrka', 'Isla', 'Javas']],
    ['uk', ['Гай', 'Ґава', 'Дім', 'Еко', 'Єна', 'Иржа', 'Іва', 'Їжак', 'Йод', 'Кит']],
    ['ru', ['Ёлка', 'Ель', 'Ерш', 'Ива', 'Йод', 'Кит']],
  ])('%s', (language, titles) => {
    expect(inOrder(language, [...titles].reverse())).toEqual(titles)
  })

  it.each(['sv', 'da', 'es', 'et', 'tr', 'pl', 'cs', 'is', 'uk', 'ru', 'de', 'fr', 'en'])('%s: as ICU does, for any words', (language) => {
    const letters = language === 'uk' || language === 'ru' ? 'абвгґдеєжзийклмоя' : 'abcdeghiklnorstuvxyzáåäçčéğíñóöøõřśşšúüýźżž'
    // What a language files as one letter though it is two (Danish aa with any accents, Czech ch) has no place in this order.
    const word = fc.array(fc.constantFrom(...letters), { minLength: 1, maxLength: 5 }).map((signs) => signs.join('')).filter((one) => !/[aáäå]{2}|ch/.test(one)) // prettier-ignore
    const { compare } = new Intl.Collator(language, { sensitivity: 'base' })
    const filing = filingOf(language)
    fc.assert(
      fc.property(word, word, (a, b) => {
        const [x, y] = [filing(a), filing(b)]
        expect(Math.sign(x < y ? -1 : x > y ? 1 : 0)).toBe(Math.sign(compare(a, b)))
      }),
      { numRuns: 500 * inject('runFactor') },
    )
  })

  it('is what readers type, where a language has no letter of its own', () => {
    expect(filingOf('en')('Ærø Brønd: l’été')).toBe('aero brond l ete')
    expect(filingOf('sv')('Åland')).not.toBe(filingOf('sv')('Aland'))
  })
})

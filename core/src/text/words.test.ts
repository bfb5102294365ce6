import { describe, expect, it } from 'vitest'
import { fold, withoutArticle, wordsOf } from './index.ts'

describe('words', () => {
  it.each([
    ['Ærø Brønd', 'aero brond'],
    ['Żółta łódź', 'zolta lodz'],
    ['Großkopf, ÉTIENNE', 'grosskopf, etienne'],
    ['Þórr', 'thorr'],
  ])('folds %s', (text, folded) => {
    expect(fold(text)).toBe(folded)
  })

  it.each([
    ['The harbourmaster’s inquests', ['the', 'harbourmaster', 'inquests']],
    ['L’eau qui dort', ['l', 'eau', 'qui', 'dort']],
    ['five o’clock', ['five', 'oclock']],
    ['Noʻa, No`a, No´a, No‘a and noa', ['noa', 'noa', 'noa', 'noa', 'and', 'noa']],
    ['Lamp, lens & log: 1:50 000', ['lamp', 'lens', 'log', '1', '50', '000']],
    ['«Пісня» моря', ['пісня', 'моря'].map((w) => w.normalize('NFKD').replace(/[\u0300-\u036f]/g, ''))],
    ['שָׁלוֹם', ['שלום']],
    ['بَحْرٌ كبيـر', ['بحر', 'كبير']],
    ['海の道', ['海の', 'の道']],
    ['第2巻 海', ['第', '2', '巻', '海']],
    ['コーヒーの本', ['コー', 'ーヒ', 'ヒー', 'ーの', 'の本']],
    ['がっこう', ['がっ', 'っこ', 'こう']],
    ['바다의 길', ['바다의', '길']],
    ['', []],
  ])('takes %s apart', (text, words) => {
    expect(wordsOf(text)).toEqual(words)
  })

  it('drops a leading article, in any language or in one, and never the only word', () => {
    expect(withoutArticle(['die', 'uhr'])).toEqual(['uhr'])
    expect(withoutArticle(['die', 'hard'], 'eng')).toEqual(['die', 'hard'])
    expect(withoutArticle(['the'])).toEqual(['the'])
  })
})

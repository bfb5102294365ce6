import fc from 'fast-check'
import { describe, expect, inject, it } from 'vitest'
import { explainCallNumber, readCallNumber, type CallNumberParts, type CallNumberScheme } from './index.ts'

const parts = (scheme: CallNumberScheme, classPart: string, more: Partial<CallNumberParts> = {}): CallNumberParts => ({
  scheme,
  classPart,
  prefix: null,
  itemPart: null,
  suffix: null,
  enumeration: null,
  copy: null,
  ...more,
})
const said = (one: CallNumberParts) => explainCallNumber(one).map(({ kind, text, heading }) => [kind, text, ...(heading === null ? [] : [heading])].join(' ')) // prettier-ignore

describe('the parts of a call number', () => {
  it.each<[string, CallNumberParts, string[]]>([
    ['Dewey', parts('dewey', '387.155', { itemPart: 'VAR 2019' }), ['dewey 387 38', 'decimal .155', 'mark VAR', 'year 2019']],
    ['Dewey with a prefix inside', parts('dewey', 'REF 027', { copy: '2' }), ['prefix REF', 'dewey 027 02', 'copy c.2']],
    ['Dewey with a volume', parts('dewey', '641.5 LUN', { enumeration: 'v.3' }), ['dewey 641 64', 'decimal .5', 'mark LUN', 'volume v.3']],
    [
      'LC',
      parts('lc', 'QA76.73', { itemPart: '.P98 V37 2019' }),
      ['letters QA Q', 'number 76', 'decimal .73', 'cutter .P98', 'cutter V37', 'year 2019'],
    ],
    ['LC, letters alone', parts('lc', 'V'), ['letters V V']],
    ['LC with a work mark', parts('lc', 'PR6058', { itemPart: '.O4a 12' }), ['letters PR P', 'number 6058', 'cutter .O4a', 'figure 12']],
    ['NLM', parts('nlm', 'WY 100', { itemPart: 'B46n' }), ['letters WY WY', 'number 100', 'cutter B46n']],
    ['by author', parts('author', 'FIC', { itemPart: 'HOL' }), ['mark FIC', 'mark HOL']],
    [
      'by author, with a volume',
      parts('author', 'HOL', { prefix: 'FIC', itemPart: 'v.2 2011' }),
      ['prefix FIC', 'mark HOL', 'volume v.2', 'year 2011'],
    ],
    ['by number of accession', parts('accession', 'DVD 1187'), ['text DVD', 'text 1187']],
    ['what its scheme can’t read', parts('dewey', 'Shelf by the door'), ['text Shelf', 'text by', 'text the', 'text door']],
    ['what is no volume does not stand on the spine', parts('lc', 'M1500', { enumeration: 'score' }), ['letters M M', 'number 1500']],
  ])('%s', (_, one, expected) => {
    expect(said(one)).toEqual(expected)
  })

  it('are all of it, in the order of the label, and nothing else', () => {
    const bare = (text: string) => text.replace(/[\s.]/g, '')
    const piece = fc.constantFrom('VAR', '.V37', 'T12', '2019', 'v.3', 'c.2', 'no.7', '12', 'x')
    const head = fc.constantFrom('387.155', '027', 'QA76.73', 'WY 100', 'V', 'FIC', 'Shelf 9', '')
    const scheme = fc.constantFrom<CallNumberScheme>('lc', 'dewey', 'nlm', 'author', 'title', 'accession', 'other')
    const copy = fc.option(fc.constantFrom('1', '2'))
    const prefix = fc.option(fc.constantFrom('REF', 'J'))
    fc.assert(
      fc.property(scheme, prefix, head, fc.array(piece, { maxLength: 3 }), copy, (one, before, classPart, pieces, number) => {
        const all = parts(one, classPart, { prefix: before, itemPart: pieces.join(' '), copy: number })
        expect(
          explainCallNumber(all)
            .map(({ text }) => bare(text))
            .join(''),
        ).toBe(readCallNumber(all).spine.map(bare).join(''))
      }),
      { numRuns: 500 * inject('runFactor') },
    )
  })
})

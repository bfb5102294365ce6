/** MARC-8 octets against the code tables of the standard (MARC 21 Specifications, Character Sets, part 3). */
import { expect, it } from 'vitest'
import { decodeMarc8 } from './marc8.ts'

const ESC = 0x1b
const octets = (...codes: (number | string)[]) =>
  Uint8Array.from(codes.flatMap((code) => (typeof code === 'number' ? [code] : [...code].map((sign) => sign.charCodeAt(0)))))

it.each<[string, Uint8Array, string]>([
  ['plain letters', octets('Salt & tide'), 'Salt & tide'],
  ['a mark before its letter stands after it', octets('M', 0xe2, 'arta'), 'Ma\u0301rta'],
  ['two marks on one letter', octets(0xe2, 0xf2, 'e'), 'e\u0301\u0323'],
  ['letters of their own', octets(0xb2, 0xb5, 0xc7, 0xa1, 0xc8), 'øæßŁ€'],
  ['signs that say where filing begins are left out', octets(0x88, 'The ', 0x89, 'tide'), 'The tide'],
  ['a mark over two letters', octets('a', 0xeb, 't', 0xec, 's'), 'at\u0361s'],
  ['a mark at the end, without a letter', octets('a', 0xe2), 'a\u0301'],
  ['Cyrillic in the lower half', octets(ESC, '(N', 0x6d, 0x4f, 0x52, 0x45, ESC, '(B sea'), 'Море sea'],
  ['Cyrillic in the upper half, beside ASCII', octets(ESC, ')N', 0xed, 0xcf, 0xd2, 0xc5, ' sea'), 'Море sea'],
  ['more Cyrillic', octets(ESC, '(Q', 0x46, 0x47, ESC, 's'), 'ії'],
  ['Greek, an accent before its letter', octets(ESC, '(S', 0x22, 0x61, 0x6a, 0x72, ESC, '(B'), 'α\u0301ηο'],
  ['Hebrew', octets(ESC, '(2', 0x79, 0x6c, 0x65, 0x6d, ESC, '(B'), 'שלום'],
  ['a Hebrew point before its letter', octets(ESC, '(2', 0x40, 0x61, ESC, '(B'), 'בַ'],
  ['Arabic', octets(ESC, '(3', 0x48, 0x4d, 0x51, ESC, '(B'), 'بحر'],
  ['more Arabic', octets(ESC, '(4', 0x29, ESC, '(3', 0x47, ESC, '(B'), 'پا'],
  ['subscripts and superscripts', octets('H', ESC, 'b2', ESC, 'sO, m', ESC, 'p2', ESC, 's'), 'H₂O, m²'],
  ['Greek symbols', octets(ESC, 'ga', ESC, 's-rays'), 'α-rays'],
  ['the comma that says lower half, too', octets(ESC, ',N', 0x41, ESC, ',B'), 'а'],
  ['Extended Latin called by its whole name', octets(ESC, ')!E', 0xb2), 'ø'],
])('%s', (_, bytes, expected) => {
  expect(decodeMarc8(bytes)).toMatchObject({ text: expected, unknown: 0 })
})

it.each<[string, Uint8Array, string, number]>([
  [
    'East Asian characters, three octets each',
    octets(ESC, '$1', 0x21, 0x30, 0x21, 0x21, 0x30, 0x31, ESC, '(B tide'),
    '\ufffd\ufffd tide',
    2,
  ],
  ['a set that is none', octets(ESC, '(Z', 'ab', ESC, '(B c'), '\ufffd\ufffd c', 2],
  ['an octet that a set leaves open', octets('a', 0xff, 'b'), 'a\ufffdb', 1],
  ['an escape at the very end', octets('a', ESC), 'a', 0],
])('what no set has is told: %s', (_, bytes, text, unknown) => {
  expect(decodeMarc8(bytes)).toMatchObject({ text, unknown })
})

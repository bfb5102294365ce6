import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MarcXmlReader, type MarcRecord } from '../index.ts'
import { decodeMarc8 } from './marc8.ts'

const LEADER = '00000nam a2200000 i 4500'
const read = (pieces: readonly string[]) => {
  const reader = new MarcXmlReader()
  return [...pieces.flatMap((piece) => reader.read(piece)), ...reader.end()]
}
const escape = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

/** As the MARC 21 XML schema says it; `prefix` names the namespace. */
function xmlOf({ leader, fields }: MarcRecord, prefix = ''): string {
  const element = (name: string, attributes: string, inner: string) => `<${prefix}${name}${attributes}>${inner}</${prefix}${name}>`
  const inner = fields.map(([tag = '', second = '', ...rest]) => {
    if (tag < '010') return element('controlfield', ` tag="${tag}"`, escape(second))
    const parts = Array.from({ length: rest.length / 2 }, (_, i) =>
      element('subfield', ` code="${rest[2 * i] ?? ''}"`, escape(rest[2 * i + 1] ?? '')),
    )
    return element('datafield', ` tag="${tag}" ind1="${second[0] ?? ' '}" ind2="${second[1] ?? ' '}"`, `\n${parts.join('\n')}\n`)
  })
  return element('record', '', `\n  ${element('leader', '', leader)}\n  ${inner.join('\n  ')}\n`)
}
const collection = (records: string, prefix = '') =>
  `<?xml version="1.0" encoding="UTF-8"?><${prefix}collection xmlns${prefix ? ':m' : ''}="http://www.loc.gov/MARC21/slim">${records}</${prefix}collection>`

const text = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 20 })
  .map((one) => one.replace(/[\u0000-\u001f\u007f-\u009f\ufffe\uffff\r\n]/g, '_'))
const control = fc.record({ tag: fc.constantFrom('001', '008'), text }).map(({ tag, text: value }) => [tag, value])
const data = fc
  .record({
    tag: fc.constantFrom('245', '650', '852'),
    indicators: fc.stringMatching(/^[ 0-9]{2}$/),
    parts: fc.array(fc.tuple(fc.constantFrom('a', 'b', 'p'), text), { minLength: 1, maxLength: 3 }),
  })
  .map(({ tag, indicators, parts }) => [tag, indicators, ...parts.flat()])
const record = fc
  .array(fc.oneof(control, data), { minLength: 1, maxLength: 6 })
  .map((fields) => ({ leader: LEADER, fields }) as unknown as MarcRecord)

describe('MARCXML', () => {
  it('gives back what was written, however it comes in pieces, with or without a prefix', () => {
    fc.assert(
      fc.property(
        fc.array(record, { maxLength: 4 }),
        fc.array(fc.nat(2000), { maxLength: 6 }),
        fc.constantFrom('', 'm:'),
        (records, cuts, prefix) => {
          const xml = collection(records.map((one) => xmlOf(one, prefix)).join('\n'), prefix)
          const ends = [...new Set(cuts.map((cut) => cut % xml.length))].sort((a, b) => a - b)
          const pieces = [0, ...ends].map((from, i) => xml.slice(from, ends[i] ?? xml.length))
          expect(read(pieces)).toEqual(records)
        },
      ),
    )
  })
  it('one record without a good leader is a fault, and the others are read', () => {
    const good = { leader: LEADER, fields: [['001', 'p1']] } as unknown as MarcRecord
    const found = read([collection(`${xmlOf(good)}${xmlOf({ ...good, leader: 'short' })}${xmlOf(good)}`)])
    expect(found).toEqual([good, { field: null, code: 'no-xml-leader', facts: {} }, good])
  })
  it('what breaks off is a fault that says where; what was read before stays read', () => {
    const good = { leader: LEADER, fields: [['001', 'p1']] } as unknown as MarcRecord
    const [first, fault] = read([`<collection>${xmlOf(good)}<record><leader>`])
    expect(first).toEqual(good)
    expect(fault).toMatchObject({ code: 'xml-breaks-off', field: null })
    expect(read(['no XML at all'])[0]).toMatchObject({ code: 'xml-breaks-off' })
  })
  it('entities of its own are no way to make much of little', () => {
    const bomb = `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><collection><record><leader>&b;</leader></record></collection>`
    expect(JSON.stringify(read([bomb])).length).toBeLessThan(1000)
  })
})

describe('MARC-8', () => {
  const octets = (...codes: (number | string)[]) =>
    Uint8Array.from(codes.flatMap((code) => (typeof code === 'number' ? [code] : [...code].map((sign) => sign.charCodeAt(0)))))
  it.each<[string, Uint8Array, string]>([
    ['plain letters', octets('Salt & tide'), 'Salt & tide'],
    ['a mark before its letter stands after it', octets('M', 0xe2, 'arta'), 'Márta'],
    ['two marks on one letter', octets(0xe2, 0xf2, 'e'), 'e\u0301\u0323'],
    ['letters of their own', octets(0xb2, 0xb5, 0xc7, 0xa1), 'øæßŁ'],
    ['signs that say where filing begins are left out', octets(0x88, 'The ', 0x89, 'tide'), 'The tide'],
    ['a mark at the end, without a letter', octets('a', 0xe2), 'a\u0301'],
  ])('%s', (_, bytes, expected) => {
    expect(decodeMarc8(bytes, '245').normalize('NFC')).toBe(expected.normalize('NFC'))
  })
  it.each<[string, Uint8Array, string]>([
    ['another set', octets(0x1b, '(N'), 'marc8-set'],
    ['an octet that means nothing', octets(0xff), 'marc8-octet'],
  ])('%s is refused', (_, bytes, code) => {
    expect(() => decodeMarc8(bytes, '245')).toThrow(
      expect.objectContaining({ fault: expect.objectContaining({ code, field: '245' }) as object }),
    )
  })
})

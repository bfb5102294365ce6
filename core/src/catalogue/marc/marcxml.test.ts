import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { MarcXmlReader, type MarcRecord } from '../index.ts'

const LEADER = '00000nam a2200000 i 4500'
const read = (pieces: readonly string[]) => {
  const reader = new MarcXmlReader()
  return [...pieces.flatMap((piece) => reader.read(piece)), ...reader.end()]
}
const good = (record: MarcRecord) => ({ record, warnings: [] })
const composed = (record: MarcRecord): MarcRecord => ({ ...record, fields: record.fields.map((field) => field.map((part) => part.normalize('NFC'))) }) // prettier-ignore
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
          expect(read(pieces)).toEqual(records.map((one) => good(composed(one))))
        },
      ),
    )
  })
  const one = { leader: LEADER, fields: [['001', 'p1']] } as unknown as MarcRecord
  it('one record without a leader is a fault, one with a short leader is told, and the others are read', () => {
    const found = read([
      collection(`${xmlOf(one)}${xmlOf({ ...one, leader: 'short' })}${xmlOf({ ...one, leader: LEADER.trimEnd().slice(0, 20) })}`),
    ])
    expect(found).toEqual([
      good(one),
      { field: null, code: 'no-xml-leader', facts: {} },
      { record: { ...one, leader: '00000nam a2200000 i  '.padEnd(24) }, warnings: [{ field: null, code: 'no-xml-leader', facts: {} }] },
    ])
  })
  it('what breaks off is a fault that says where, and takes nothing else with it', () => {
    const broken = { code: 'xml-breaks-off', field: null, facts: { where: expect.any(String) as string } }
    const lost = '<m:record><m:leader>a & b</m:leader></m:record><m:record><m:leader>never ends'
    expect(
      read([`<m:collection>${xmlOf(one, 'm:')}${lost}<m:rec`, `ord>${xmlOf(one, 'm:').slice('<m:record>'.length)}</m:collection>`]),
    ).toEqual([good(one), broken, broken, good(one)])
    expect(read([`<collection>${xmlOf(one)}<record><leader>`])).toEqual([good(one), broken])
  })
  it('CDATA is text, and indicators left out are blank', () => {
    const xml = `<record><leader>${LEADER}</leader><datafield tag="245" ind1="1"><subfield code="a"><![CDATA[Salt & <tide>]]></subfield></datafield></record>`
    expect(read([collection(xml)])).toEqual([good({ leader: LEADER, fields: [['245', '1 ', 'a', 'Salt & <tide>']] })])
  })
  it('entities of its own are no way to make much of little', () => {
    const bomb = `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><collection><record><leader>&b;</leader></record></collection>`
    expect(JSON.stringify(read([bomb])).length).toBeLessThan(1000)
  })
})

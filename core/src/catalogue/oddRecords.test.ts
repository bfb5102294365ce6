/**
 * Odd and broken records, and what must come of each: what can be used is used, what is odd is told with its field, and only
 * what is no whole record, or no title, is refused.
 */
import { describe, expect, it } from 'vitest'
import {
  BadRecord,
  copiesIn,
  readIso2709,
  recordFromMarc,
  UNTITLED,
  warnings,
  type BibRecord,
  type MarcRecord,
  type RecordFault,
} from './index.ts'

type Fields = MarcRecord['fields']
const LEADER = '00000nam a2200000 i 4500'
const FIXED = '200101s2019    xx            000 0 eng d'
const USUAL: Fields = [['001', 'x1'], ['008', FIXED], ['245', '10', 'a', 'The salt road /', 'c', 'somebody.']] // prettier-ignore

const marc = (more: Fields, { leader = LEADER, without = [] as string[] } = {}): MarcRecord => ({
  leader,
  fields: [...USUAL.filter(([tag = '']) => !without.includes(tag) && !more.some(([other]) => other === tag)), ...more],
})

const told = (found: readonly RecordFault[]) => found.map(({ code, field }) => (field === null ? code : `${code} ${field}`))

/** What comes of a record: some of what is read, and what is told. */
function read(record: MarcRecord): { title: BibRecord | null; told: string[] } {
  const { warn, found } = warnings()
  try {
    return { title: recordFromMarc(record, warn), told: told(found) }
  } catch (error) {
    if (error instanceof BadRecord) return { title: null, told: [`refused: ${told([error.fault]).join()}`] }
    throw error
  }
}

describe('a title record', () => {
  it.each<[string, MarcRecord, Partial<BibRecord> | null, string[]]>([
    ['as usual', marc([]), { title: 'The salt road', responsibility: 'somebody' }, []],
    ['without a number', marc([], { without: ['001'] }), null, ['refused: no-control-number 001']],
    ['with a blank number', marc([['001', '  ']]), null, ['refused: no-control-number 001']],
    ['with the number of another system alone', marc([['035', '  ', 'a', '(PSL)777']], { without: ['001'] }), { controlNumber: '777' }, ['other-control-number 001']],
    ['with blanks round its number', marc([['001', ' x9 ']]), { controlNumber: 'x9' }, []],
    ['without a title, but a uniform one', marc([['240', '10', 'a', 'Salt road']], { without: ['245'] }), { title: 'Salt road' }, ['title-elsewhere 245']],
    ['without a title, but a heading of its own', marc([['130', '0 ', 'a', 'Tide tables.']], { without: ['245'] }), { title: 'Tide tables' }, ['title-elsewhere 245']],
    ['without a title, but a variant', marc([['246', '3 ', 'a', 'The salt way']], { without: ['245'] }), { title: 'The salt way' }, ['title-elsewhere 245']],
    ['without any title', marc([], { without: ['245'] }), { title: UNTITLED }, ['no-title 245']],
    ['with a title of punctuation', marc([['245', '10', 'a', ' /']]), { title: UNTITLED }, ['no-title 245']],
    ['with two titles', marc([['245', '10', 'a', 'One'], ['245', '10', 'a', 'Two']]), { title: 'One' }, ['several-titles 245']],
    ['with two titles, the first empty', marc([['245', '10', 'b', ''], ['245', '10', 'a', 'Two']]), { title: 'Two' }, ['several-titles 245']],
    ['with odd indicators', marc([['245', 'x7', 'a', 'The tide']]), { title: 'The tide', nonFiling: 7 }, ['title-indicators 245']],
    ['with a letter for what filing skips', marc([['245', '1a', 'a', 'The tide']]), { nonFiling: 0 }, ['title-indicators 245']],
    ['with number and name of a part', marc([['245', '10', 'a', 'The salt road.', 'n', 'Part 2,', 'p', 'Ebb /']]), { title: 'The salt road. Part 2. Ebb' }, []],
    ['with a remainder', marc([['245', '10', 'a', 'Salt :', 'b', 'a road /']]), { title: 'Salt', remainder: 'a road' }, []],
    ['that is deleted is read all the same', marc([], { leader: '00000dam a2200000 i 4500' }), { title: 'The salt road' }, []],
    ['of holdings (u)', marc([], { leader: '00000nu  a2200000 i 4500' }), null, ['refused: is-holdings']],
    ['of holdings (v)', marc([], { leader: '00000nv  a2200000 i 4500' }), null, ['refused: is-holdings']],
    ['of holdings (x)', marc([], { leader: '00000nx  a2200000 i 4500' }), null, ['refused: is-holdings']],
    ['of holdings (y)', marc([], { leader: '00000ny  a2200000 i 4500' }), null, ['refused: is-holdings']],
    ['of a type that is none', marc([], { leader: '00000nqm a2200000 i 4500' }), { carrier: 'unknown-kind' }, []],
    ['without a fixed field', marc([], { without: ['008'] }), { year: null, languages: [], audience: null }, []],
    ['with a short fixed field', marc([['008', '200101s2019']]), { year: 2019, languages: [] }, []],
    ['with a year of which digits are missing', marc([['008', FIXED.replace('2019', '19uu')]]), { year: null }, []],
    ['of a serial that goes on', marc([['008', FIXED.replace('s2019    ', 'c19799999')]]), { year: 1979, lastYear: null }, []],
    ['of a serial that has ended', marc([['008', FIXED.replace('s2019    ', 'd19792004')]]), { year: 1979, lastYear: 2004 }, []],
    ['with the year in the imprint alone', marc([['008', FIXED.replace('2019', '    ')], ['264', ' 1', 'a', 'Northmole :', 'b', 'Quay,', 'c', '[1998]']]), { year: 1998, place: 'Northmole', publisher: 'Quay' }, []],
    ['with an older imprint field', marc([['260', '  ', 'a', 'Northmole :', 'b', 'Quay,', 'c', '1998.']]), { publisher: 'Quay' }, []],
    ['in any language of the standard', marc([['008', FIXED.replace('eng', 'smi')]]), { languages: ['smi'] }, []],
    ['with a terminological code', marc([['008', FIXED.replace('eng', 'deu')]]), { languages: ['ger'] }, []],
    ['with a code in capitals', marc([['008', FIXED.replace('eng', 'FRE')]]), { languages: ['fre'] }, []],
    ['with a code that is none', marc([['008', FIXED.replace('eng', 'xqz')]]), { languages: [] }, ['unknown-language']],
    ['without words', marc([['008', FIXED.replace('eng', 'zxx')]]), { languages: [] }, []],
    ['with codes written together', marc([['041', '1 ', 'a', 'engfre', 'h', 'nor']]), { languages: ['eng', 'fre'], originalLanguage: 'nor' }, []],
    ['with a broken ISBN', marc([['020', '  ', 'a', '978-0-306-40615-8']]), { identifiers: [{ kind: 'other', value: '978-0-306-40615-8', qualifier: null }] }, []],
    ['with an ISBN of a group that nobody knows', marc([['020', '  ', 'a', '9799999999990']]), { identifiers: [{ kind: 'isbn', value: '9799999999990', qualifier: null }] }, []],
    ['with its binding beside its ISBN', marc([['020', '  ', 'a', '9799999999990', 'q', '(pbk.) ;']]), { identifiers: [{ kind: 'isbn', value: '9799999999990', qualifier: 'pbk.' }] }, []],
    ['with a binding behind its ISBN', marc([['020', '  ', 'a', '0306406152 (cloth)']]), { identifiers: [{ kind: 'isbn', value: '9780306406157', qualifier: 'cloth' }] }, []],
    ['with a reference to a character at the end', marc([['245', '10', 'a', 'Tide &amp;']]), { title: 'Tide &amp;' }, []],
    ['that is online', marc([['856', '40', 'u', 'https://read.example/tide', 'y', 'Read it']]), { online: [{ url: 'https://read.example/tide', label: 'Read it' }] }, []],
    ['with a link to something related', marc([['856', '42', 'u', 'https://read.example/tide']]), { online: [] }, []],
    ['with a link that is no web address', marc([['856', '40', 'u', 'javascript:alert(1)'], ['856', '40', 'u', 'ftp://x.example']]), { online: [] }, []],
    ['with an empty series', marc([['490', '0 ', 'v', '3']]), { series: [{ title: '', volume: '3' }] }, []],
    ['with fields of which nobody has heard', marc([['9AB', 'zz', 'q', 'x'], ['777', '  ', 'z', 'y']]), { title: 'The salt road' }, []],
  ])('%s', (_, record, expected, said) => {
    const { title, told: found } = read(record)
    if (expected === null) expect(title).toBeNull()
    else expect(title).toMatchObject(expected)
    expect(found).toEqual(said)
  }) // prettier-ignore
})

describe('a name', () => {
  const named = (...field: string[]) => {
    const [person] = read(marc([['100', ...field]])).title?.people ?? []
    return person && [person.name, person.spoken, person.heading]
  }
  it.each<[string, string[], string[]]>([
    ['surname first', ['1 ', 'a', 'Varrik, Odd,', 'd', '1958-', 'e', 'author.'], ['Varrik, Odd', 'Odd Varrik', 'Varrik, Odd, 1958-']],
    ['a number and a title', ['0 ', 'a', 'John Paul', 'b', 'II,', 'c', 'Pope,', 'd', '1920-2005.'], ['John Paul II', 'John Paul II', 'John Paul II, Pope, 1920-2005']],
    ['without the commas of older rules', ['0 ', 'a', 'John Paul', 'b', 'II', 'c', 'Pope', 'd', '1920-2005'], ['John Paul II', 'John Paul II', 'John Paul II, Pope, 1920-2005']],
    ['a title between name and dates', ['1 ', 'a', 'Brae, Hugh,', 'c', 'Sir,', 'd', '1860-1931'], ['Brae, Hugh', 'Hugh Brae', 'Brae, Hugh, Sir, 1860-1931']],
    ['a title behind the dates', ['1 ', 'a', 'Brae, Hugh,', 'd', '1860-1931,', 'c', 'Sir'], ['Brae, Hugh', 'Hugh Brae', 'Brae, Hugh, 1860-1931, Sir']],
    ['a fuller form', ['1 ', 'a', 'Brae, H.', 'q', '(Hugh),', 'd', '1860-'], ['Brae, H.', 'H. Brae', 'Brae, H. (Hugh), 1860-']],
    ['what somebody is, in brackets', ['0 ', 'a', 'Orra', 'c', '(Musician)'], ['Orra', 'Orra', 'Orra (Musician)']],
    ['a forename with a comma stays', ['0 ', 'a', 'Orra, of the Sound'], ['Orra, of the Sound', 'Orra, of the Sound', 'Orra, of the Sound']],
    ['a family', ['3 ', 'a', 'Varrik family'], ['Varrik family', 'Varrik family', 'Varrik family']],
    ['with an indicator that says nothing', ['  ', 'a', 'Lund, Marta'], ['Lund, Marta', 'Marta Lund', 'Lund, Marta']],
    ['with another', ['x ', 'a', 'Lund, Marta'], ['Lund, Marta', 'Marta Lund', 'Lund, Marta']],
  ])('%s', (_, field, expected) => {
    expect(named(...field)).toEqual(expected)
  }) // prettier-ignore
})

describe('another script', () => {
  const record = marc([
    ['008', FIXED.replace('eng', 'rus')],
    ['100', '1 ', '6', '880-01', 'a', 'Morskoi, Ivan,', 'd', '1950-'],
    ['245', '10', '6', '880-02', 'a', 'More :', 'b', 'roman /'],
    ['500', '  ', 'a', 'Nothing beside it.'],
    ['880', '1 ', '6', '100-01/(N', 'a', 'Морской, Иван,', 'd', '1950-'],
    ['880', '10', '6', '245-02/(N', 'a', 'Море :', 'b', 'роман /'],
    ['880', '  ', '6', '500-00/(N', 'a', 'Само по себе.'],
    ['880', '  ', 'a', 'no link at all'],
  ])
  it('stands beside its partner, and whatever there is can be searched', () => {
    const { title, told: found } = read(record)
    expect(title).toMatchObject({
      title: 'More',
      titleInScript: 'Море : роман',
      people: [{ spoken: 'Ivan Morskoi', inScript: 'Морской, Иван, 1950-' }],
    })
    expect(title?.otherScripts).toEqual([{ field: 'person', text: 'Морской, Иван, 1950-' }, { field: 'title', text: 'Море : роман' }, { field: 'notes', text: 'Само по себе' }]) // prettier-ignore
    expect(found).toEqual([])
  })
})

describe('copies', () => {
  const place = ['a', 'PSLIB', 'b', 'FERRY', 'c', 'FIC']
  const copies = (...fields: Fields) => {
    const { warn, found } = warnings()
    return { copies: copiesIn(marc(fields), warn).map(({ barcode }) => barcode), told: told(found), whole: copiesIn(marc(fields)) }
  }
  const ok: Fields[number] = ['852', '1 ', ...place, 'p', 'A-1', 'h', '823 VAR']
  it.each<[string, Fields, string[], string[]]>([
    ['as usual', [ok], ['A-1'], []],
    ['without a barcode: the others stay', [ok, ['852', '1 ', ...place]], ['A-1'], ['copy-lacks 852']],
    ['without a branch', [ok, ['852', '1 ', 'a', 'PSLIB', 'c', 'FIC', 'p', '2']], ['A-1'], ['copy-lacks 852']],
    ['without a system', [['852', '1 ', 'b', 'FERRY', 'c', 'FIC', 'p', '2']], [], ['copy-lacks 852']],
    ['without a collection', [['852', '1 ', 'a', 'PSLIB', 'b', 'FERRY', 'p', '2']], [], ['copy-lacks 852']],
    ['with a blank barcode', [['852', '1 ', ...place, 'p', '  ']], [], ['copy-lacks 852']],
    ['of a scheme that is none', [['852', 'x ', ...place, 'p', '3']], ['3'], ['unknown-scheme 852']],
    ['with a use of its own', [ok, ['876', '  ', 'p', 'A-1', 'h', 'only on Sundays']], ['A-1'], ['unknown-word 876']],
    ['with a status of its own', [ok, ['876', '  ', 'p', 'A-1', 'j', 'lost at sea']], ['A-1'], []],
    ['of an item of which no place is said', [ok, ['876', '  ', 'p', 'B-7']], ['A-1'], []],
    ['with its barcode in the item alone', [['852', '1 ', ...place], ['876', '  ', 'p', 'B-7'], ['876', '  ', 'p', 'B-8']], ['B-7', 'B-8'], []],
    ['linked to one of two places', [['852', '1 ', '8', '1', ...place], ['852', '1 ', '8', '2', ...place], ['876', '  ', '8', '2.1', 'p', 'B-7']], ['B-7'], ['copy-lacks 852']],
  ])('%s', (_, fields, barcodes, said) => {
    const { copies: found, told: warned } = copies(...fields)
    expect(found).toEqual(barcodes)
    expect(warned).toEqual(said)
  }) // prettier-ignore
  it('a status that is none of ours stands as it is', () => {
    expect(copies(ok, ['876', '  ', 'p', 'A-1', 'j', 'lost at sea']).whole[0]).toMatchObject({ status: 'other', statusText: 'lost at sea' })
    expect(copies(ok, ['876', '  ', 'p', 'A-1', 'j', 'MISSING']).whole[0]).toMatchObject({ status: 'missing', statusText: null })
  })
})

describe('octets', () => {
  const octets = (...parts: (string | number[])[]) =>
    Uint8Array.from(parts.flatMap((part) => (typeof part === 'string' ? [...part].map((sign) => sign.charCodeAt(0)) : part)))
  /** One record octet by octet: 001 "x1", then 245 with these octets behind its $a. */
  function iso(
    title: number[] | string,
    { flag = 'a', tag = '245', number = 'x1', length = 0, directory = (text: string) => text } = {},
  ): Uint8Array {
    const one = octets(number, [0x1e])
    const two = octets('10', [0x1f], 'a', title, [0x1e])
    const entry = (name: string, size: number, start: number) => name + String(size).padStart(4, '0') + String(start).padStart(5, '0')
    const entries = directory(entry('001', one.length, 0) + entry(tag, two.length, one.length))
    const base = 24 + entries.length + 1
    const whole = base + one.length + two.length + 1
    return octets(
      `${String(whole + length).padStart(5, '0')}nam ${flag}22${String(base).padStart(5, '0')} i 4500${entries}`,
      [0x1e],
      [...one],
      [...two],
      [0x1d],
    )
  }
  const come = (bytes: Uint8Array): { fields: string | null; told: string[] } => {
    const { warn, found } = warnings()
    try {
      return { fields: readIso2709(bytes, warn).fields.map((field) => field.join('|')).join(' '), told: told(found) } // prettier-ignore
    } catch (error) {
      if (error instanceof BadRecord) return { fields: null, told: [`refused: ${error.fault.code}`] }
      throw error
    }
  }
  const good = iso('Tide')
  const changed = (bytes: Uint8Array, at: number, to: string) =>
    bytes.map((octet, i) => (i >= at && i < at + to.length ? to.charCodeAt(i - at) : octet))
  it.each<[string, Uint8Array, string | null, string[]]>([
    ['as usual', good, '001|x1 245|10|a|Tide', []],
    ['cut off', good.slice(0, -9), null, ['refused: cut-off']],
    ['with hardly anything', good.slice(0, 10), null, ['refused: too-short']],
    ['nothing at all', new Uint8Array(0), null, ['refused: too-short']],
    ['without a leader', changed(good, 0, 'x'.repeat(24)), null, ['refused: no-leader']],
    ['with a wrong length', iso('Tide', { length: 7 }), '001|x1 245|10|a|Tide', ['wrong-length']],
    ['with a blank length', changed(good, 0, '     '), '001|x1 245|10|a|Tide', ['wrong-length']],
    ['with a wrong base address', changed(good, 12, '00099'), '001|x1 245|10|a|Tide', ['no-base-address']],
    ['with a base address that is no number', changed(good, 12, 'abcde'), '001|x1 245|10|a|Tide', ['no-base-address']],
    ['with a directory of odd length', iso('Tide', { directory: (text) => text.slice(1) }), null, ['refused: no-base-address']],
    ['with a field length too long', changed(good, 24 + 12 + 3, '9999'), '001|x1 245|10|a|Tide', ['field-length 245']],
    ['with a field length too short', changed(good, 24 + 12 + 3, '0003'), '001|x1 245|10|a|Tide', ['field-length 245']],
    ['with a place that is no number', changed(good, 24 + 12 + 7, 'xxxxx'), '001|x1 245|10|a|Tide', ['field-length 245']],
    ['with a tag that is none', iso('Tide', { tag: '2#5' }), '001|x1', ['directory-entry']],
    ['with a terminator inside its number', iso('Tide', { number: 'x\u001e1' }), '001|x 1 245|10|a|Tide', ['control-signs 001']],
    ['with control signs in its title', iso([0x54, 0x00, 0x07, 0x69]), '001|x1 245|10|a|T i', ['control-signs 245']],
    ['with a line end in its title', iso([0x54, 0x0d, 0x0a, 0x69]), '001|x1 245|10|a|T i', ['control-signs 245']],
    ['with a bad octet in UTF-8', iso([0xc5, 0x81, 0x20, 0xff, 0x21]), '001|x1 245|10|a|Ł \ufffd!', ['not-utf8 245']],
    ['with an overlong form', iso([0xc5, 0x81, 0xc0, 0x80]), '001|x1 245|10|a|Ł\ufffd\ufffd', ['not-utf8 245']],
    ['with half of a pair', iso([0xc5, 0x81, 0xed, 0xa0, 0x80]), '001|x1 245|10|a|Ł\ufffd\ufffd\ufffd', ['not-utf8 245']],
    ['with a character cut off', iso([0xc5, 0x81, 0xe2, 0x82]), '001|x1 245|10|a|Ł\ufffd\ufffd', ['not-utf8 245']],
    ['in UTF-8 that says MARC-8', iso([0xc5, 0x81, 0x6f], { flag: ' ' }), '001|x1 245|10|a|Ło', ['is-utf8']],
    ['in MARC-8 that says UTF-8', iso([0xa1, 0x6f], { flag: 'a' }), '001|x1 245|10|a|Ło', ['is-marc8']],
    ['in Latin-1 that says UTF-8, its letter before a stop', iso([0x43, 0x61, 0x66, 0xe9, 0x2e]), '001|x1 245|10|a|Café.', ['is-latin1']],
    ['in Latin-1 that says UTF-8, its letter at the end', iso([0x43, 0x61, 0x66, 0xe9]), '001|x1 245|10|a|Café', ['is-latin1']],
    ['in Latin-1 that says UTF-8, an octet MARC-8 lacks', iso([0x47, 0x72, 0xf6, 0xdf, 0x65]), '001|x1 245|10|a|Größe', ['is-latin1']],
    ['in MARC-8 with a mark that says UTF-8', iso([0x43, 0x61, 0x66, 0xe2, 0x65, 0x2e]), '001|x1 245|10|a|Café.', ['is-marc8']],
    ['in UTF-8 at the least of two octets', iso([0x41, 0xc2, 0xa1]), '001|x1 245|10|a|A¡', []],
    ['with a control character of the upper half', iso([0x41, 0xc2, 0x80, 0x42]), '001|x1 245|10|a|A B', ['control-signs 245']],
    ['with signs around its article', iso([0xc2, 0x98, 0x41, 0x20, 0xc2, 0x9c, 0x42]), '001|x1 245|10|a|A B', ['control-signs 245']],
    ['with a line separator', iso([0x41, 0xe2, 0x80, 0xa8, 0x42]), '001|x1 245|10|a|A B', ['control-signs 245']],
    ['in MARC-8', iso([0xa1, 0x6f], { flag: ' ' }), '001|x1 245|10|a|Ło', []],
    ['in MARC-8 with a superscript', iso([0x6d, 0x1b, 0x70, 0x32, 0x1b, 0x73], { flag: ' ' }), '001|x1 245|10|a|m²', []],
    ['in MARC-8 with an octet that is none', iso([0x6d, 0xff], { flag: ' ' }), '001|x1 245|10|a|m\ufffd', ['marc8-unknown 245']],
    ['with a flag of its own', iso('Tide', { flag: 'x' }), '001|x1 245|10|a|Tide', []],
    ['with a character by its number', iso('Tide &#x1F600;'), '001|x1 245|10|a|Tide \u{1F600}', []],
    ['with a number that no character has', iso('Tide &#xFFFFFF; &#xD800; &#x00;'), '001|x1 245|10|a|Tide &#xFFFFFF; &#xD800; &#x00;', []],
    ['decomposed', iso([0x65, 0xcc, 0x81]), '001|x1 245|10|a|é', []],
    ['with no indicators', changed(iso('Tide'), good.length - 1 - 1 - 4 - 2 - 2, '\u001f\u001f'), '001|x1 245|  |a|Tide', ['no-indicators 245']],
  ])('%s', (_, bytes, fields, said) => {
    expect(come(bytes)).toEqual({ fields, told: said })
  }) // prettier-ignore
})

it('a record as large as any takes no long time, whatever stands in it', () => {
  const many = (make: (i: number) => string[]): Fields => Array.from({ length: 4000 }, (_, i) => make(i))
  const record = marc([
    ...many((i) => ['700', '1 ', '6', `880-${String(i % 99).padStart(2, '0')}`, 'a', `Brae, ${String(i)}`]),
    ...many((i) => ['880', '1 ', '6', `700-${String(i % 99).padStart(2, '0')}`, 'a', 'Брэй']),
    ...many(() => ['500', '  ', 'a', 'analog preloaded '.repeat(400)]),
  ])
  expect(read({ ...record, leader: '00000njm a2200000 i 4500' }).title).toMatchObject({ carrier: 'music-recording' })
})

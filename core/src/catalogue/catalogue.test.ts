import { describe, expect, it } from 'vitest'
import {
  authorityFromMarc,
  DoubtFinder,
  isAuthority,
  isbn13,
  issn,
  BadRecord,
  recordFromMarc,
  copiesIn,
  workKey,
  filingTitle,
  type MarcRecord,
} from './index.ts'

const FIXED = '200101s2019    xx            000 0 eng d'

type Fields = MarcRecord['fields']

const USUAL: Fields = [
  ['001', 'x1'],
  ['008', FIXED],
  ['245', '10', 'a', 'A title'],
]

function record(fields: Fields, leader = '00000nam a2200000 i 4500'): MarcRecord {
  const has = (tag: string) => fields.some((field) => field[0] === tag)
  return {
    leader,
    fields: [...USUAL.filter(([tag = '']) => !has(tag)), ...fields],
  }
}

const faultOf = (work: () => unknown) => {
  try {
    work()
  } catch (error) {
    if (error instanceof BadRecord) return error.fault
    throw error
  }
  return null
}

describe('a title from MARC 21', () => {
  it('takes the fields apart and drops the punctuation between them', () => {
    const title = recordFromMarc(
      record([
        ['100', '1 ', 'a', 'Varrik, Odd,', 'd', '1958-', 'e', 'author.'],
        ['245', '14', 'a', 'The last keepers :', 'b', 'a history /', 'c', 'Odd Varrik.'],
        ['264', ' 1', 'a', 'Northmole :', 'b', 'Quay & Lantern,', 'c', '2019.'],
        ['490', '1 ', 'a', 'Sound lives ;', 'v', '3'],
        ['505', '0 ', 'a', 'Fog -- Lamps -- The relief boat.'],
        ['650', ' 4', 'a', 'Lighthouses', 'z', 'Pellan Sound', 'x', 'History.'],
        ['700', '1 ', 'a', 'Marsk, Lene,', 'e', 'photographer.'],
      ]),
    )
    expect(title).toMatchObject({
      title: 'The last keepers', remainder: 'a history', responsibility: 'Odd Varrik', nonFiling: 4, place: 'Northmole', publisher: 'Quay & Lantern', year: 2019,
      series: [{ title: 'Sound lives', volume: '3' }], contents: ['Fog', 'Lamps', 'The relief boat'], languages: ['eng'], fiction: false,
      subjects: [{ heading: 'Lighthouses – Pellan Sound – History', kind: 'topic' }],
      people: [{ name: 'Varrik, Odd', dates: '1958-', main: true, roles: ['author'] }, { name: 'Marsk, Lene', main: false, roles: ['photographer'] }],
    }) // prettier-ignore
    expect(filingTitle(title)).toBe('last keepers a history')
  })
})

describe('identifiers', () => {
  it('knows an ISBN in any form, and an ISSN, by their check digits', () => {
    expect(isbn13('0-306-40615-2')).toBe('9780306406157')
    expect(isbn13('978 0 306 40615 7')).toBe('9780306406157')
    expect(isbn13('0-306-40615-3')).toBeNull()
    expect(issn('0378-5955')).toBe('03785955')
    expect(issn('0378-5954')).toBeNull()
  })
})

describe('works', () => {
  const work = (fields: Fields, leader?: string) => workKey(recordFromMarc(record(fields, leader)))
  const author: Fields[number] = ['100', '1 ', 'a', 'Cantero, Beatriz,', 'd', '1902-1977']
  it('joins editions, translations and recordings', () => {
    const original = work([author, ['245', '13', 'a', 'La casa de las mareas']])
    expect(work([author, ['240', '10', 'a', 'Casa de las mareas.', 'l', 'English'], ['245', '14', 'a', 'The house of tides']])).toBe(
      original,
    )
    expect(work([author, ['240', '10', 'a', 'Casa de las mareas'], ['245', '14', 'a', 'The tide house']], '00000nim a2200000 i 4500')).toBe(
      original,
    )
  })
  it('parts namesakes and films of books', () => {
    const title: Fields[number] = ['245', '10', 'a', 'Tides']
    expect(work([['100', '1 ', 'a', 'Lund, Marta,', 'd', '1931-2004'], title])).not.toBe(
      work([['100', '1 ', 'a', 'Lund, Marta,', 'd', '1984-'], title]),
    )
    expect(work([title])).not.toBe(work([title], '00000ngm a2200000 i 4500'))
  })
})

describe('doubtful joins', () => {
  const doubts = (...records: Fields[]) => {
    const finder = new DoubtFinder()
    records.forEach((fields, i) => {
      finder.add(recordFromMarc(record([['001', `r${String(i + 1)}`], ...fields])))
    })
    return finder.doubts().map(({ reason, records: named }) => [reason, named.map(({ controlNumber }) => controlNumber).join(' ')])
  }
  const report: Fields[number] = ['245', '10', 'a', 'Annual report']
  const from = (publisher: string): Fields[number] => ['264', ' 1', 'a', 'Pellan :', 'b', `${publisher},`, 'c', '2019.']
  const by = (dates?: string): Fields[number] => ['100', '1 ', 'a', 'Lund, Marta,', ...(dates ? ['d', dates] : [])]
  it.each<[string, Fields[], string[][]]>([
    ['joined by the title alone', [[report, from('Mole Press')], [report, from('Reed House')]], [['joined by title alone', 'r1 r2']]],
    ['joined by title, from one publisher', [[report, from('Mole Press')], [report, from('Mole Press')]], []],
    ['joined by author and title', [[by('1931-'), report, from('Mole Press')], [by('1931-2004'), report, from('Reed House')]], []],
    ['parted by dates', [[by('1931-'), report], [by('1984-'), report]], []],
    ['parted by dates that some lack', [[by('1931-'), report], [by(), report]], [['parted by dates that some records lack', 'r1 r2']]],
    ['some fiction, some not', [[by(), report, ['655', ' 7', 'a', 'Novels']], [by(), report, ['008', `${FIXED.slice(0, 33)}0${FIXED.slice(34)}`]]], [['joined though only some are fiction', 'r1 r2']]],
  ])('%s', (_, records, found) => {
    expect(doubts(...records)).toEqual(found)
  }) // prettier-ignore
})

describe('authority records', () => {
  const authority = (fields: Fields) => authorityFromMarc({ leader: '00000nz  a2200000n  4500', fields: [['001', 'a1'], ...fields] })
  it('give a heading its other names and its neighbours', () => {
    expect(
      authority([
        ['100', '1 ', 'a', 'Orrick, Tamsin,', 'd', '1961-'],
        ['400', '1 ', 'a', 'Vane, Isolde'],
        ['410', '2 ', 'a', 'Vane Society'],
        ['450', '  ', 'a', 'No name'],
        ['500', '1 ', 'a', 'Orrick, Tamsin,', 'd', '1961-'],
        ['500', '1 ', 'a', 'Lund, Marta,', 'd', '1931-2004'],
      ]),
    ).toEqual({
      controlNumber: 'a1',
      kind: 'person',
      heading: 'Orrick, Tamsin, 1961-',
      otherNames: ['Vane, Isolde', 'Vane Society'],
      related: ['Lund, Marta, 1931-2004'],
    })
    expect(
      authority([
        ['150', '  ', 'a', 'Railroads', 'x', 'History'],
        ['450', '  ', 'a', 'Railways', 'x', 'History'],
      ]),
    ).toMatchObject({ kind: 'subject', heading: 'Railroads – History', otherNames: ['Railways – History'] })
  })
  it('are told by their leader, and need a heading that is browsed', () => {
    expect([isAuthority({ leader: '00000nz  a2200000n  4500', fields: [] }), isAuthority(record([]))]).toEqual([true, false])
    expect(faultOf(() => authority([['148', '  ', 'a', 'Nineteenth century']]))?.code).toBe('no-heading')
  })
})

describe('holdings', () => {
  const place = ['a', 'pslib', 'b', 'ferrygate', 'c', 'fiction']
  it('joins location and item information by barcode', () => {
    const [copy] = copiesIn(
      record([
        ['852', '7 ', ...place, 'k', 'LP FIC', 'h', 'ORR v.3', 'p', '300', '2', 'author'],
        ['876', '  ', 'p', '300', 'h', 'here only', 'j', 'missing'],
      ]),
    )
    expect(copy).toMatchObject({
      barcode: '300',
      scheme: 'author',
      prefix: 'LP FIC',
      classPart: 'ORR v.3',
      use: 'here only',
      status: 'missing',
    })
  })
  it('takes the items that are linked to a place, with volume and year by their captions', () => {
    const copies = copiesIn(
      record([
        ['852', '5 ', '8', '1', ...place, 'h', 'Harbour quarterly'],
        ['853', '  ', '8', '1', 'a', 'v.', 'b', 'no.', 'i', '(year)'],
        ['863', '  ', '8', '1.1', 'a', '31', 'i', '2004'],
        ['863', '  ', '8', '1.2', 'a', '31', 'b', '2', 'i', '2004'],
        ['876', '  ', '8', '1.1', 'p', 'A-1', 'd', '20050131', 'j', 'Zur Reparatur'],
        ['876', '  ', '8', '1.2', 'p', 'A-2'],
      ]),
    )
    expect(
      copies.map(({ barcode, enumeration, status, statusText, acquired }) => [barcode, enumeration, status, statusText, acquired]),
    ).toEqual([
      ['A-1', 'v.31 (2004)', 'other', 'Zur Reparatur', '2005-01-31'],
      ['A-2', 'v.31 no.2 (2004)', 'on shelf', null, null],
    ])
  })
})

import { describe, expect, it } from 'vitest'
import { recordFromMarc, type MarcField, type MarcRecord } from '../catalogue/index.ts'
import { citationTags, cslItemOf, jsonLdOf } from './index.ts'

const made = (fields: MarcField[], leader = '00000nam a2200000 i 4500'): MarcRecord => ({ leader, fields: [['001', 'x1'], ...fields] })
const NOVEL = recordFromMarc(
  made([
    ['008', '200101s2019    xx            000 1 eng d'],
    ['020', '  ', 'a', '9781900077729'],
    ['041', '1 ', 'a', 'eng', 'h', 'dan'],
    ['100', '1 ', 'a', 'Varrik, Odd,', 'd', '1961-', 'e', 'author.'],
    ['245', '14', 'a', 'The winter watch :', 'b', 'a novel /', 'c', 'Odd Varrik ; translated by Lene Marsk.'],
    ['250', '  ', 'a', 'Second edition.'],
    ['264', ' 1', 'a', 'Northmole :', 'b', 'Saltmarsh Press,', 'c', '2019.'],
    ['490', '1 ', 'a', 'The Corrow light ;', 'v', '2'],
    ['520', '  ', 'a', 'Four winters on a rock.'],
    ['650', ' 0', 'a', 'Lighthouses', 'v', 'Fiction.'],
    ['700', '1 ', 'a', 'Marsk, Lene,', 'e', 'translator.'],
    ['830', ' 0', 'a', 'Corrow light ;', 'v', '2.'],
  ]),
)

describe('a title as machines read it', () => {
  it('in meta tags: people as they are filed, each of what there is, nothing of what there is not', () => {
    expect(citationTags(NOVEL)).toEqual([
      ['citation_title', 'The winter watch: a novel'],
      ['citation_author', 'Varrik, Odd'],
      ['citation_publication_date', '2019'],
      ['citation_publisher', 'Saltmarsh Press'],
      ['citation_language', 'eng'],
      ['citation_series_title', NOVEL.series[0]?.title],
      ['citation_isbn', '9781900077729'],
    ])
    expect(citationTags(recordFromMarc(made([['245', '00', 'a', 'Tides']])))).toEqual([['citation_title', 'Tides']])
  })
  it('a composer who is the main entry is its author, an editor is none, whoever else has a role neither', () => {
    const people: MarcField[] = [
      ['100', '1 ', 'a', 'Kallmyr, Åsa,', 'e', 'composer.'],
      ['700', '1 ', 'a', 'Oxdal, Mirjam,', 'e', 'editor.'],
      ['700', '1 ', 'a', 'Ekvall, Odd,', 'e', 'illustrator.'],
      ['700', '1 ', 'a', 'Brae, Hugh.'],
    ]
    expect(citationTags(recordFromMarc(made([['245', '00', 'a', 'Tides'], ...people]))).slice(1)).toEqual([
      ['citation_author', 'Kallmyr, Åsa'],
      ['citation_author', 'Brae, Hugh'],
      ['citation_editor', 'Oxdal, Mirjam'],
    ])
  })
  it('as linked data: what kind of thing, who in which role, what it is part of', () => {
    expect(jsonLdOf(NOVEL, 'https://catalex.example/titles/x1')).toMatchObject({
      '@context': 'https://schema.org',
      '@type': 'Book',
      '@id': 'https://catalex.example/titles/x1',
      name: 'The winter watch: a novel',
      author: [{ '@type': 'Person', name: 'Odd Varrik' }],
      translator: [{ '@type': 'Person', name: 'Lene Marsk' }],
      datePublished: '2019',
      inLanguage: ['en'],
      publisher: { '@type': 'Organization', name: 'Saltmarsh Press' },
      isbn: ['9781900077729'],
      description: 'Four winters on a rock.',
      isPartOf: [{ '@type': 'BookSeries', position: '2' }],
    })
  })
  it.each([
    ['a spoken book', '00000nim a2200000 i 4500', 'Audiobook'],
    ['printed music', '00000ncm a2200000 i 4500', 'SheetMusic'],
    ['a map', '00000nem a2200000 i 4500', 'Map'],
    ['a journal', '00000nas a2200000 i 4500', 'Periodical'],
    ['a thing', '00000nrm a2200000 i 4500', 'CreativeWork'],
  ])('%s is of its own type', (_, leader, type) => {
    const linked = jsonLdOf(recordFromMarc(made([['245', '00', 'a', 'Tides']], leader)), 'x')
    expect(linked['@type']).toBe(type)
    expect(linked).not.toHaveProperty('isbn')
  })
})

it('a title as citation styles read it has what the record says, and nothing of what it does not', () => {
  expect(cslItemOf(recordFromMarc(made([['245', '00', 'a', 'Tides']])))).toEqual({ id: 'x1', type: 'book', title: 'Tides' })
  expect(cslItemOf(NOVEL)).toMatchObject({
    id: 'x1',
    type: 'book',
    title: 'The winter watch: a novel',
    author: [{ family: 'Varrik', given: 'Odd' }],
    translator: [{ family: 'Marsk', given: 'Lene' }],
    issued: { 'date-parts': [[2019]] },
    publisher: 'Saltmarsh Press',
    'publisher-place': 'Northmole',
    'collection-number': '2',
    ISBN: '9781900077729',
    language: 'en',
  })
  expect(Object.values(cslItemOf(NOVEL)).filter((value) => value === null || value === undefined || value === '')).toEqual([])
})

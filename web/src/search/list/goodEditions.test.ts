import { EMPTY_QUESTION, withValue, type Question } from '@catalex/core/query'
import { expect, test } from 'vitest'
import { edition, row } from '../../../tests/samples.ts'
import { goodEditions, passingEditions } from './goodEditions.ts'

const EDITIONS = [
  edition('book', { year: 2011 }),
  edition('large', { carrier: 'large-print-book', year: 2015 }),
  edition('disc', { carrier: 'spoken-disc', year: 2016 }),
  edition('french', { languages: ['fre'], year: 1999 }),
  edition('journal', { carrier: 'journal-volume', serial: true }),
]
const narrowed = (...values: ['format' | 'language', string, 'only' | 'not'][]): Question =>
  values.reduce((question, [facet, value, state]) => withValue(question, facet, value, state), EMPTY_QUESTION)
const named = (question: Question, as: string[] = []) =>
  passingEditions(EDITIONS, question, { as }).map(({ controlNumber }) => controlNumber)

test.each<[string, Question, string[], string[]]>([
  ['all, where nothing is chosen', EMPTY_QUESTION, [], ['book', 'large', 'disc', 'french', 'journal']],
  ['a family has its carriers', narrowed(['format', 'spoken', 'only']), [], ['disc']],
  ['formats are alternatives', narrowed(['format', 'large-print', 'only'], ['format', 'spoken-disc', 'only']), [], ['large', 'disc']],
  ['a format that is left out', narrowed(['format', 'print', 'not']), [], ['large', 'disc', 'journal']],
  ['a language', narrowed(['language', 'fre', 'only']), [], ['french']],
  ['years, both included', { ...EMPTY_QUESTION, years: { from: 2015, to: 2016 } }, [], ['large', 'disc']],
  ['the Place line’s formats', EMPTY_QUESTION, ['large-print'], ['large']],
  ['both together', narrowed(['format', 'print', 'only']), ['large-print'], []],
])('%s', (_, question, as, expected) => {
  expect(named(question, as)).toEqual(expected)
})

test('what would do as well is in the same language, and no volume of a journal', () => {
  expect(goodEditions(row('book', 'The salt ledger', { editions: EDITIONS }), EMPTY_QUESTION, { as: [] })).toEqual(['large', 'disc'])
  expect(
    goodEditions(row('book', 'The salt ledger', { editions: EDITIONS }), narrowed(['format', 'large-print', 'only']), { as: [] }),
  ).toEqual(['large'])
})

/** What the interface says, in every language. */
import { expect, test } from 'vitest'
import { first } from './english/first.ts'
import { later } from './english/later.ts'
import { first as erste } from './german/first.ts'
import { later as spätere } from './german/later.ts'

/** Every text by its full name. */
const textsIn = (texts: object, path = ''): [string, string][] =>
  Object.entries(texts).flatMap(([name, value]) =>
    typeof value === 'string' ? [[path + name, value] as [string, string]] : textsIn(value as object, `${path}${name}.`),
  )
const english = new Map([...textsIn(first), ...textsIn(later)])
const german = new Map([...textsIn(erste), ...textsIn(spätere)])

/** The same word in both. */
const SHARED = new Set(['DVD', 'Blu-ray', 'Atlas', 'Format', 'ISBN', 'ISSN', 'CQL', 'Person', 'in'])

test('German says all that English says, in words of its own', () => {
  expect([...german.keys()].sort()).toEqual([...english.keys()].sort())
  const same = [...english].filter(([name, text]) => german.get(name) === text && /\p{L}/u.test(text.replace(/\{\{[^}]*\}\}/g, '')))
  expect(same.filter(([, text]) => !SHARED.has(text))).toEqual([])
})

test('a date in German, which ends with a full stop, ends no sentence', () => {
  expect([...german].filter(([, text]) => /\{\{(date|due|from|until|opens)\}\}\./.test(text))).toEqual([])
})

test('each says the same facts', () => {
  const facts = (text: string | undefined) => [...new Set((text ?? '').match(/\{\{\s*\w+/g) ?? [])].sort()
  // A text for exactly one may leave the number out; one that names a form may say more.
  for (const [name, text] of english) expect([name, facts(german.get(name))]).toEqual([name, facts(text)])
})

test('words are those that were agreed', () => {
  const LEFT_BEHIND = [
    /\bto be had\b/i, /\bearlier\b/i, /\bfold away\b/i, /\btake back\b/i, /\bdrop\b/i, /\bfor whom\b/i, /\bspoken word\b/i, /\bin line\b/i, /\bcopy is free\b/i,
    /\blately\b/i, /\bshut\b/i, /\btill\b/i, /\bleads on\b/i, /\bbegin at\b/i, /\bgo there\b/i, /\bdo not go together\b/i, /\bby kind\b/i, /\bstands there\b/i,
    /\bheld for you\b/i, /\bcarry on looking\b/i, /\bnothing out\b/i, /\bnothing here has\b/i, /!/, /\boops\b/i, /please note/i,
  ] // prettier-ignore
  for (const [name, text] of english) for (const word of LEFT_BEHIND) expect(word.test(text), `${name}: ${text}`).toBe(false)
  expect(english.get('narrowing.names.copies')).toBe('Availability')
  expect(english.get('narrowing.only_other')).toMatch(/^Limit to /)
  expect(english.get('search.row.chip')).toBe('{{inNow}} of {{owned}} in')
  expect(english.get('search.emptyTitle')).toBe('No title has all of that')
  expect(english.get('search.emptyOffers')).toBe('Try one of these')
})

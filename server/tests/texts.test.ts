/** What the server says to readers, in every language. */
import { DEFAULT_LANGUAGE, LANGUAGE_CODES, type Language } from '@catalex/core/languages'
import { describe, expect, it } from 'vitest'
import { texts } from '../src/texts/index.ts'

const textsIn = (all: object, path = ''): [string, string][] =>
  Object.entries(all).flatMap(([name, value]) =>
    typeof value === 'string' ? [[path + name, value] as [string, string]] : textsIn(value as object, `${path}${name}.`),
  )
const textsOf = (code: Language) =>
  new Map(['notices', 'mail'].flatMap((file) => textsIn((texts.getResourceBundle(code, file) ?? {}) as object, `${file}.`)))
const english = textsOf(DEFAULT_LANGUAGE)

describe.each(LANGUAGE_CODES)('%s', (code) => {
  it('says all that English says, with the same facts', () => {
    const facts = (text = '') => [...new Set(text.match(/\{\{\w+\}\}/g) ?? [])].sort()
    expect([...textsOf(code).keys()].sort()).toEqual([...english.keys()].sort())
    for (const [name, text] of textsOf(code)) expect(facts(text), name).toEqual(facts(english.get(name)))
  })

  it('says at most 20 words a sentence', () => {
    for (const [name, text] of textsOf(code))
      for (const sentence of text.split(/(?<=[.?:])\s+|\n/))
        expect(sentence.split(/\s+/).length, `${name}: ${sentence}`).toBeLessThanOrEqual(20)
  })
})

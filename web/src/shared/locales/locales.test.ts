/** What the interface says, in every language. */
import { DEFAULT_LANGUAGE, LANGUAGE_CODES, type Language } from '@catalex/core/languages'
import { describe, expect, it, test } from 'vitest'
import { loadCaptions, loadDeferred, loadInitial } from './loadTexts.ts'

/** Every text by its full name. */
const textsIn = (texts: object, path = ''): [string, string][] =>
  Object.entries(texts).flatMap(([name, value]) =>
    typeof value === 'string' ? [[path + name, value] as [string, string]] : textsIn(value as object, `${path}${name}.`),
  )

const load = async (code: Language) =>
  new Map(
    [...(await loadInitial(code)), ...(await loadDeferred(code)), { captions: await loadCaptions(code) }].flatMap((file) => textsIn(file)),
  )

const TEXTS = new Map(await Promise.all(LANGUAGE_CODES.map(async (code) => [code, await load(code)] as const)))
const textsOf = (code: Language): Map<string, string> => TEXTS.get(code) ?? new Map()
const english = textsOf(DEFAULT_LANGUAGE)

const PLURAL = /(_ordinal)?_(zero|one|two|few|many|other)$/
/** Names of texts without what each says for one, for two … */
const stems = (texts: Map<string, string>) => [...new Set([...texts.keys()].map((name) => name.replace(PLURAL, '')))].sort()
const formsOf = (texts: Map<string, string>, stem: string) =>
  [...texts.keys()].filter((name) => PLURAL.test(name) && name.replace(PLURAL, '') === stem).map((name) => name.slice(stem.length))

describe.each(LANGUAGE_CODES)('%s', (code) => {
  const texts = textsOf(code)

  it('says all that English says, and nothing else', () => {
    expect(stems(texts)).toEqual(stems(english))
  })

  it('has a text for each number that the language tells apart', () => {
    const categories = (type: 'cardinal' | 'ordinal') => new Intl.PluralRules(code, { type }).resolvedOptions().pluralCategories
    for (const stem of stems(english)) {
      const asked = formsOf(english, stem)
      if (asked.length === 0) expect(formsOf(texts, stem), stem).toEqual([])
      else {
        const ordinal = asked[0]?.startsWith('_ordinal') ?? false
        // Nothing at all may have a text of its own in any language.
        const wanted = categories(ordinal ? 'ordinal' : 'cardinal').map((category) => (ordinal ? `_ordinal_${category}` : `_${category}`))
        expect(
          formsOf(texts, stem)
            .filter((form) => form !== '_zero')
            .sort(),
          stem,
        ).toEqual(wanted.sort())
      }
    }
  })

  it('names the same facts', () => {
    const facts = (all: Map<string, string>, stem: string) =>
      [
        ...new Set([...all].filter(([name]) => name.replace(PLURAL, '') === stem).flatMap(([, text]) => text.match(/\{\{\s*\w+/g) ?? [])),
      ].sort()
    for (const stem of stems(english)) expect(facts(texts, stem), stem).toEqual(facts(english, stem))
  })

  it('says at most 20 words a sentence, and never shouts', () => {
    for (const [name, text] of texts) {
      expect(text, name).not.toMatch(/!/)
      // A list of codes is read item by item.
      if (name === 'help.sections.experts.text') continue
      for (const sentence of text.split(/(?<=[.?])\s+|\n/))
        expect(sentence.split(/\s+/).length, `${name}: ${sentence}`).toBeLessThanOrEqual(20)
    }
  })
})

test('a date in German, which ends with a full stop, ends no sentence', () => {
  expect([...textsOf('de')].filter(([, text]) => /\{\{(date|due|from|until|opens)\}\}\./.test(text))).toEqual([])
})

/** Words that were given up, each for a plainer one. */
const GIVEN_UP: Record<Language, RegExp[]> = {
  en: [
    /\bnarrow(ed|ing|ings)?\b(?! the search)/i, // filter
    /\b(whoever|somebody|those who)\b/i, // you, another reader
    /\bwithdraw\b/i, // cancel, remove
    /\bby mail\b|\bmail\b(?!@)|\be-mail\b/i, // email
    /\b(stands|stand) (in|at|there|again|where|side)\b/i, // is on the shelf
    /\bways\b/i, // routes
    /\b(to be had|take back|fold away|for whom|in line|lately|shut|till|oops|please note)\b/i,
  ],
  de: [
    /\baufheben|aufgehoben\b/i, // stornieren, speichern
    /Geheimzahl|Karte hat/, // PIN, Ausweis
    /\bmailen\b|\bMail(adresse)?\b(?<!E-Mail)/, // E-Mail
    /Textnachricht|im Netz\b/, // SMS, online
    /\bDinge?\b/, // Gegenstand, Exemplar
    /angekreuzt|ankreuzen|eingrenzen/i, // auswählen, filtern
  ],
}

test.each(LANGUAGE_CODES)('%s: words are those that were agreed', (code) => {
  const texts = [...textsOf(code)].filter(([name]) => !name.startsWith('captions.'))
  for (const [name, text] of texts)
    for (const word of GIVEN_UP[code]) expect(word.test(text), `${name}: ${text} (${String(word)})`).toBe(false)
})

test('one idea, one word', () => {
  expect(english.get('narrowing.names.copies')).toBe('Availability')
  expect(english.get('narrowing.only_other')).toMatch(/^Filter to /)
  expect(english.get('search.row.chip')).toBe('{{inNow}} of {{owned}} available')
  expect(english.get('search.emptyTitle')).toBe('No titles match all of that')
  expect(english.get('search.sorts.in-hand')).toBe('soonest in your hands')
})

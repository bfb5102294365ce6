import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { editsBetween, nearTable, nearWords } from './spelling.ts'
import type { SearchIndex } from '../store/columns.ts'
import { sortTexts, TextList } from '../store/textList.ts'

const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), minLength: 3, maxLength: 6 })
const letters = [...'abc']

/** Every word that one edit makes of another. */
const edited = (text: string): Set<string> => {
  const found = new Set<string>()
  for (let i = 0; i <= text.length; i += 1) {
    const [head, tail] = [text.slice(0, i), text.slice(i)]
    for (const letter of letters) found.add(head + letter + tail).add(head + letter + tail.slice(1))
    if (tail !== '') found.add(head + tail.slice(1))
    if (tail.length > 1) found.add(head + tail[1] + tail[0] + tail.slice(2))
  }
  return found
}

const indexOf = (words: string[]): SearchIndex => {
  const terms = TextList.of(sortTexts([...words]))
  const postings = {
    termStart: Uint32Array.from({ length: words.length + 1 }, (_, i) => i),
    postMask: new Uint8Array(words.length).fill(1),
  }
  return {
    terms,
    ...postings,
    ...nearTable(terms, { ...postings, postDoc: new Uint32Array(0), spotBlock: new Uint32Array(0), spots: new Uint8Array(0) }),
  } as unknown as SearchIndex
}

describe('spelling', () => {
  it.each([
    ['varrick', 'varrik', 1],
    ['orrcik', 'orrick', 1],
    ['lund', 'lund', 0],
    ['przybylkowic', 'przybylkowicz', 1],
    ['havik', 'havvick', 2],
  ])('%s is %s with %i edits', (a, b, edits) => {
    expect(editsBetween(a, b)).toBe(edits)
  })

  it('counts one edit where one edit was made', () => {
    fc.assert(
      fc.property(word, (text) => {
        for (const other of edited(text)) expect(editsBetween(text, other)).toBe(other === text ? 0 : 1)
      }),
    )
  })

  it('finds every word within two edits, and no other', () => {
    fc.assert(
      fc.property(fc.uniqueArray(word, { minLength: 1, maxLength: 40 }), word, (words, sought) => {
        const most = sought.length < 4 ? 1 : 2
        const found = nearWords(indexOf(words), sought, 100).map((near) => near.word)
        expect(found.sort()).toEqual(words.filter((one) => one !== sought && editsBetween(one, sought) <= most).sort())
      }),
    )
  })
})

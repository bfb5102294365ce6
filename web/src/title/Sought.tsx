/** A text of a title with the words marked that led to it. */
import { questionFromAddress } from '@catalex/core/query'
import { wordsOf } from '@catalex/core/text'
import { Fragment, useMemo } from 'react'
import { useCameFrom } from '../shared/links.ts'

/** Words of the search that one came from; none where it had none, or was none. */
export function useSoughtWords(): ReadonlySet<string> {
  const address = useCameFrom()?.address
  return useMemo(() => {
    const { q } = questionFromAddress(new URLSearchParams(address?.split('?')[1] ?? ''))
    return new Set(wordsOf(q).filter((word) => word.length > 2))
  }, [address])
}

/** Letters in which two forms of one word may differ at their ends. */
const ENDING = 3
/** So many letters they share at least. */
const STEM = 4

/** The same word, or another form of it. */
const isSought = (word: string, sought: ReadonlySet<string>): boolean =>
  [...sought].some((one) => {
    const [shorter, longer] = one.length < word.length ? [one, word] : [word, one]
    return shorter === longer || (shorter.length >= STEM && longer.length - shorter.length <= ENDING && longer.startsWith(shorter))
  })

export function Sought({ text, words }: { text: string; words: ReadonlySet<string> }) {
  if (words.size === 0) return text
  return text
    .split(/([\p{L}\p{N}\p{M}]+)/u)
    .map((piece, i) =>
      wordsOf(piece).some((word) => isSought(word, words)) ? <mark key={i}>{piece}</mark> : <Fragment key={i}>{piece}</Fragment>,
    )
}

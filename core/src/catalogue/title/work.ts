/**
 * Which records are the same work: the same author (or none), the same title in its original wording, the same kind of
 * thing. Editions, translations and recordings of a text share one key; two authors of one name do not, where dates tell
 * them apart; a film of a novel is another work.
 */
import { plain, withoutArticle, wordsOf, type Filing } from '../../text/index.ts'
import { familyOf } from './formats.ts'
import type { BibRecord } from './record.ts'

export function workKey(title: BibRecord): string {
  const { kind, author, born, wording } = workKeyParts(title)
  return [kind, [author, ...(born === null ? [] : [born])].join(' '), wording].join('|')
}

export interface WorkKeyParts {
  kind: string
  author: string
  /** A birth year parts namesakes; the rest of the dates differs between records of one person. */
  born: string | null
  wording: string
}

export function workKeyParts(title: BibRecord): WorkKeyParts {
  const main = title.people.find((person) => person.main)
  return {
    kind: kindOf(title),
    author: main ? plain(main.name) : '',
    born: /\d{4}/.exec(main?.dates ?? '')?.[0] ?? null,
    wording: wordingOf(title),
  }
}

/** Text in any carrier is one kind; a serial, a film, a score, a recording of music, a map or a thing is each its own. */
function kindOf(title: BibRecord): string {
  const family = familyOf(title.carrier)
  const text = ['print', 'large-print', 'braille', 'spoken', 'player', 'microform', 'online']
  return text.includes(family) ? 'text' : family
}

function wordingOf(title: BibRecord): string {
  if (title.uniformTitle) return withoutArticle(wordsOf(title.uniformTitle.replace(/\.\s*\p{Lu}\p{Ll}+$/u, ''))).join(' ')
  return wordsOf(title.title.slice(title.nonFiling)).join(' ')
}

/** The title as it is filed: without the leading article, as the library's language files its letters. */
export function filingTitle(title: BibRecord, filing: Filing = plain): string {
  const rest = title.title.slice(title.nonFiling)
  return filing([rest, title.remainder ?? ''].join(' '))
}

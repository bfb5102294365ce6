/** Words of a record: in their own language and direction, and whatever signs they hold turn nothing round them about. */
interface Props {
  children: string
  /** ISO 639-2 code. */
  language?: string | undefined
}

export const Words = ({ children, language }: Props) => <bdi lang={tagOf(language, children)}>{children}</bdi>

/** "spa" -> "es", of Arabic in Latin letters "ar-Latn"; none for several languages, for none, or for an unknown one. */
function tagOf(language: string | undefined, text: string): string | undefined {
  if (language === undefined) return undefined
  if (!tags.has(language)) tags.set(language, readTag(language))
  const tag = tags.get(language)
  return tag?.usual === 'Latn' || !ROMANISED.test(text) ? tag?.tag : tag && `${tag.tag}-Latn`
}

/** Letters, all of them Latin: a language that is written otherwise is romanised then. */
const ROMANISED = /^(?=.*\p{Script=Latin})(?:\p{Script=Latin}|\P{L}|\p{Lm})*$/su

/** A language, and the script in which it is written. */
interface LanguageTag {
  tag: string
  usual: string | undefined
}
const tags = new Map<string, LanguageTag | undefined>()

function readTag(language: string): LanguageTag | undefined {
  if (!language || !/^[a-z]{3}$/.test(language) || ['mul', 'und', 'zxx'].includes(language)) return undefined
  const [tag] = Intl.getCanonicalLocales(language)
  return tag === undefined ? undefined : { tag, usual: new Intl.Locale(tag).maximize().script }
}

/** Words of a record: in their own language and direction, and whatever signs they hold turn nothing round them about. */
interface Props {
  children: string
  /** ISO 639-2 code. */
  language?: string | undefined
}

export const Words = ({ children, language }: Props) => <bdi lang={tagOf(language)}>{children}</bdi>

/** "spa" -> "es"; none for several languages, for none, or for an unknown one. */
function tagOf(language: string | undefined): string | undefined {
  if (language !== undefined && !tags.has(language)) tags.set(language, readTag(language))
  return language === undefined ? undefined : tags.get(language)
}

const tags = new Map<string, string | undefined>()

function readTag(language: string): string | undefined {
  if (!language || !/^[a-z]{3}$/.test(language) || ['mul', 'und', 'zxx'].includes(language)) return undefined
  return Intl.getCanonicalLocales(language)[0]
}

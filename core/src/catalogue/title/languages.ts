/** Languages of a record: 008/35-37 and 041 (MARC 21 Code List for Languages, which is ISO 639-2/B). */
import { iso6392 } from 'iso-639-2'
import type { Warn } from '../marc/faults.ts'
import { fieldsOf, subfields, type MarcRecord } from '../marc/record.ts'

/** Bibliographic codes, by themselves and by their terminological forms ("deu" for "ger"). */
const CODES = new Map(
  iso6392.flatMap(({ iso6392B, iso6392T }): [string, string][] => [
    [iso6392B, iso6392B],
    ...(iso6392T === undefined ? [] : [[iso6392T, iso6392B] as [string, string]]),
  ]),
)

/** Codes that name no language: no words at all, not said, several. */
const NO_LANGUAGE = ['zxx', 'und', 'mul', '   ', '|||', '']

export interface Languages {
  languages: string[]
  originalLanguage: string | null
}

export function languagesOf(record: MarcRecord, fixed: string, warn: Warn): Languages {
  const known = (code: string): string[] => {
    if (NO_LANGUAGE.includes(code)) return []
    const found = CODES.get(code)
    if (found === undefined) warn('unknown-language', null, { code })
    return found === undefined ? [] : [found]
  }
  const coded = (codes: string) => fieldsOf(record, '041').flatMap((f) => subfields(f, codes).flatMap(inThrees))
  const languages = [...new Set([fixed.slice(35, 38).toLowerCase(), ...coded('ad')].flatMap(known))]
  return {
    languages,
    originalLanguage:
      coded('h')
        .flatMap(known)
        .find((code) => !languages.includes(code)) ?? null,
  }
}

/** Older records write several codes into one subfield: "engfre". */
const inThrees = (codes: string): string[] => codes.toLowerCase().match(/[a-z]{3}/g) ?? []

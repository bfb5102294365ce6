/** Volume and year of an item, from 863 to 865 with the captions of 853 to 855 (MARC 21 Format for Holdings Data). */
import { fieldsOf, subfield, tagOf, type MarcField, type MarcRecord } from '../marc/record.ts'

/** $8: the number of the group, and the sequence inside it ("1.4"). */
export function linkOf(field: MarcField): { number: string; whole: string } | null {
  const [, number, sequence] = /^(\d+)(?:\.(\d+))?/.exec(subfield(field, '8')?.trim() ?? '') ?? []
  return number === undefined ? null : { number, whole: sequence === undefined ? number : `${number}.${sequence}` }
}

const ENUMERATION = [...'abcdefgh']
const CHRONOLOGY = [...'ijklm']

/** Says of an item "v.12 no.3 (2004)"; null where nothing is linked to it. */
export function enumerationsIn(record: MarcRecord): (item: MarcField) => string | null {
  const values = byLink(fieldsOf(record, '863', '864', '865'), ({ whole }) => whole)
  const captions = byLink(fieldsOf(record, '853', '854', '855'), ({ number }, field) => `${tagOf(field)} ${number}`)
  return (item) => {
    const link = linkOf(item)
    const said = link && values.get(link.whole)
    return link && said ? inWords(said, captions.get(`${captionTag(said)} ${link.number}`)) : null
  }
}

/** The first of each. */
function byLink(
  fields: readonly MarcField[],
  keyOf: (link: { number: string; whole: string }, field: MarcField) => string,
): Map<string, MarcField> {
  const found = new Map<string, MarcField>()
  for (const field of fields) {
    const link = linkOf(field)
    const key = link && keyOf(link, field)
    if (key !== null && !found.has(key)) found.set(key, field)
  }
  return found
}

function inWords(values: MarcField, captions: MarcField | undefined): string | null {
  const levels = ENUMERATION.flatMap((code) => {
    const value = subfield(values, code)?.trim()
    return value ? [`${captionIn(captions, code)}${value}`] : []
  })
  const dates = CHRONOLOGY.flatMap((code) => subfield(values, code)?.trim() || [])
  return [levels.join(' '), dates.length > 0 ? `(${dates.join('/')})` : ''].filter(Boolean).join(' ') || null
}

/** 863 has its captions in 853, and so on. */
const captionTag = (values: MarcField): string => `85${tagOf(values).slice(2)}`

/** A caption in brackets is not written down with its value. */
function captionIn(captions: MarcField | undefined, code: string): string {
  const caption = captions ? subfield(captions, code)?.trim() : undefined
  return caption === undefined || caption.startsWith('(') ? '' : caption
}

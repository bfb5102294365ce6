/** Volume and year of an item, from 863 to 865 with the captions of 853 to 855 (MARC 21 Format for Holdings Data). */
import { fieldsOf, subfield, tagOf, type MarcField, type MarcRecord } from '../marc/record.ts'

/** $8: the number of the group, and the sequence inside it ("1.4"). */
export function linkOf(field: MarcField): { number: string; whole: string } | null {
  const [, number, sequence] = /^(\d+)(?:\.(\d+))?/.exec(subfield(field, '8')?.trim() ?? '') ?? []
  return number === undefined ? null : { number, whole: sequence === undefined ? number : `${number}.${sequence}` }
}

const ENUMERATION = [...'abcdefgh']
const CHRONOLOGY = [...'ijklm']

/** "v.12 no.3 (2004)"; null where nothing is linked to the item. */
export function enumerationOf(record: MarcRecord, item: MarcField): string | null {
  const link = linkOf(item)
  if (link === null) return null
  const values = fieldsOf(record, '863', '864', '865').find((field) => linkOf(field)?.whole === link.whole)
  if (!values) return null
  const captions = fieldsOf(record, captionTag(values)).find((field) => linkOf(field)?.number === link.number)
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

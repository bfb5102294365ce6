/**
 * A MARC 21 record in memory: a leader and fields, a field being its tag, its indicators and then code and value in
 * turn (`['245', '14', 'a', 'The winter watch']`), a control field its tag and its value.
 */
export interface MarcRecord {
  leader: string
  fields: MarcField[]
}

export type MarcField = readonly string[]

export const tagOf = ([tag = '']: MarcField): string => tag

export const isControlTag = (tag: string): boolean => tag < '010'

export function controlField(record: MarcRecord, tag: string): string | undefined {
  return record.fields.find((field) => field[0] === tag)?.[1]
}

export const controlFields = (record: MarcRecord, tag: string): string[] =>
  record.fields.flatMap((field) => (field[0] === tag ? [field[1] ?? ''] : []))

export function fieldsOf(record: MarcRecord, ...tags: string[]): MarcField[] {
  return record.fields.filter((field) => tags.includes(tagOf(field)))
}

export function indicator(field: MarcField, which: 1 | 2): string {
  return field[1]?.[which - 1] ?? ' '
}

/** The first subfield with one of these codes. */
export function subfield(field: MarcField, code: string): string | undefined {
  for (let i = 2; i < field.length; i += 2) if (field[i] === code) return field[i + 1]
  return undefined
}

/** All subfields whose code is among `codes`, in the order of the field. */
export function subfields(field: MarcField, codes: string): string[] {
  const found: string[] = []
  for (let i = 2; i < field.length; i += 2) if (codes.includes(field[i] ?? '')) found.push(field[i + 1] ?? '')
  return found
}

/** A value without the punctuation that the cataloguing rules put between fields. */
export function trimmed(value: string): string {
  const given = value.trim()
  // A reference to a character ends with a semicolon of its own.
  const bare = /[/:;,=]$/.test(given) && !/&#?\w{1,31};$/.test(given) ? given.slice(0, -1).trim() : given
  // A closing full stop goes, but not that of an initial ("Holt, M.") or of an abbreviation with inner stops ("n.d.").
  return /[\p{Ll}\p{Lo}\p{Lm}\p{N})\]]{2}\.$|\)\.$/u.test(bare) && !/\.\p{L}+\.$/u.test(bare) ? bare.slice(0, -1) : bare
}

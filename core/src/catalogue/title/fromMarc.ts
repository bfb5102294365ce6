/** From a MARC 21 record to a title record. Field numbers are those of MARC 21 Format for Bibliographic Data. */
import { BadRecord } from '../marc/faults.ts'
import { carrierOf } from './formats.ts'
import { identifiersOf } from './identifiers.ts'
import { controlField, fieldsOf, indicator, subfield, subfields, tagOf, trimmed, type MarcField, type MarcRecord } from '../marc/record.ts'
import type { Audience, Note, Person, SeriesEntry, Subject, BibRecord } from './record.ts'

/** @throws BadRecord when what makes a record a record is missing or contradicts itself */
export function recordFromMarc(record: MarcRecord): BibRecord {
  const controlNumber = controlField(record, '001')?.trim()
  if (!controlNumber) throw new BadRecord('no-control-number', '001')
  const heading = theOnlyTitleField(record)
  const fixed = controlField(record, '008') ?? ''
  const genres = fieldsOf(record, '655').flatMap((f) => subfields(f, 'a').map(trimmed))
  const languages = languagesOf(record, fixed)
  return {
    controlNumber,
    carrier: carrierOf(record),
    ...titleProper(heading),
    uniformTitle: firstOf(record, ['130', '240'], 'adfgklmnoprs'),
    variantTitles: fieldsOf(record, '246', '740').map((f) => trimmed(subfields(f, 'abnp').join(' '))),
    people: peopleOf(record),
    edition: firstOf(record, ['250'], 'ab'),
    ...imprintOf(record, fixed),
    extent: firstOf(record, ['300'], 'abce'),
    series: seriesOf(record),
    subjects: subjectsOf(record),
    genres: [...new Set(genres)],
    audience: audienceOf(record, fixed),
    fiction: fictionOf(record, fixed, genres),
    languages,
    originalLanguage:
      fieldsOf(record, '041')
        .flatMap((f) => subfields(f, 'h'))
        .find((code) => !languages.includes(code)) ?? null,
    contents: contentsOf(record),
    summary:
      fieldsOf(record, '520')
        .map((f) => subfields(f, 'ab').join(' '))
        .join(' ') || null,
    notes: notesOf(record),
    identifiers: identifiersOf(record),
  }
}

function theOnlyTitleField(record: MarcRecord): MarcField {
  const fields = fieldsOf(record, '245')
  const [field] = fields
  if (fields.length > 1) throw new BadRecord('several-titles', '245', { count: fields.length })
  if (!field || trimmed(subfields(field, 'a').join(' ')) === '') throw new BadRecord('no-title', '245')
  const [, indicators = ''] = field
  if (!/^[01 ][0-9 ]$/.test(indicators)) throw new BadRecord('title-indicators', '245', { indicators })
  return field
}

function titleProper(field: MarcField) {
  return {
    title: trimmed(subfields(field, 'anp').map(trimmed).join('. ')),
    remainder: trimmed(subfields(field, 'b').join(' ')) || null,
    responsibility: trimmed(subfields(field, 'c').join(' ')) || null,
    nonFiling: Number(indicator(field, 2)) || 0,
  }
}

function firstOf(record: MarcRecord, tags: string[], codes: string): string | null {
  const field = fieldsOf(record, ...tags)[0]
  return field ? trimmed(subfields(field, codes).join(' ')) || null : null
}

/** 264 with second indicator 1 (publication), else 260; the year from 008/07-10 and, failing that, from the imprint. */
function imprintOf(record: MarcRecord, fixed: string): { place: string | null; publisher: string | null; year: number | null } {
  const imprints = [...fieldsOf(record, '264').filter((f) => indicator(f, 2) === '1'), ...fieldsOf(record, '260')]
  const imprint = imprints[0]
  const spoken = imprint ? /\b(1[4-9]|20)\d\d\b/.exec(subfields(imprint, 'c').join(' ')) : null
  const coded = /^\d{4}$/.test(fixed.slice(7, 11)) ? Number(fixed.slice(7, 11)) : null
  const text = (code: string) => (imprint ? trimmed(subfield(imprint, code) ?? '').replace(/\s*:$/, '') || null : null)
  return { place: text('a'), publisher: text('b'), year: coded ?? (spoken ? Number(spoken[0]) : null) }
}

/** 100/110/111 and 700/710/711; an added entry with a title ($t) names a contained work and is not a role of its own. */
function peopleOf(record: MarcRecord): Person[] {
  const people: Person[] = []
  for (const field of fieldsOf(record, '100', '110', '111', '700', '710', '711')) {
    const kind = tagOf(field).endsWith('00') ? 'person' : tagOf(field).endsWith('10') ? 'body' : 'meeting'
    const { name, dates } = nameIn(field, kind)
    if (name === '') continue
    const roles = subfields(field, 'e').map(trimmed)
    const same = people.find((p) => p.name === name && p.dates === dates)
    if (same) same.roles = [...new Set([...same.roles, ...roles])]
    else people.push({ name, dates, kind, roles, main: tagOf(field).startsWith('1') })
  }
  return people
}

/** A name as it is filed, and the dates that part it from others; X00, X10 and X11 have the same subfields everywhere. */
export function nameIn(field: MarcField, kind: Person['kind']): Pick<Person, 'name' | 'dates'> {
  const name = trimmed(
    subfields(field, kind === 'person' ? 'abcq' : 'abn')
      .map(trimmed)
      .join(kind === 'person' ? ' ' : '. '),
  )
  return { name, dates: kind === 'person' ? trimmed(subfield(field, 'd') ?? '') || null : null }
}

/** A subject heading, its parts joined the way they are read aloud. */
export function subjectIn(field: MarcField): string {
  const head = trimmed(
    subfields(field, 'abcdt')
      .map((part) => part.trim())
      .join(' '),
  )
  return [head, ...subfields(field, 'xyz').map(trimmed)].filter(Boolean).join(' – ')
}

/** 490 as transcribed, traced by 830/800 where it is: the traced form wins, since it is the same on every volume. */
function seriesOf(record: MarcRecord): SeriesEntry[] {
  const traced = fieldsOf(record, '830', '800')
  const fields = traced.length > 0 ? traced : fieldsOf(record, '490')
  return fields.map((f) => ({
    title: trimmed(subfields(f, tagOf(f) === '800' ? 't' : 'a').join(' ')),
    volume: trimmed(subfields(f, 'v').join(' ')) || null,
  }))
}

function subjectsOf(record: MarcRecord): Subject[] {
  const kinds: Record<string, Subject['kind']> = {
    '600': 'person',
    '610': 'body',
    '611': 'body',
    '630': 'title',
    '648': 'period',
    '650': 'topic',
    '651': 'place',
  }
  const seen = new Map<string, Subject>()
  for (const field of fieldsOf(record, ...Object.keys(kinds))) {
    const heading = subjectIn(field)
    if (heading !== '' && !seen.has(heading)) seen.set(heading, { heading, kind: kinds[tagOf(field)] ?? 'topic' })
  }
  return [...seen.values()]
}

/** 008/22, and 521 where the fixed field is silent. */
function audienceOf(record: MarcRecord, fixed: string): Audience | null {
  const coded: Record<string, Audience> = {
    a: 'children',
    b: 'children',
    c: 'children',
    j: 'children',
    d: 'teenagers',
    e: 'adults',
    g: 'adults',
  }
  const said = fieldsOf(record, '521')
    .map((f) => subfield(f, 'a') ?? '')
    .join(' ')
    .toLowerCase()
  const code = 'efp'.includes(record.leader.charAt(6)) ? ' ' : (fixed[22] ?? ' ')
  const audience = record.leader[7] === 's' ? undefined : coded[code]
  if (audience) return audience
  if (/teen|young adult/.test(said)) return 'teenagers'
  return /child|ages? \d/.test(said) ? 'children' : null
}

/** 008/33: 0 = not fiction; 1 and the letters of literary forms that are invented = fiction. */
function fictionOf(record: MarcRecord, fixed: string, genres: string[]): boolean | null {
  const said = genres.some((genre) => /\b(fiction|novels?|stories)\b/i.test(genre))
  if (said) return true
  if (!'at'.includes(record.leader.charAt(6)) || record.leader[7] === 's') return null
  if (fixed[33] === '0' || fixed[33] === 'e') return false
  return fixed[33] !== undefined && '1dfjp'.includes(fixed[33]) ? true : null
}

function languagesOf(record: MarcRecord, fixed: string): string[] {
  const main = fixed.slice(35, 38)
  const more = fieldsOf(record, '041').flatMap((f) => subfields(f, 'ad'))
  return [...new Set([main, ...more])].filter((code) => /^[a-z]{3}$/.test(code) && !['zxx', 'und', 'mul'].includes(code))
}

/** 505 in basic form is parted at " -- "; in enhanced form each $t opens a part. */
function contentsOf(record: MarcRecord): string[] {
  return fieldsOf(record, '505').flatMap((field) =>
    subfields(field, 'agtr')
      .join(' ')
      .split(/\s+--\s+/)
      .map(trimmed)
      .filter(Boolean),
  )
}

function notesOf(record: MarcRecord): Note[] {
  const kinds: Record<string, Note['kind']> = {
    '500': 'general',
    '504': 'bibliography',
    '508': 'credits',
    '511': 'performers',
    '538': 'technical',
    '546': 'language',
    '586': 'award',
  }
  return fieldsOf(record, ...Object.keys(kinds)).map((f) => ({
    kind: kinds[tagOf(f)] ?? 'general',
    text: subfields(f, 'ab').join(' ').trim(),
  }))
}

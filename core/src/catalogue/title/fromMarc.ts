/** From a MARC 21 record to a title record. Field numbers are those of MARC 21 Format for Bibliographic Data. */
import { BadRecord, SILENTLY, type Warn } from '../marc/faults.ts'
import { controlField, fieldsOf, indicator, subfield, subfields, tagOf, trimmed, type MarcField, type MarcRecord } from '../marc/record.ts'
import { carrierOf } from './formats.ts'
import { identifiersOf } from './identifiers.ts'
import { languagesOf } from './languages.ts'
import { otherScriptsOf, partnerOf } from './otherScripts.ts'
import { peopleOf } from './people.ts'
import { UNTITLED, type Audience, type BibRecord, type Note, type OnlineVersion, type SeriesEntry, type Subject } from './record.ts'

/**
 * What can be used of a record is used; what is odd is told.
 * @throws BadRecord where it has no number of its own, or is no title record at all
 */
export function recordFromMarc(record: MarcRecord, warn: Warn = SILENTLY): BibRecord {
  if (isHoldings(record)) throw new BadRecord('is-holdings')
  const fixed = controlField(record, '008') ?? ''
  const genres = fieldsOf(record, '655').flatMap((f) => subfields(f, 'a').map(trimmed))
  return {
    controlNumber: controlNumberOf(record, warn),
    carrier: carrierOf(record),
    ...titleOf(record, warn),
    uniformTitle: firstOf(record, ['130', '240'], 'adfgklmnoprs'),
    variantTitles: fieldsOf(record, '246', '740')
      .map((f) => trimmed(subfields(f, 'abnp').join(' ')))
      .filter(Boolean),
    people: peopleOf(record),
    edition: firstOf(record, ['250'], 'ab'),
    ...imprintOf(record, fixed),
    extent: firstOf(record, ['300'], 'abce'),
    series: seriesOf(record),
    subjects: subjectsOf(record),
    genres: [...new Set(genres)],
    audience: audienceOf(record, fixed),
    fiction: fictionOf(record, fixed, genres),
    ...languagesOf(record, fixed, warn),
    contents: contentsOf(record),
    summary:
      fieldsOf(record, '520')
        .map((f) => subfields(f, 'ab').join(' '))
        .join(' ') || null,
    notes: notesOf(record),
    identifiers: identifiersOf(record),
    otherScripts: otherScriptsOf(record),
    online: onlineOf(record),
  }
}

/** Leader/06: holdings records are of copies, not of titles. */
const isHoldings = ({ leader }: MarcRecord): boolean => 'uvxy'.includes(leader.charAt(6))

/** Leader/05: the library no longer has the record. */
export const isDeleted = ({ leader }: MarcRecord): boolean => leader.charAt(5) === 'd'

/**
 * 001; where that is missing, the number by which another system knows the record (035).
 * @throws BadRecord
 */
export function controlNumberOf(record: MarcRecord, warn: Warn = SILENTLY): string {
  const own = controlField(record, '001')?.trim()
  if (own) return own
  const other = fieldsOf(record, '035')
    .map((field) => (subfield(field, 'a') ?? '').replace(/^\([^)]*\)/, '').trim())
    .find(Boolean)
  if (other === undefined) throw new BadRecord('no-control-number', '001')
  warn('other-control-number', '001', { number: other })
  return other
}

type TitleParts = Pick<BibRecord, 'title' | 'remainder' | 'responsibility' | 'nonFiling' | 'titleInScript'>

/** 245, of several the first; where it says nothing, the title from 130, 240 or 246; else that there is none. */
function titleOf(record: MarcRecord, warn: Warn): TitleParts {
  const fields = fieldsOf(record, '245')
  if (fields.length > 1) warn('several-titles', '245', { count: fields.length })
  const field = fields.find((one) => titleProper(one).title !== '')
  if (field) {
    if (!/^[01 ][0-9 ]$/.test(field[1] ?? '')) warn('title-indicators', '245', { indicators: field[1] ?? '' })
    const partner = partnerOf(record, field)
    const script = partner ? titleProper(partner) : null
    return { ...titleProper(field), titleInScript: script ? [script.title, script.remainder].filter(Boolean).join(' : ') || null : null }
  }
  const elsewhere = fieldsOf(record, '130', '240', '246').find((one) => trimmed(subfield(one, 'a') ?? '') !== '')
  if (elsewhere) warn('title-elsewhere', '245', { tag: tagOf(elsewhere) })
  else warn('no-title', '245')
  const title = elsewhere ? trimmed(subfields(elsewhere, 'anp').map(trimmed).join('. ')) : UNTITLED
  return { title, remainder: null, responsibility: null, nonFiling: 0, titleInScript: null }
}

function titleProper(field: MarcField) {
  const skipped = indicator(field, 2)
  return {
    title: trimmed(subfields(field, 'anp').map(trimmed).join('. ')),
    remainder: trimmed(subfields(field, 'b').join(' ')) || null,
    responsibility: trimmed(subfields(field, 'c').join(' ')) || null,
    nonFiling: /\d/.test(skipped) ? Number(skipped) : 0,
  }
}

function firstOf(record: MarcRecord, tags: string[], codes: string): string | null {
  const field = fieldsOf(record, ...tags)[0]
  return field ? trimmed(subfields(field, codes).join(' ')) || null : null
}

type Imprint = Pick<BibRecord, 'place' | 'publisher' | 'year' | 'lastYear'>

/** 264 with second indicator 1 (publication), else 260; the year from 008/07-10 and, failing that, from the imprint. */
function imprintOf(record: MarcRecord, fixed: string): Imprint {
  const imprints = [...fieldsOf(record, '264').filter((f) => indicator(f, 2) === '1'), ...fieldsOf(record, '260')]
  const imprint = imprints[0]
  const spoken = imprint ? /\b(1[4-9]|20)\d\d\b/.exec(subfields(imprint, 'c').join(' ')) : null
  const coded = /^\d{4}$/.test(fixed.slice(7, 11)) ? Number(fixed.slice(7, 11)) : null
  const text = (code: string) => (imprint ? trimmed(subfield(imprint, code) ?? '').replace(/\s*:$/, '') || null : null)
  return { place: text('a'), publisher: text('b'), year: coded ?? (spoken ? Number(spoken[0]) : null), ...lastYearIn(fixed) }
}

/** 008/06 says whether a serial goes on ("c") or has ended ("d"), 008/11-14 when (MARC 21 Bibliographic, 008). */
function lastYearIn(fixed: string): Pick<BibRecord, 'lastYear'> {
  const status = fixed.charAt(6)
  const last = fixed.slice(11, 15)
  if (status === 'c') return { lastYear: null }
  return status === 'd' && /^\d{4}$/.test(last) ? { lastYear: Number(last) } : {}
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
    // The stop behind a number closes the field.
    volume: trimmed(subfields(f, 'v').join(' ')).replace(/(?<=\d)\.$/, '') || null,
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

/** 856 of the thing itself or a version of it; second indicator 2 is something related. */
function onlineOf(record: MarcRecord): OnlineVersion[] {
  return fieldsOf(record, '856')
    .filter((field) => indicator(field, 2) !== '2')
    .flatMap((field) => {
      const label = trimmed(subfield(field, 'y') ?? subfield(field, '3') ?? subfield(field, 'z') ?? '') || null
      return subfields(field, 'u')
        .map((url) => url.trim())
        .filter((url) => /^https?:\/\/[^\s<>"]{3,1990}$/i.test(url))
        .map((url) => ({ url, label }))
    })
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
    '254': 'presentation',
    '255': 'scale',
    '382': 'scoring',
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
    text:
      tagOf(f) === '382'
        ? scoringIn(f)
        : subfields(f, tagOf(f) === '255' ? 'abc' : 'ab')
            .join(' ')
            .trim(),
  }))
}

/** 382 (MARC 21): who plays ($a, soloist $b, doubling $d, alternative $p), each with the number of such players ($n). */
function scoringIn(field: MarcField): string {
  const players: string[] = []
  for (let i = 2; i < field.length; i += 2) {
    const [code = '', said = ''] = [field[i], field[i + 1]?.trim()]
    if ('abdp'.includes(code)) players.push(said)
    else if (code === 'n' && Number(said) > 1 && players.length > 0) players.push(`${players.pop() ?? ''} (${said})`)
  }
  return players.filter(Boolean).join(', ')
}

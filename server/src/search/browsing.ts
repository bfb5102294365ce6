/** Browsing: the headings of the catalogue, and among them the other names by which they are sought. */
import type { BrowseAnswer, BrowseQuery } from '@catalex/contract/search'
import { shelfKeyFrom } from '@catalex/core/callnumber'
import type { NarrowingParameters } from '@catalex/core/query'
import type { Heading, NarrowingChoice } from '@catalex/core/search'
import { callTextsOf, keyOf, referencesBetween, shelfHeads, type HeadingReference } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Asking, Engine } from './engine/engine.ts'

type Line = BrowseAnswer['headings'][number]

export async function browse(
  database: Queryable,
  engine: Engine,
  query: Omit<BrowseQuery, keyof NarrowingParameters>,
  choice: NarrowingChoice,
  asking?: Asking,
): Promise<BrowseAnswer> {
  const { kind, size: most, until, empty } = query
  const start = query.position ?? (kind === 'call-number' ? shelfKeyFrom(query.from, await shelfHeads(database)) : query.from)
  const browsing = { kind, start, ...(until === undefined ? {} : { until }), most, empty, choice }
  const { headings, first, behind, ...places } = await engine.ask('browse', browsing, asking)
  if (kind === 'call-number') return { ...places, headings: await shelfLines(database, headings) }
  // Titles have no other names, and behind the last heading stands nothing.
  if (kind === 'title' || (first === null && query.position !== undefined)) return { ...places, headings: merged(headings, [], new Map()) }
  const from = query.position === undefined ? keyOf(query.from) : places.position === 0 ? '' : keyOf(first ?? '')
  const references = await referencesBetween(database, kind, from, behind === null ? null : keyOf(behind))
  const labels = [...new Set(references.map(({ target }) => target))]
  const counts = new Map((await engine.ask('headings', { kind, labels, choice }, asking)).map(({ label, count }) => [label, count]))
  // A reference to a heading that the catalogue does not have leads nowhere; to an empty one, nowhere that is asked for.
  const leads = ({ target }: HeadingReference) => counts.has(target) && (empty || counts.get(target) !== 0)
  return { ...places, headings: merged(headings, references.filter(leads), counts) }
}

function merged(page: readonly Heading[], references: readonly HeadingReference[], counts: ReadonlyMap<string, number>): Line[] {
  const also = (label: string) => references.filter((one) => one.type === 'see also' && one.label === label).map((one) => one.target)
  const lines = page.map(({ label, count }): Line => ({ label, count, see: null, also: also(label), titles: [] }))
  const known = new Set(page.map(({ label }) => label))
  const see = references
    .filter(({ type, label }) => type === 'see' && !known.has(label))
    .map(({ label, target }): Line => ({ label, count: counts.get(target) ?? 0, see: target, also: [], titles: [] }))
  return see.reduce(inserted, lines)
}

/** Headings stay in the order of the catalogue; another name goes before the first that stands behind it. */
function inserted(lines: readonly Line[], line: Line): Line[] {
  const key = keyOf(line.label)
  const at = lines.findIndex(({ label }) => keyOf(label) > key)
  return at < 0 ? [...lines, line] : [...lines.slice(0, at), line, ...lines.slice(at)]
}

/** Call numbers are ordered by their sort keys; people want to read what stands on the label, and what has it. */
async function shelfLines(database: Queryable, page: readonly Heading[]): Promise<Line[]> {
  const texts = await callTextsOf(
    database,
    page.map(({ label }) => label),
  )
  return page.map(({ label, count }) => {
    const shelved = texts.get(label)
    return { label: shelved?.text ?? label, count, see: null, also: [], titles: shelved?.titles ?? [] }
  })
}

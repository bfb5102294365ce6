/** The series of a title, of which all parts stand together with what is in of each. */
import type { TitleSeries } from '@catalex/contract/series'
import { isInNow } from '@catalex/core/copies'
import { recordsWithHeading, type Segments } from '@catalex/core/search'
import { seriesFrom } from '@catalex/core/series'
import { recordsByControlNumber, recordsById } from '../catalogue/index.ts'
import { copiesOf } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { inScope } from './copies.ts'
import { grouped } from './grouped.ts'

/** Of a series with more records than this, a publisher's most likely, so many are told. */
const MOST_RECORDS = 300
const MOST_SERIES = 3

/** @returns null where there is no such title */
export async function titleSeries(
  source: Queryable,
  libraries: Libraries,
  segments: Segments,
  { controlNumber, scope, today }: { controlNumber: string; scope: readonly string[]; today: string },
): Promise<TitleSeries | null> {
  const [own] = await recordsByControlNumber(source, [controlNumber])
  if (!own) return null
  const series: TitleSeries['series'] = []
  for (const { title } of own.record.series.slice(0, MOST_SERIES)) {
    const found = recordsWithHeading(segments, 'series', title)
    const recordIds = [...new Set([own.id, ...found.slice(0, MOST_RECORDS)])]
    const [records, copies] = await Promise.all([recordsById(source, recordIds), copiesOf(source, libraries, { recordIds }, today)])
    const ofRecord = grouped(copies, (copy) => copy.controlNumber)
    const counted = [...records.values()].map(({ controlNumber: number, record }) => {
      const here = (ofRecord.get(number) ?? []).filter((copy) => inScope(copy, scope))
      return { record, inNow: here.filter(isInNow).length, owned: here.length }
    })
    series.push({ title, ...seriesFrom(title, own.record, counted), more: found.length > MOST_RECORDS })
  }
  return { series }
}

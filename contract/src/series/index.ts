/** The series of a title: its parts in order, each with what of it is in. */
import type { FromSchema } from '../schema/index.ts'
import { count, flag, list, nullable, shape, text, whole } from '../schema/shapes.ts'

const partSchema = shape({
  controlNumber: text,
  volume: nullable('string'),
  number: nullable('integer'),
  title: text,
  inNow: count,
  owned: count,
  own: flag,
})

export const titleSeriesSchema = shape({
  series: list(
    shape({
      title: text,
      parts: list(partSchema),
      lacking: list(whole),
      more: { ...flag, description: 'Whether it has more than are told.' },
    }),
  ),
})

export type TitleSeries = FromSchema<typeof titleSeriesSchema>

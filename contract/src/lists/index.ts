/** Lists that readers keep, share, and bring along. */
import { LONGEST, MOST_IN_LIST, MOST_LABELS } from '@catalex/core/lists'
import type { FromSchema } from '../schema/index.ts'
import { count, list, looseShape, moment, nullable, shape, text } from '../schema/shapes.ts'

const number = { type: 'string', minLength: 1, maxLength: 100 } as const
const which = { controlNumber: number, barcode: { ...nullable('string'), maxLength: 100 } } as const
const note = { type: 'string', maxLength: LONGEST.note } as const
const labels = { type: 'array', items: { type: 'string', maxLength: LONGEST.label }, maxItems: MOST_LABELS } as const
const name = { type: 'string', maxLength: LONGEST.name, pattern: '\\S', description: 'A name with at least one letter.' } as const
const about = { type: 'string', maxLength: LONGEST.about } as const
const entry = shape({ ...which, added: moment, note, labels })
/** So many come with one change; what is more comes with the next, since a body has a bound. */
export const MOST_AT_ONCE = 100

export const makeListSchema = shape({ name, about })

export const changeListSchema = looseShape([], {
  name,
  about,
  remove: { ...list(shape(which)), maxItems: MOST_IN_LIST },
  add: { ...list(entry), maxItems: MOST_AT_ONCE, description: 'At the end, in this order.' },
  order: { ...list(shape(which)), maxItems: MOST_IN_LIST, description: 'These first; the others follow as they stood.' },
  say: { ...list(shape({ ...which, note, labels })), maxItems: MOST_AT_ONCE, description: 'Notes and labels of entries that are there.' },
})

const head = {
  id: { type: 'string', description: 'Known to its reader alone.' },
  name: text,
  about: text,
  link: { ...nullable('string'), description: 'By which anybody may read it; null where it is not shared.' },
  changed: moment,
} as const

export const listsSchema = list(shape({ ...head, count }))

const entries = list(shape({ controlNumber: text, barcode: nullable('string'), added: moment, note: text, labels: list(text) }))
export const listSchema = shape({ ...head, entries, left: { ...count, description: 'Entries that did not fit.' } })

/** As whoever has the link reads it: nothing tells whose it is. */
export const sharedListSchema = shape({ name: text, about: text, changed: moment, entries })

/** Titles that are looked for at once. */
export const MOST_SOUGHT = 50

export const findTitlesSchema = shape({
  sought: {
    ...list(
      shape({
        isbns: { type: 'array', items: { type: 'string', maxLength: 40 }, maxItems: 10 },
        title: { type: 'string', maxLength: 500 },
        who: { type: 'string', maxLength: 500 },
      }),
    ),
    minItems: 1,
    maxItems: MOST_SOUGHT,
  },
})

export const foundTitlesSchema = list({ ...nullable('string'), description: 'Control number; null where nothing is certain.' } as const)

export type ListHeads = FromSchema<typeof listsSchema>
export type ListView = FromSchema<typeof listSchema>
export type SharedList = FromSchema<typeof sharedListSchema>
export type ChangeList = FromSchema<typeof changeListSchema>
export type MakeList = FromSchema<typeof makeListSchema>
export type FindTitles = FromSchema<typeof findTitlesSchema>

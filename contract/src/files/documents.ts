/** Files of a library that need not be there: courier lines, course reserves, displays, plans of floors, lists that readers share, and how late things come back. */
import { FAMILY_CODES } from '@catalex/core/catalogue'
import { plansFileSchema, type PlansFile } from '../plans/index.ts'
import { weeksSchema } from '../libraries/index.ts'
import type { FromSchema } from '../schema/index.ts'
import { count, date, flag, list, looseShape, name, nullable, oneOf, orNull, shape, text } from '../schema/shapes.ts'

/** Local time; one of a later day than that on which the run begins has "+1 " before it. */
const stopTime = {
  type: ['string', 'null'],
  description: 'a time, "09:30", of a later day "+1 00:20", or null',
  pattern: '^(\\+[1-9] )?([01]\\d|2[0-3]):[0-5]\\d$',
} as const
const time = { type: 'string', description: 'a time, "09:30"', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' } as const
/** Nothing takes longer than a week. */
const minutes = { ...count, maximum: 7 * 24 * 60 } as const
const weekday = { type: 'integer', minimum: 1, maximum: 7 } as const
const runs = {
  type: 'object',
  description: 'By branch, or "branch/collection": weekday (1 Monday to 7 Sunday) to times.',
  additionalProperties: { type: 'object', additionalProperties: list(time) },
} as const

const lineSchema = looseShape(['code', 'name', 'cutOff', 'days', 'stops'], {
  code: name,
  name,
  cutOff: { ...minutes, description: 'Minutes before departure by which a copy has to be ready.' },
  days: { ...list(weekday), description: 'Weekdays on which it runs.' },
  from: date,
  to: date,
  weeks: {
    ...weeksSchema,
    description: 'Every so many weeks, counted from a Monday; every week where it is left out.',
  },
  not: list(date),
  also: { ...list(date), description: 'Runs on these days whatever else is said.' },
  stops: { ...list(shape({ branch: text, arrive: stopTime, depart: stopTime })), minItems: 2 },
})

export const courierFileSchema = looseShape(['sorting', 'sortMinutes', 'pickMinutes', 'checkInMinutes', 'picks', 'lines'], {
  sorting: { ...list(text), description: 'Branches at which copies change from one run to another.' },
  sortMinutes: minutes,
  pickMinutes: minutes,
  checkInMinutes: minutes,
  picks: { ...runs, description: 'When copies are taken off the shelves of a branch.' },
  stackRuns: { ...runs, description: 'When copies are fetched from closed stacks ("branch/collection").' },
  lines: list(lineSchema),
})

const courseSchema = looseShape(['code', 'name', 'department', 'instructors', 'texts'], {
  code: name,
  name,
  department: name,
  section: name,
  instructors: list(name),
  from: date,
  to: date,
  branch: { type: 'string', description: 'Whom to ask: the branch whose desk keeps its texts.' },
  texts: list(
    looseShape([], {
      controlNumber: { type: 'string', description: 'Of its record; left out where nothing is held.' },
      barcode: { type: 'string', description: 'The copy that is kept for the course; left out for all of the record.' },
      citation: { type: 'string', description: 'As the instructor named it, where nothing is held.' },
      note: { type: 'string', description: 'Which part is read, and when.' },
    }),
  ),
})
export const coursesFileSchema = list(courseSchema)

const displaySchema = looseShape(['code', 'name'], {
  code: name,
  name,
  about: text,
  branch: { ...nullable('string'), description: 'Where it stands; of all where it is left out.' },
  from: date,
  to: date,
  kind: { ...oneOf(['theme', 'prize'] as const), description: 'A theme where it is left out.' },
  controlNumbers: { ...list(text), description: 'In this order; or else a search.' },
  search: { ...orNull(text), description: 'CQL.' },
})
export const displaysFileSchema = list(displaySchema)

export const listsFileSchema = list(
  looseShape(['card', 'name', 'entries'], {
    card: text,
    name: text,
    about: text,
    shared: { ...flag, description: 'Whether whoever has its link may read it.' },
    entries: list(looseShape(['controlNumber'], { controlNumber: text, note: text })),
  }),
)

const tally = {
  ...list({
    type: 'array',
    items: [{ type: 'integer', minimum: -400, maximum: 400 }, count],
    minItems: 2,
    additionalItems: false,
  } as const),
  minItems: 1,
  maxItems: 400,
  description: 'Days, and how often it was so many: [[-1, 40], [0, 52], [3, 8]].',
} as const

export const returnsFileSchema = shape({
  late: {
    ...list(
      looseShape(['days'], {
        families: { ...list(oneOf(FAMILY_CODES)), description: 'All where they are left out.' },
        days: {
          ...tally,
          description: 'Days between the due date and the return, negative for days before it, and how often it was so many.',
        },
      }),
    ),
    minItems: 1,
    description: 'The first that has the family counts; the last is for all.',
  },
  collected: { ...tally, description: 'Days between "ready" and the visit of the reader, and how often it was so many.' },
  lapsed: { type: 'integer', minimum: 0, maximum: 100, description: 'Of a hundred holds that became ready, those that nobody collected.' },
})

export type CourierFile = FromSchema<typeof courierFileSchema>
export type CoursesFile = FromSchema<typeof coursesFileSchema>
export type DisplaysFile = FromSchema<typeof displaysFileSchema>
export type ListsFile = FromSchema<typeof listsFileSchema>
export type ReturnsFile = FromSchema<typeof returnsFileSchema>

/** Of those that are there. */
export interface Documents {
  courier?: CourierFile
  courses?: CoursesFile
  displays?: DisplaysFile
  lists?: ListsFile
  plans?: PlansFile
  returns?: ReturnsFile
}

export const DOCUMENT_SCHEMAS = {
  courier: courierFileSchema,
  courses: coursesFileSchema,
  displays: displaysFileSchema,
  lists: listsFileSchema,
  plans: plansFileSchema,
  returns: returnsFileSchema,
} as const
export type DocumentName = keyof typeof DOCUMENT_SCHEMAS
export const DOCUMENT_NAMES = Object.keys(DOCUMENT_SCHEMAS) as DocumentName[]

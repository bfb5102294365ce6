/** Course reserves: courses, and the texts that are kept for one. */
import type { FromSchema } from '../schema/index.ts'
import { count, flag, list, looseShape, nullable, shape, text } from '../schema/shapes.ts'
import { copySchema } from '../title/index.ts'

/** Courses that are told at once. */
export const MOST_COURSES = 100

export const coursesQuerySchema = looseShape([], {
  find: { type: 'string', maxLength: 200, default: '', description: 'Instructor, department, course or section.' },
})

const head = {
  id: text,
  code: text,
  name: text,
  department: text,
  section: nullable('string'),
  instructors: list(text),
  running: { ...flag, description: 'Whether it runs today.' },
} as const

export const coursesSchema = shape({
  entered: { ...count, description: 'Courses that there are at all.' },
  count,
  courses: list(shape({ ...head, texts: count })),
})

export const courseSchema = shape({
  ...head,
  branch: { ...nullable('string'), description: 'Whom to ask.' },
  texts: list(
    shape({
      controlNumber: { ...nullable('string'), description: 'null where nothing is held.' },
      title: { ...nullable('string'), description: 'As the catalogue has it, else as the instructor named it; null where nobody says.' },
      who: list(text),
      note: nullable('string'),
      copies: { ...list(copySchema), description: 'Those kept for courses, else all.' },
    }),
  ),
})

export type Courses = FromSchema<typeof coursesSchema>
export type CourseView = FromSchema<typeof courseSchema>

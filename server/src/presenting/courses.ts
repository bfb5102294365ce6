/** Courses and the texts kept for them, each copy with its desk, status and for how long it is lent. */
import { MOST_COURSES, type Courses, type CourseView } from '@catalex/contract/courses'
import type { CoursesFile } from '@catalex/contract/files'
import { courseId, coursesMatching, runsOn } from '@catalex/core/courses'
import { recordsByControlNumber, type StoredRecord } from '../catalogue/index.ts'
import { copiesOf, type CopyNow, type Moment } from '../circulation/index.ts'
import type { Queryable } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import { borrowerOf, type Reader } from '../readers/index.ts'
import { copyLine } from './copies.ts'
import { grouped } from './grouped.ts'
import { whoOf } from './rows.ts'

type Course = CoursesFile[number]

const headOf = (course: Course, today: string) => ({
  id: courseId(course),
  code: course.code,
  name: course.name,
  department: course.department,
  section: course.section ?? null,
  instructors: course.instructors,
  running: runsOn(course, today),
})

export function coursesFound(libraries: Libraries, find: string, { today }: Moment): Courses {
  const found = coursesMatching(libraries.courses, find, today)
  return {
    entered: libraries.courses.length,
    count: found.length,
    courses: found.slice(0, MOST_COURSES).map((course) => ({ ...headOf(course, today), texts: course.texts.length })),
  }
}

/** @returns null where there is no such course */
export async function courseView(
  source: Queryable,
  libraries: Libraries,
  id: string,
  reader: Reader | null,
  at: Moment,
): Promise<CourseView | null> {
  const course = libraries.courses.find((one) => courseId(one) === id)
  if (!course) return null
  const controlNumbers = course.texts.flatMap(({ controlNumber }) => controlNumber ?? [])
  const [records, copies] = await Promise.all([
    recordsByControlNumber(source, controlNumbers),
    copiesOf(source, libraries, { controlNumbers }, at.minute),
  ])
  const borrower = borrowerOf(libraries, reader)
  const ofRecord = grouped(copies, ({ controlNumber }) => controlNumber)
  // They are lent at their desk: nobody has them sent.
  const hold = { allowed: false as const, refusal: { code: 'pickup-not-served' as const } }
  return {
    ...headOf(course, at.today),
    branch: course.branch ?? null,
    texts: course.texts.map((text) => {
      const record = records.find(({ controlNumber }) => controlNumber === text.controlNumber)
      const all = ofRecord.get(text.controlNumber ?? '') ?? []
      return {
        ...titleOf(text, record),
        note: text.note ?? null,
        copies: keptFor(text, all).map((copy) => copyLine(copy, { libraries, borrower, all }, hold)),
      }
    }),
  }
}

/** As the catalogue has it; as the instructor named it where nothing is held, or no more. */
function titleOf(
  text: Course['texts'][number],
  record: StoredRecord | undefined,
): Pick<CourseView['texts'][number], 'controlNumber' | 'title' | 'who'> {
  if (record) return { controlNumber: record.controlNumber, title: record.record.title, who: whoOf(record.record) }
  return { controlNumber: null, title: text.citation ?? null, who: [] }
}

/** The copy that is named, else those in course reserves, else all. */
function keptFor({ barcode }: Course['texts'][number], copies: readonly CopyNow[]): readonly CopyNow[] {
  if (barcode !== undefined) return copies.filter((copy) => copy.barcode === barcode)
  const reserved = copies.filter(({ collectionKind }) => collectionKind === 'course reserve')
  return reserved.length > 0 ? reserved : copies
}

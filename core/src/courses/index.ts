/** Course reserves: courses by what is known of them, be it the instructor, the department, the name or the section. */
import { wordsOf } from '../text/index.ts'

export interface Course {
  code: string
  name: string
  department: string
  section?: string
  instructors: readonly string[]
  /** First and last day, ISO dates; without them it always runs. */
  from?: string
  to?: string
}

/** By which it is known in addresses: sections of a course are courses of their own. */
export const courseId = ({ code, section }: Pick<Course, 'code' | 'section'>): string =>
  section === undefined ? code : `${code}.${section}`

/** Courses in which some word begins with each of those typed; those that run today first, then by name. */
export function coursesMatching<T extends Course>(courses: readonly T[], typed: string, today: string): T[] {
  const sought = wordsOf(typed)
  const found = courses.filter((course) => {
    const words = wordsOf([course.code, course.name, course.department, course.section ?? '', ...course.instructors].join(' '))
    return sought.every((one) => words.some((word) => word.startsWith(one)))
  })
  const order = (course: T) => `${runsOn(course, today) ? '0' : '1'}${wordsOf(course.name).join(' ')} ${courseId(course)}`
  return found.sort((a, b) => (order(a) < order(b) ? -1 : 1))
}

export const runsOn = ({ from, to }: Pick<Course, 'from' | 'to'>, day: string): boolean =>
  (from === undefined || from <= day) && (to === undefined || day <= to)

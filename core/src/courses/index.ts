/** Course reserves: courses by what is known of them, be it the instructor, the department, the name or the section. */
import { plain, wordsOf } from '../text/index.ts'

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

/** By which it is known in addresses, without blanks in its code: sections of a course are courses of their own. */
export const courseId = ({ code, section }: Pick<Course, 'code' | 'section'>): string =>
  [code.replace(/\s+/g, ''), ...(section === undefined ? [] : [section])].join('.')

/** Courses in which some word begins with each of those typed; those that run today first, then by name. */
export function coursesMatching<T extends Course>(courses: readonly T[], typed: string, today: string): T[] {
  const sought = wordsOf(typed)
  const order = (course: T) => `${runsOn(course, today) ? '0' : '1'}${wordsIn(course).name} ${courseId(course)}`
  return courses
    .filter((course) => sought.every((one) => wordsIn(course).all.some((word) => word.startsWith(one))))
    .map((course) => ({ course, key: order(course) }))
    .sort((a, b) => (a.key < b.key ? -1 : 1))
    .map(({ course }) => course)
}

/** Words of courses, worked out once: somebody types letter by letter. */
const known = new WeakMap<Course, { name: string; all: string[] }>()

function wordsIn(course: Course): { name: string; all: string[] } {
  const { code, name, department, section = '', instructors } = course
  const words = known.get(course) ?? {
    name: plain(name),
    all: wordsOf([...spellingsOf(code), name, department, section, ...instructors].join(' ')),
  }
  known.set(course, words)
  return words
}

/** "LAW 210" is also typed "law210", and the other way round. */
const spellingsOf = (code: string): string[] => [code, plain(code).replaceAll(' ', ''), code.replace(/(?<=\p{L})(?=\p{N})/gu, ' ')]

export const runsOn = ({ from, to }: Pick<Course, 'from' | 'to'>, day: string): boolean =>
  (from === undefined || from <= day) && (to === undefined || day <= to)

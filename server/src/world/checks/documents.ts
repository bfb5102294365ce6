/** Files that need not be there: what they name of the library. Records are looked up when they are loaded. */
import { courseId } from '@catalex/core/courses'
import type { CourierFile, CoursesFile, DisplaysFile, LibraryFile, ListsFile, ReturnsFile } from '@catalex/contract/files'
import { cardNumber } from '@catalex/core/card'
import { plansFaults } from './plans.ts'
import type { ReadWorld, WorldFault } from '../files.ts'
import { codeOf, faultsOf, type FileFaults, type Place } from './faults.ts'

export function documentFaults({ documents, readers }: ReadWorld, library: LibraryFile): WorldFault[] {
  const { courier, courses, displays, lists, plans, returns } = documents
  const cards = new Set(readers.rows.map(({ card }) => cardNumber(card, library.cards)))
  return [
    ...(courier ? courierFaults(courier, library) : []),
    ...(courses ? courseFaults(courses, library) : []),
    ...(displays ? displayFaults(displays, library) : []),
    ...(lists ? listFaults(lists, library, cards) : []),
    ...(plans ? plansFaults(plans, library) : []),
    ...(returns ? returnsFaults(returns) : []),
  ]
}

function courierFaults({ sorting, picks, stackRuns = {}, lines }: CourierFile, { branches }: LibraryFile): WorldFault[] {
  const faults = faultsOf('courier.json')
  const { found, add, known, once } = faults
  const codes = branches.map(codeOf)
  const stacks = branches.flatMap(({ code, collections }) =>
    collections.filter(({ kind }) => kind === 'closed stacks' || kind === 'store').map((collection) => `${code}/${collection.code}`),
  )
  sorting.forEach((branch, i) => {
    known(['sorting', i], branch, codes, 'a branch of library.json')
  })
  checkRuns(faults, 'picks', picks, codes, 'a branch of library.json')
  checkRuns(faults, 'stackRuns', stackRuns, stacks, 'a collection of closed stacks or a store')
  if (sorting.length === 0 && lines.length > 1) add(['sorting'], sorting, 'the branches at which copies change from one line to another')
  once(['lines'], lines.map(codeOf))
  lines.forEach((line, i) => {
    line.stops.forEach(({ branch }, k) => {
      known(['lines', i, 'stops', k, 'branch'], branch, codes, 'a branch of library.json')
    })
    checkLine(faults, ['lines', i], line)
  })
  return found
}

/** Every thing needs a line, and every line something that it counts. */
function returnsFaults({ late, collected }: ReturnsFile): WorldFault[] {
  const { found, add } = faultsOf('returns.json')
  const isEmpty = (days: ReturnsFile['collected']) => days.every(([, count]) => count === 0)
  late.forEach(({ days }, i) => {
    if (isEmpty(days)) add(['late', i, 'days'], days, 'at least one that is counted')
  })
  if (late.at(-1)?.families !== undefined) add(['late', late.length - 1, 'families'], late.at(-1)?.families, 'a last line without families')
  if (isEmpty(collected)) add(['collected'], collected, 'at least one that is counted')
  if (collected.some(([days]) => days < 0)) add(['collected'], collected, 'days from 0 on')
  return found
}

type Runs = CourierFile['picks']

function checkRuns({ add, known }: FileFaults, file: string, runs: Runs, places: readonly string[], what: string): void {
  for (const [place, days] of Object.entries(runs)) {
    known([file, place], place, places, what)
    for (const [day, times] of Object.entries(days)) {
      if (!/^[1-7]$/.test(day)) add([file, place, day], day, 'a weekday, 1 (Monday) to 7 (Sunday)')
      if (times.some((time, i) => time <= (times[i - 1] ?? ''))) add([file, place, day], times, 'times in order, none twice')
    }
  }
}

function checkLine({ add, inOrder, monday }: FileFaults, place: Place, line: CourierFile['lines'][number]): void {
  const { weeks, not = [], also = [], stops, from, to } = line
  inOrder(place, from, to)
  monday([...place, 'weeks'], weeks)
  for (const day of also.filter((one) => not.includes(one))) add([...place, 'also'], day, 'a day that does not stand in "not" as well')
  let last = -1
  stops.forEach(({ branch, arrive, depart }, k) => {
    if (branch === stops[k - 1]?.branch) add([...place, 'stops', k, 'branch'], branch, 'another branch than at the stop before')
    const first = k === 0
    const end = k === stops.length - 1
    if ((depart === null) !== end)
      add([...place, 'stops', k, 'depart'], depart, end ? 'null at the last stop' : 'a time, but at the last stop')
    if ((arrive === null) !== first)
      add([...place, 'stops', k, 'arrive'], arrive, first ? 'null at the first stop' : 'a time, but at the first stop')
    for (const time of [arrive, depart]) {
      if (time === null) continue
      if (minutesOf(time) < last)
        add([...place, 'stops', k], time, 'a time no earlier than the one before; of a later day with "+1 " before it')
      last = minutesOf(time)
    }
  })
}

/** Since the midnight before the run begins. */
function minutesOf(time: string): number {
  const [clock = '', days = '0'] = time.replace('+', '').split(' ').reverse()
  const [hours = 0, minutes = 0] = clock.split(':').map(Number)
  return (Number(days) * 24 + hours) * 60 + minutes
}

function courseFaults(courses: CoursesFile, { branches }: LibraryFile): WorldFault[] {
  const { found, add, known, once, inOrder } = faultsOf('courses.json')
  once([], courses.map(courseId), 'a code and section')
  courses.forEach(({ branch, from, to, texts }, i) => {
    if (branch !== undefined) known([i, 'branch'], branch, branches.map(codeOf), 'a branch of library.json') // prettier-ignore
    inOrder([i], from, to)
    texts.forEach((text, k) => {
      if (text.controlNumber === undefined && text.citation === undefined)
        add([i, 'texts', k], text, 'a controlNumber, or a citation of what is not held')
      if (text.barcode !== undefined && text.controlNumber === undefined)
        add([i, 'texts', k, 'barcode'], text.barcode, 'a controlNumber beside it')
    })
  })
  return found
}

function displayFaults(displays: DisplaysFile, { branches }: LibraryFile): WorldFault[] {
  const { found, add, known, once, inOrder } = faultsOf('displays.json')
  once([], displays.map(codeOf))
  displays.forEach(({ branch, from, to, controlNumbers, search }, i) => {
    if (typeof branch === 'string') known([i, 'branch'], branch, branches.map(codeOf), 'a branch of library.json')
    inOrder([i], from, to)
    if ((controlNumbers === undefined) === ((search ?? null) === null))
      add([i], { controlNumbers, search }, 'controlNumbers or a search, one of the two')
  })
  return found
}

function listFaults(lists: ListsFile, { cards: shapes }: LibraryFile, cards: ReadonlySet<string | null>): WorldFault[] {
  const { found, add } = faultsOf('lists.json')
  lists.forEach(({ card }, i) => {
    const number = cardNumber(card, shapes)
    if (number === null || !cards.has(number)) add([i, 'card'], card, 'a card of readers.csv')
  })
  return found
}

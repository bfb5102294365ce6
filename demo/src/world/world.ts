/** The whole world, in the order in which it is written: titles with their copies, loans, holds, readers. */
import type {
  CourierFile,
  CoursesFile,
  DisplaysFile,
  HoldRow,
  LibraryFile,
  LoanRow,
  PoliciesFile,
  ReaderRow,
  ReturnsFile,
} from '@catalex/contract/files'
import type { PlansFile } from '@catalex/contract/plans'
import type { MarcRecord } from '@catalex/core/catalogue'
import { DateTime } from 'luxon'
import { copyFrom, Register, wishesFor, type Copy } from '../holdings/copies.ts'
import { lending } from '../holdings/loans.ts'
import { Reserves } from '../people/courses.ts'
import { pastsOf, readersHolds } from '../people/holds.ts'
import { sampleReaders } from '../people/readers.ts'
import { areThere, theirHolds, townspeople, type SetAside } from '../people/townspeople.ts'
import { displaysOf } from '../places/displays.ts'
import { LIBRARY, libraryOfSize } from '../places/library.ts'
import { courierOf } from '../places/courier.ts'
import { openDaysOf } from '../places/openDays.ts'
import { plansOf } from '../places/plans.ts'
import { travelsOf } from '../places/travels.ts'
import { RETURNS } from '../people/returns.ts'
import { POLICIES } from '../places/policies.ts'
import type { Draft } from '../titles/draft.ts'
import { generateTitles } from '../titles/generate.ts'
import { marcFrom } from '../titles/marc.ts'
import { lentForLong } from '../titles/lentStories.ts'
import { storyTitles } from '../titles/stories.ts'
import type { Story } from '../titles/story.ts'
import { Chance } from '../vocabulary/random.ts'

export interface WorldOptions {
  titles: number
  seed: string
  /** ISO date: loans, holds and expiry dates stand round this day. */
  today: string
  /** Branches in all; the demo's own fourteen at least. */
  branches: number
}

export interface World {
  library: LibraryFile
  policies: PoliciesFile
  readers: ReaderRow[]
  records(): Generator<{ marc: MarcRecord; loans: LoanRow[] }>
  /** Only once the records have been run through. */
  holds(): HoldRow[]
  courses(): CoursesFile
  displays(): DisplaysFile
  plans: PlansFile
  courier: CourierFile
  returns: ReturnsFile
}

export function makeWorld(options: WorldOptions): World {
  const library = libraryOfSize(options.branches)
  const day = DateTime.fromISO(options.today, { zone: 'utc' })
  const dateAfter = (days: number): string => day.plus({ days }).toISODate() ?? ''
  const copiesOf = new Map<string, { controlNumber: string; copies: Copy[] }>()
  const waiting: { controlNumber: string; pickup: string }[] = []
  const reserves = new Reserves()
  const courier = courierOf(library.branches.slice(LIBRARY.branches.length).map(({ code }) => code))
  const setAside: SetAside[] = []
  const people = townspeople(new Chance(`${options.seed} people`), options.titles, dateAfter)
  const readers = [...sampleReaders(dateAfter), ...people]
  const openDay = openDaysOf(library.branches, day)
  const loansOf = lending(library.systems, readers, openDay)

  function* records(): Generator<{ marc: MarcRecord; loans: LoanRow[] }> {
    const register = new Register()
    const reserveRegister = new Register(RESERVE_START)
    const stories = storyTitles()
    const lent = lentForLong()
    let number = 0
    const write = (draft: Draft, copies: Copy[]) => {
      const controlNumber = controlNumberOf(number)
      return { controlNumber, marc: marcFrom(controlNumber, draft, copies, dateAfter), loans: loansOf(draft.carrier, copies) }
    }
    const tell = (story: Story) => {
      number += 1
      const copies = numbered(
        story.copies.map((wish) => ({ wish, draft: story.draft })),
        register,
        day.year,
      )
      const { controlNumber, ...written } = write(story.draft, copies)
      copiesOf.set(`${story.draft.title}|${story.draft.carrier}`, { controlNumber, copies })
      for (const pickup of story.waiting ?? []) waiting.push({ controlNumber, pickup })
      return written
    }
    for (const story of stories) yield tell(story)
    const chance = new Chance(options.seed)
    const moreBranches = library.branches.slice(LIBRARY.branches.length).map((branch) => branch.code)
    for (const draft of generateTitles(chance, options.titles - stories.length - lent.length, day.year)) {
      number += 1
      const wishes = wishesFor(chance, draft, moreBranches)
      const reserve = reserves.take(draft, controlNumberOf(number))
      const copies = [
        ...numbered(
          wishes.map((wish) => ({ wish, draft })),
          register,
          day.year,
        ),
        ...(reserve === null ? [] : [copyFrom({ branch: reserve, collection: 'reserve' }, draft, reserveRegister, 1, day.year)]),
      ]
      const { controlNumber, ...written } = write(draft, copies)
      if (areThere(options.titles) && number % EVERY === 0) setAside.push(...copies.filter(mayBeHeld).slice(0, 1).map(({ barcode, branch, collection }) => ({ controlNumber, barcode, branch, collection }))) // prettier-ignore
      yield written
    }
    // At the end, so that the numbers of the others stay.
    for (const story of lent) yield tell(story)
  }

  function holds(): HoldRow[] {
    const time = (daysAgo: number, hour: number): string =>
      day.minus({ days: daysAgo }).set({ hour }).toISO({ suppressMilliseconds: true }) ?? ''
    const others = waiting.map(({ controlNumber, pickup }, i): HoldRow => ({
      card: '',
      controlNumbers: controlNumber,
      barcode: '',
      pickup,
      asked: time(24 - i, 9),
      since: '',
      state: 'waiting',
      collectBy: '',
    }))
    const pastOf = pastsOf(travelsOf(library, courier), DateTime.fromISO(options.today, { zone: library.timeZone }))
    const own = readersHolds({ titled: (title, carrier) => copiesOf.get(`${title}|${carrier}`), pastOf, openDay })
    return [
      ...others,
      ...own,
      ...theirHolds(new Chance(`${options.seed} holds`), people, setAside.slice(0, MOST_SET_ASIDE), pastOf, openDay),
    ]
  }

  return {
    library,
    policies: POLICIES,
    readers,
    records,
    holds,
    courses: () => reserves.courses(dateAfter),
    displays: () => displaysOf((title, carrier) => copiesOf.get(`${title}|${carrier}`)?.controlNumber, dateAfter),
    plans: plansOf(library.branches),
    returns: RETURNS,
    courier,
  }
}

/** Barcodes of what is put aside for courses are their own, so that those of the others stay. */
const RESERVE_START = '38'

const controlNumberOf = (number: number): string => `ps${String(number).padStart(8, '0')}`

/** Of so many titles one has a copy set aside for somebody. */
const EVERY = 61
const MOST_SET_ASIDE = 160

/** Print of the public libraries that may be sent anywhere. */
const mayBeHeld = ({ system, collection, status, dueIn, use, set }: Copy): boolean =>
  system === 'pslib' &&
  (collection === 'fiction' || collection === 'nonfic') &&
  status === 'on shelf' &&
  dueIn === null &&
  use === null &&
  set === null

/** Copies of one title in one branch are numbered. */
function numbered(wishes: readonly { wish: Parameters<typeof copyFrom>[0]; draft: Draft }[], register: Register, thisYear: number): Copy[] {
  const seen = new Map<string, number>()
  return wishes.map(({ wish, draft }) => {
    const place = wish.enumeration ? `${wish.branch} ${wish.enumeration}` : wish.branch
    seen.set(place, (seen.get(place) ?? 0) + 1)
    return copyFrom(wish, draft, register, seen.get(place) ?? 1, thisYear)
  })
}

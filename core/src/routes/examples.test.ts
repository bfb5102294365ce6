/** Routes worked out by hand from timetable, hours, rules and copies: the date, the cost, or the reason and who lends it all the same. */
import { DateTime } from 'luxon'
import { expect, it } from 'vitest'
import type { OpeningHours } from '../calendar/index.ts'
import type { Copy } from '../copies/index.ts'
import { sampleCopy as copy } from '../copies/sample.ts'
import { Courier, type CourierLine } from '../courier/index.ts'
import type { HoldRule } from '../holds/index.ts'
import type { LoanRule } from '../loans/index.ts'
import type { OutsideRule, ScanRule } from '../requests/index.ts'
import { routesFor, type Route, type RoutesQuestion } from './index.ts'

const ZONE = 'Europe/London'
const at = (iso: string) => DateTime.fromISO(iso, { zone: ZONE })
type Branch = 'quay' | 'hill' | 'isle' | 'cope'
const days = (all: string, from: string, to: string) => Object.fromEntries([...all].map((day) => [day, [[from, to]] as [string, string][]]))
const WEEKLY: Record<Branch, OpeningHours['weekly']> = {
  quay: { ...days('12345', '09:00', '20:00'), ...days('6', '10:00', '17:00') },
  hill: days('12345', '10:00', '17:00'),
  cope: days('12345', '09:00', '18:00'),
  isle: days('24', '10:00', '18:00'),
}
const SYSTEM: Record<Branch, string> = { quay: 'pub', hill: 'pub', isle: 'pub', cope: 'uni' }
const runs = (all: string, ...times: string[]) => Object.fromEntries([...all].map((day) => [day, times]))
const stop = (branch: string, arrive: string | null, depart: string | null) => ({ branch, arrive, depart })
const LINES: CourierLine[] = [
  {
    ...{ code: 'van', name: 'Van', cutOff: 10, days: [1, 2, 3, 4, 5] },
    stops: [stop('quay', null, '13:10'), stop('hill', '13:40', '13:50'), stop('cope', '14:10', '14:20'), stop('quay', '14:50', null)],
  },
  {
    ...{ code: 'ferry', name: 'Ferry', cutOff: 20, days: [2, 4] },
    stops: [stop('quay', null, '08:20'), stop('isle', '09:30', '16:00'), stop('quay', '17:10', null)],
  },
]
const TIMETABLE = {
  ...{ sorting: ['quay'], sortMinutes: 30, pickMinutes: 20, checkInMinutes: 15, lines: LINES },
  picks: { quay: runs('12345', '10:00', '15:00'), hill: runs('12345', '09:00'), isle: runs('24', '10:00'), cope: runs('12345', '11:00') },
  stackRuns: { 'quay/stack': runs('12345', '14:00') },
}
const no = (reason: string) => ({ allow: false, cost: 0, reason, remedy: null })
const yes = (cost = 0) => ({ allow: true, cost, reason: null, remedy: null })
const RULES: HoldRule[] = [
  { uses: ['here only'], ...no('It stays in its reading room.') },
  { families: ['journal'], owners: ['uni'], pickups: ['uni'], ...yes() },
  { families: ['journal'], owners: ['uni'], ...no('Journals of the university stay in its libraries.') },
  { owners: ['uni'], categories: ['adult'], pickups: ['pub'], ...yes(150) },
  yes(),
]
const LOANS: LoanRule[] = [
  { uses: ['short loan'], hours: 4, renewals: 0 },
  { categories: ['student'], owners: ['uni'], days: 28, renewals: 4 },
  { days: 21, renewals: 2 },
]

const SCANS: ScanRule[] = [
  { owners: ['uni'], families: ['score'], ...no('Scores are under copyright.'), perPage: 0, mostPages: 0, days: 0 },
  { owners: ['uni'], ...yes(200), perPage: 10, mostPages: 40, days: 3 },
]
const OUTSIDE: OutsideRule[] = [
  { categories: ['junior'], ...no('Asked for on the card of an adult.'), days: 0 },
  { categories: ['student'], ...yes(), days: 10 },
  { ...yes(450), days: 14 },
]

interface Case {
  scans?: boolean
  unheld?: boolean
  now?: string
  pickup?: Branch
  category?: string
  closed?: [Branch[], string, string]
  waiting?: number
  selfServe?: Branch[]
}

function routes(
  copies: Copy[],
  {
    now = '2026-11-23T09:50',
    pickup = 'hill',
    category = 'adult',
    closed,
    waiting = 0,
    selfServe = [],
    scans = false,
    unheld = false,
  }: Case,
) {
  const branches = Object.keys(WEEKLY) as Branch[]
  const closures = (branch: Branch) => (closed?.[0].includes(branch) ? [{ from: closed[1], to: closed[2], reason: '' }] : [])
  const hours = new Map<string, OpeningHours>(branches.map((code) => [code, { weekly: WEEKLY[code], closures: closures(code) }]))
  const courier = new Courier(TIMETABLE, hours)
  const question: RoutesQuestion = {
    rules: RULES,
    loanRules: LOANS,
    scanRules: scans ? SCANS : [],
    outsideRules: OUTSIDE,
    unheld,
    borrower: { category, homeSystem: category === 'student' ? 'uni' : 'pub' },
    pickup: { code: pickup, branch: pickup, system: SYSTEM[pickup] },
    copies,
    selfServe: new Set(selfServe),
    now: at(now),
    hours,
    walkable: branches,
    waiting,
    delivery: ({ branch, collection, collectionKind }) =>
      courier.delivery(
        { branch, collection, closed: collectionKind === 'closed stacks' },
        { branch: pickup, hours: hours.get(pickup)! },
        at(now),
      ),
  }
  return routesFor(question).map(inWords)
}

function inWords({ kind, barcode, cost, open, queue, hereOnly, delivery, asked, notPossible, lends }: Route): string {
  const time = (iso: string | number | null) =>
    (typeof iso === 'number' ? DateTime.fromMillis(iso * 60_000, { zone: ZONE }) : at(iso ?? '')).toFormat('ccc d LLL HH:mm')
  const lent = lends ? `; lent at ${lends.branch} for ${String(lends.loan.count)} ${lends.loan.unit}` : '; lent nowhere'
  if (notPossible && (kind === 'scanned' || kind === 'from outside'))
    return `${kind} not: ${'reason' in notPossible ? notPossible.reason : notPossible.code}`
  if (notPossible) return `${kind} not: ${notPossible.code === 'rule' ? notPossible.reason : notPossible.code}${lent}`
  const price = cost === 0 ? 'free' : (cost / 100).toFixed(2)
  if (asked) return `${kind} ${barcode ?? 'anywhere'} by ${asked.by}, ${price}`
  if (queue) return `${kind}: ${String(queue.before)} before, ${String(queue.copies)} copies, ${price}`
  if (open) return `${kind} ${barcode ?? ''}${hereOnly ? ' to read' : ''} ${open.now ? 'now' : `from ${time(open.opens)}`}`
  return `${kind} ${barcode ?? ''} ${delivery ? time(delivery.inHand) : 'never'}, ${price}`
}

const Q = copy({ barcode: 'q' })
const H = copy({ barcode: 'h', branch: 'hill' })
const I = copy({ barcode: 'i', branch: 'isle' })
const C = copy({ barcode: 'c', branch: 'cope', system: 'uni' })
const journal = { ...C, family: 'journal' } as const
const out = { status: 'on loan', due: '2026-12-01' } as const

it.each<[string, Copy[], Case, string[]]>([
  ['by the van of the day', [Q], {}, ['walk in q now', 'sent over q Mon 23 Nov 13:55, free']],
  ['a run missed by a minute', [Q], { now: '2026-11-23T10:01' }, ['walk in q now', 'sent over q Tue 24 Nov 13:55, free']],
  ['from its own shelf', [H], {}, ['walk in h from Mon 23 Nov 10:00', 'kept for you h Tue 24 Nov 10:00, free']],
  ['of the university, for money, over the sorting room', [C], {}, ['walk in c now', 'sent over c Tue 24 Nov 13:55, 1.50']],
  ['to those of its own house for nothing', [C], { category: 'student' }, ['walk in c now', 'sent over c Tue 24 Nov 13:55, free']],
  ['the first of two', [Q, C], {}, ['walk in q now', 'sent over q Mon 23 Nov 13:55, free']],
  ['of two by the same van the cheaper', [C, Q], { now: '2026-11-23T10:01' }, ['walk in q now', 'sent over q Tue 24 Nov 13:55, free']],
  ['the first, though it costs more', [I, C], { now: '2026-11-23T10:01' }, ['walk in c now', 'sent over c Tue 24 Nov 13:55, 1.50']],
  ['from the island', [I], {}, ['walk in i from Tue 24 Nov 10:00', 'sent over i Wed 25 Nov 13:55, free']],
  ['to the island by the ferry', [Q], { pickup: 'isle' }, ['walk in q now', 'sent over q Tue 24 Nov 10:15, free']],
  ['the ferry has sailed', [Q], { pickup: 'isle', now: '2026-11-24T09:30' }, ['walk in q now', 'sent over q Thu 26 Nov 10:15, free']],
  ['closed stacks on a Saturday', [{ ...Q, collection: 'stack', collectionKind: 'closed stacks' }], { pickup: 'quay', now: '2026-11-28T09:00' }, ['kept for you q Mon 30 Nov 14:20, free']], // prettier-ignore
  ['the desk closes for a week', [Q], { now: '2026-11-23T10:01', closed: [['hill'], '2026-11-24', '2026-11-30'] }, ['walk in q now', 'sent over q Tue 1 Dec 13:55, free']], // prettier-ignore
  ['a holiday before its own shelf is gone through', [H], { closed: [['hill'], '2026-11-24', '2026-11-24'] }, ['walk in h from Mon 23 Nov 10:00', 'kept for you h Wed 25 Nov 10:00, free']], // prettier-ignore
  ['midwinter', [Q], { now: '2026-12-23T20:01', closed: [['quay', 'hill'], '2026-12-24', '2027-01-01'] }, ['walk in q from Sat 2 Jan 10:00', 'sent over q Mon 4 Jan 13:55, free']], // prettier-ignore
  ['over the night that has an hour more', [H], { now: '2026-10-24T09:00' }, ['walk in h from Mon 26 Oct 10:00', 'kept for you h Mon 26 Oct 10:00, free']], // prettier-ignore
  ['over the night that loses an hour', [Q], { now: '2027-03-26T16:00' }, ['walk in q now', 'sent over q Mon 29 Mar 13:55, free']],
  [
    'a set comes with its last piece',
    [
      { ...Q, set: '1' },
      { ...I, set: '1' },
    ],
    {},
    ['walk in q now', 'sent over i Wed 25 Nov 13:55, free'],
  ],
  ['a journal to the university’s own desk', [journal], { pickup: 'cope' }, ['walk in c now', 'kept for you c Mon 23 Nov 11:20, free']],
  ['a journal to another', [journal], {}, ['walk in c now', 'sent over not: Journals of the university stay in its libraries.; lent at cope for 21 days']], // prettier-ignore
  ['of several places the nearest that lends it', [{ ...journal, barcode: 'f', branch: 'far' }, { ...journal, barcode: 'i', branch: 'isle' }, journal], {}, ['walk in c now', 'sent over not: Journals of the university stay in its libraries.; lent at cope for 21 days']], // prettier-ignore
  ['the same for a student, who has it for longer', [journal], { category: 'student' }, ['walk in c now', 'sent over not: Journals of the university stay in its libraries.; lent at cope for 28 days']], // prettier-ignore
  ['here only', [{ ...Q, use: 'here only' }], {}, ['walk in q to read now', 'sent over not: It stays in its reading room.; lent nowhere']],
  ['a branch that keeps nothing off its shelves', [H], { selfServe: ['hill'] }, ['walk in h from Mon 23 Nov 10:00', 'kept for you not: fetch-yourself; lent at hill for 21 days']], // prettier-ignore
  [
    'all out, two before',
    [
      { ...Q, ...out },
      { ...C, ...out },
    ],
    { waiting: 2 },
    ['in the queue: 2 before, 2 copies, free'],
  ],
  ['a part of it as a scan, by its owner’s price for a page at least', [C], { scans: true }, ['walk in c now', 'sent over c Tue 24 Nov 13:55, 1.50', 'scanned c by 2026-11-26, 2.10']], // prettier-ignore
  ['a scan before what is not possible', [journal], { scans: true }, ['walk in c now', 'scanned c by 2026-11-26, 2.10', 'sent over not: Journals of the university stay in its libraries.; lent at cope for 21 days']], // prettier-ignore
  ['no scan by a rule', [{ ...C, family: 'score' }], { scans: true }, ['walk in c now', 'sent over c Tue 24 Nov 13:55, 1.50', 'scanned not: Scores are under copyright.']], // prettier-ignore
  ['no scan of one volume among many', [{ ...journal, enumeration: 'v.1' }, { ...journal, barcode: 'd', enumeration: 'v.2' }], { scans: true, pickup: 'cope' }, ['walk in c now', 'kept for you c Mon 23 Nov 11:20, free']], // prettier-ignore
  ['missing, and asked for outside', [{ ...Q, status: 'missing' }], { unheld: true }, ['from outside anywhere by 2026-12-07, 4.50', 'sent over not: no-copy; lent nowhere']], // prettier-ignore
  ['asked for outside for nothing', [], { unheld: true, category: 'student' }, ['from outside anywhere by 2026-12-03, free', 'sent over not: no-copy; lent nowhere']], // prettier-ignore
  ['not outside for a child', [], { unheld: true, category: 'junior' }, ['sent over not: no-copy; lent nowhere', 'from outside not: Asked for on the card of an adult.']], // prettier-ignore
  ['missing', [{ ...Q, status: 'missing' }], {}, ['sent over not: no-copy; lent nowhere']],
])('%s', (_, copies, given, expected) => {
  expect(routes(copies, given)).toEqual(expected)
})

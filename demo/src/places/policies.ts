/** Who may borrow and hold what. The first rule that fits decides. */
import type { PoliciesFile } from '@catalex/contract/files'

const allow = (cost = 0) => ({ allow: true, cost, reason: null, remedy: null })
const refuse = (reason: string, remedy: string) => ({ allow: false, cost: 0, reason, remedy })

const no = (reason: string, remedy: string) => ({ allow: false, reason, remedy })

export const POLICIES: PoliciesFile = {
  format: 2,
  guestCategory: 'adult',
  categories: [
    { code: 'adult', name: 'Adult reader', holdsLimit: 15, owedLimit: 1000, overdueLimit: 8 },
    { code: 'junior', name: 'Junior reader', holdsLimit: 10, owedLimit: 1000, overdueLimit: 8 },
    { code: 'homebound', name: 'Homebound reader', holdsLimit: 25, owedLimit: 2000 },
    { code: 'student', name: 'Student', holdsLimit: 20, owedLimit: 1500 },
    { code: 'lecturer', name: 'Lecturer', holdsLimit: 40, owedLimit: 3000 },
    { code: 'visitor', name: 'Visiting researcher', holdsLimit: 8, owedLimit: 500 },
  ],
  holdRules: [
    { uses: ['here only'], ...refuse('This copy does not leave the building.', 'Read it where it stands, in opening hours.') },
    {
      uses: ['short loan'],
      ...refuse('Course reserves are lent at their desk only, for a few hours.', 'Ask for it at the desk with your card.'),
    },
    { families: ['thing'], pickups: ['owner'], ...allow() },
    {
      families: ['thing'],
      ...refuse(
        'Instruments and tools are not sent; they are lent at the counter where they are kept.',
        'Choose a pickup location of the library that owns it.',
      ),
    },
    { owners: ['conserv'], families: ['music', 'spoken', 'film'], pickups: ['conserv'], ...allow() },
    {
      owners: ['conserv'],
      families: ['music', 'spoken', 'film'],
      ...refuse(
        'The Conservatoire sends scores to readers of the Sound’s libraries, but not recordings.',
        'Listen to it there, or have the disc from another library.',
      ),
    },
    { owners: ['conserv'], categories: ['student', 'lecturer'], ...allow() },
    { owners: ['conserv'], ...allow(150) },
    { families: ['journal'], owners: ['pellanu'], pickups: ['pellanu'], ...allow() },
    {
      families: ['journal'],
      owners: ['pellanu'],
      ...refuse(
        'Bound journals of the university are sent between its own libraries only.',
        'Collect it at Cope or Ketteridge, or read it there.',
      ),
    },
    {
      owners: ['pellanu'],
      categories: ['adult', 'junior', 'homebound', 'visitor'],
      pickups: ['pslib', 'conserv', 'nursing'],
      ...allow(150),
    },
    { ...allow() },
  ],
  scans: [
    {
      owners: ['conserv'],
      families: ['score'],
      cost: 0,
      perPage: 0,
      mostPages: 0,
      days: 0,
      ...no('The Conservatoire does not scan scores: most are in copyright.', 'Read it there, or have the score sent.'),
    },
    {
      owners: ['pellanu'],
      categories: ['student', 'lecturer'],
      allow: true,
      cost: 0,
      perPage: 0,
      mostPages: 60,
      days: 2,
      reason: null,
      remedy: null,
    },
    {
      owners: ['pellanu'],
      families: ['print', 'journal', 'map'],
      allow: true,
      cost: 200,
      perPage: 10,
      mostPages: 40,
      days: 3,
      reason: null,
      remedy: null,
    },
    {
      owners: ['pslib'],
      uses: ['here only', 'fetched on request'],
      families: ['print', 'journal', 'map'],
      allow: true,
      cost: 100,
      perPage: 10,
      mostPages: 20,
      days: 5,
      reason: null,
      remedy: null,
    },
  ],
  outside: [
    {
      categories: ['junior'],
      cost: 0,
      days: 0,
      ...no('Requests to libraries elsewhere are made on an adult’s card.', 'Ask your guardian, or a desk.'),
    },
    { categories: ['lecturer', 'homebound'], allow: true, cost: 0, days: 12, reason: null, remedy: null },
    { allow: true, cost: 450, days: 14, reason: null, remedy: null },
  ],
  loanRules: [
    { uses: ['short loan'], hours: 3, renewals: 0, overdue: { amount: 50, per: 'hour', ceiling: 600 } },
    { families: ['film'], days: 7, renewals: 1, overdue: { amount: 20, per: 'day', ceiling: 400 } },
    { families: ['music', 'spoken', 'player'], days: 14, renewals: 1 },
    { families: ['thing', 'kit'], days: 14, renewals: 0 },
    {
      categories: ['lecturer'],
      owners: ['pellanu'],
      days: 84,
      renewals: 5,
      recalledAfter: 14,
      overdue: { amount: 25, per: 'day', ceiling: 1000 },
    },
    { categories: ['student', 'visitor'], owners: ['pellanu'], days: 28, renewals: 4, overdue: { amount: 25, per: 'day', ceiling: 1000 } },
    { days: 28, renewals: 2 },
  ],
}

/** The dozen sample cards, one for each situation that the screens must show. */
import type { ReaderRow } from '@catalex/contract/files'

type Sample = Pick<ReaderRow, 'card' | 'name' | 'category' | 'homeBranch' | 'situation' | 'notify' | 'guardian'> & {
  expiresInDays?: number
  owed?: number
  block?: string
}

const SAMPLES: readonly Sample[] = [
  {
    card: '00042117',
    name: 'Ines Arkley',
    category: 'adult',
    homeBranch: 'ferrygate',
    notify: 'mail',
    situation: 'Something ready to collect, something on its way, a place in the queue',
  },
  { card: '00042225', name: 'Tobias Marlstead', category: 'adult', homeBranch: 'northmole', situation: 'A new card with nothing on it' },
  {
    card: '00042331',
    name: 'Runa Holmere',
    category: 'adult',
    homeBranch: 'lanternhill',
    notify: 'text',
    situation: 'A parent with six holds',
  },
  { card: '00042448', name: 'Casper Lindgate', category: 'student', homeBranch: 'cope', notify: 'mail', situation: 'A student at Cope' },
  {
    card: '00042556',
    name: 'Perpetua Varmoor',
    category: 'lecturer',
    homeBranch: 'cope',
    notify: 'mail',
    situation: 'A lecturer with many loans',
  },
  {
    card: '00042664',
    name: 'Kit Holmere',
    category: 'junior',
    homeBranch: 'lanternhill',
    guardian: 'Runa Holmere',
    situation: 'A junior card',
  },
  { card: '00042772', name: 'Emeric Ostvik', category: 'visitor', homeBranch: 'maritime', situation: 'A visiting researcher' },
  {
    card: '00042880',
    name: 'Wanda Drumcroft',
    category: 'adult',
    homeBranch: 'saltpan',
    owed: 1340,
    situation: 'Owes 13.40, which is over the limit',
  },
  {
    card: '00042998',
    name: 'Leopold Branfield',
    category: 'adult',
    homeBranch: 'wetherdale',
    expiresInDays: -13,
    situation: 'The card has ended',
  },
  {
    card: '00043013',
    name: 'Ottilie Skarberg',
    category: 'homebound',
    homeBranch: 'heron',
    notify: 'letter',
    situation: 'Homebound, served by the Bookboat Heron',
  },
  { card: '00043121', name: 'Gareth Pelloran', category: 'adult', homeBranch: 'northmole', situation: 'Something that lapses tomorrow' },
  {
    card: '00043239',
    name: 'Solveig Tarnholt',
    category: 'adult',
    homeBranch: 'corrow',
    notify: 'call',
    situation: 'Lives on the Isle of Corrow',
  },
]

/** @param dateAfter ISO date so many days from the demo's day */
export function sampleReaders(dateAfter: (days: number) => string): ReaderRow[] {
  return SAMPLES.map(({ card, name, category, homeBranch, situation, expiresInDays, owed, block, notify, guardian }, i) => ({
    card,
    pin: String(4711 + i * 11),
    name,
    category,
    homeBranch,
    expires: dateAfter(expiresInDays ?? 300 + i * 9),
    owed: String(owed ?? 0),
    block: block ?? '',
    // A new card, and a child's, have no address yet.
    ...(notify === undefined || notify === 'letter'
      ? { mail: '', telephone: '' }
      : { mail: `${name.toLowerCase().replace(' ', '.')}@pellan.example`, telephone: `01 555 0${String(421 + i * 7)}` }),
    notify: notify ?? '',
    guardian: guardian ?? '',
    situation,
    standIn: '',
  }))
}

/** A draft written down as MARC 21, the way a cataloguer would. */
import { isbn13, type MarcRecord } from '@catalex/core/catalogue'
import type { Copy } from '../holdings/copies.ts'
import type { Draft } from './draft.ts'

type Fields = string[][]

const TYPES: Partial<Record<Draft['carrier'], string>> = {
  'spoken-disc': 'i',
  'spoken-cassette': 'i',
  'preloaded-player': 'i',
  'music-disc': 'j',
  'music-record': 'j',
  'music-cassette': 'j',
  dvd: 'g',
  'blu-ray': 'g',
  'video-cassette': 'g',
  'laser-disc': 'g',
  'film-reel': 'g',
  'printed-score': 'c',
  'score-and-parts': 'c',
  'sheet-map': 'e',
  atlas: 'e',
  'board-game': 'r',
  object: 'r',
  'mixed-kit': 'o',
}

const PHYSICAL: Partial<Record<Draft['carrier'], string>> = {
  'large-print-book': 'tb',
  'spoken-disc': 'sd fsngnnmmned',
  'spoken-cassette': 'ss lsnjlcmpnne',
  'music-disc': 'sd fsngnnmmned',
  'music-record': 'sd bsmennmplud',
  dvd: 'vd cvaizs',
  'blu-ray': 'vd csaizs',
  'video-cassette': 'vf cbahos',
  'sheet-map': 'aj canzn',
  microfilm: 'hd afb---buca',
}

const CARRIER_TYPES: Partial<Record<Draft['carrier'], [word: string, code: string]>> = {
  'spoken-disc': ['audio disc', 'sd'],
  'music-disc': ['audio disc', 'sd'],
  'music-record': ['audio disc', 'sd'],
  dvd: ['videodisc', 'vd'],
  'blu-ray': ['videodisc', 'vd'],
  'video-cassette': ['videocassette', 'vf'],
  'sheet-map': ['sheet', 'nb'],
  object: ['object', 'nr'],
  'board-game': ['object', 'nr'],
}

/** Days before the demo's day on which records were made. */
const ENTERED_AGO = 400

/** @param dateAfter ISO date so many days from the demo's day */
export function marcFrom(controlNumber: string, draft: Draft, copies: readonly Copy[], dateAfter: (days: number) => string): MarcRecord {
  const enteredOn = dateAfter(-ENTERED_AGO)
  const fields: Fields = [
    ['001', controlNumber],
    ['003', 'PSL'],
    ...(PHYSICAL[draft.carrier] && !draft.coyCarrier ? [['007', PHYSICAL[draft.carrier] ?? '']] : []),
    ['008', fixedField(draft, enteredOn)],
    ...(draft.isbn
      ? [['020', '  ', 'a', isbnFor(controlNumber), ...(draft.carrier === 'book' ? ['q', bindingFor(draft.year, controlNumber)] : [])]]
      : []),
    ['040', '  ', 'a', 'PSL', 'b', 'eng', 'e', 'rda', 'c', 'PSL'],
    ...(draft.originalLanguage ? [['041', '1 ', 'a', draft.language, 'h', draft.originalLanguage]] : []),
    ...(draft.author
      ? [
          [
            '100',
            '1 ',
            ...linked(draft, 1),
            'a',
            `${draft.author.filed},`,
            'd',
            lifeOf(draft.author),
            'e',
            isMusic(draft) ? 'composer.' : 'author.',
          ],
        ]
      : []),
    ...(draft.uniformTitle ? [['240', '10', 'a', `${draft.uniformTitle}.`, 'l', 'English']] : []),
    titleField(draft),
    ...(draft.edition ? [['250', '  ', 'a', `${draft.edition}.`]] : []),
    ...draft.notes.flatMap(({ tag, text }) => (tag < '264' ? [[tag, '  ', 'a', text]] : [])),
    ['264', ' 1', 'a', `${draft.publisher[0]} :`, 'b', `${draft.publisher[1]},`, 'c', `${String(draft.year)}.`],
    ['300', '  ', 'a', draft.extent],
    ...(CARRIER_TYPES[draft.carrier] && !draft.coyCarrier
      ? [['338', '  ', 'a', CARRIER_TYPES[draft.carrier]?.[0] ?? '', 'b', CARRIER_TYPES[draft.carrier]?.[1] ?? '', '2', 'rdacarrier']]
      : []),
    ...(draft.scoring.length > 0
      ? [['382', '01', ...draft.scoring.flatMap(([player, count]) => ['a', player, 'n', String(count)]), '2', 'local']]
      : []),
    ...(draft.series ? [['490', '1 ', 'a', `${draft.series.title} ;`, 'v', draft.series.volume]] : []),
    ...draft.notes.flatMap(({ tag, text }) => (tag < '264' ? [] : [[tag, '  ', 'a', text]])),
    ...(draft.contents.length > 0 ? [['505', '0 ', 'a', `${draft.contents.join(' -- ')}.`]] : []),
    ...(draft.summary ? [['520', '  ', 'a', draft.summary]] : []),
    ...draft.subjects.map(({ heading, place: where }) => {
      const [main, ...parts] = heading.split(' -- ')
      return [
        '650',
        ' 4',
        'a',
        `${main}${parts.length === 0 && !where ? '.' : ''}`,
        ...parts.flatMap((part) => ['x', part]),
        ...(where ? ['z', `${where}.`] : []),
      ]
    }),
    ...draft.genres.map((genre) => ['655', ' 4', 'a', `${genre}.`]),
    ...draft.others.map(({ person, role }) => ['700', '1 ', 'a', `${person.filed},`, 'd', lifeOf(person), 'e', `${role}.`]),
    ...(draft.series ? [['830', ' 0', 'a', `${draft.series.title} ;`, 'v', draft.series.volume]] : []),
    ...(draft.online ? [['856', '40', 'u', draft.online.url, 'y', draft.online.label]] : []),
    ...scriptFields(draft),
    ...copies.flatMap((copy) => holdingFields(copy, dateAfter)),
  ]
  return { leader: leaderFor(draft), fields }
}

/** $6, first in its field, to the 880 that says the same in another script. */
const linked = ({ inScript }: Draft, number: number): string[] => (inScript ? ['6', `880-0${String(number)}`] : [])

function scriptFields({ inScript, author }: Draft): Fields {
  if (!inScript) return []
  return [
    ...(author ? [['880', '1 ', '6', '100-01', 'a', `${inScript.author},`, 'd', lifeOf(author)]] : []),
    ['880', `${author ? '1' : '0'}0`, '6', '245-02', 'a', `${inScript.title}.`],
  ]
}

const isMusic = (draft: Draft): boolean => ['printed-score', 'score-and-parts', 'music-disc', 'music-record'].includes(draft.carrier)

function leaderFor(draft: Draft): string {
  const level = draft.carrier === 'journal-volume' ? 's' : 'm'
  return `00000n${TYPES[draft.carrier] ?? 'a'}${level} a2200000 i 4500`
}

function titleField(draft: Draft): string[] {
  const names = [draft.author?.spoken, ...draft.others.map(({ person, role }) => `${ROLE_WORDS[role] ?? role} ${person.spoken}`)].filter(
    (name) => name !== undefined,
  )
  const ending = draft.remainder ? ' :' : names.length > 0 ? ' /' : '.'
  return [
    '245',
    `${draft.author ? '1' : '0'}${String(draft.nonFiling)}`,
    ...linked(draft, 2),
    'a',
    draft.title + ending,
    ...(draft.remainder ? ['b', draft.remainder + (names.length > 0 ? ' /' : '.')] : []),
    ...(names.length > 0 ? ['c', `${names.join(' ; ')}.`] : []),
  ]
}

const ROLE_WORDS: Record<string, string> = {
  translator: 'translated by',
  narrator: 'read by',
  illustrator: 'illustrated by',
  performer: 'played by',
  'film director': 'directed by',
  actor: 'with',
  photographer: 'with photographs by',
}

const lifeOf = ({ born, died }: { born: number; died: number | null }): string => `${String(born)}-${died === null ? '' : String(died)}`

const AUDIENCES = { children: 'j', teenagers: 'd', adults: 'e' }

/** 008, forty characters; positions 18 to 34 by kind of material. */
function fixedField(draft: Draft, enteredOn: string): string {
  const entered = enteredOn.slice(2).replaceAll('-', '')
  const audience = draft.audience ? AUDIENCES[draft.audience] : ' '
  const form = draft.carrier === 'large-print-book' ? 'd' : draft.carrier === 'online-resource' ? 'o' : ' '
  const type = TYPES[draft.carrier] ?? 'a'
  const byType: Record<string, string> = {
    a:
      draft.carrier === 'journal-volume'
        ? 'qr p       0   a0'
        : `    ${audience}${form}     00${draft.notes.some((note) => /index/.test(note.text)) ? '1' : '0'} ${draft.fiction ? '1' : '0'} `,
    g: `090 ${audience}    00    v `,
    r: `    ${audience}    00    r `,
    o: `    ${audience}    00    b `,
    e: '       a     0   ',
  }
  const special = byType[type] ?? `    ${audience}${form}           `
  const dates = draft.carrier === 'journal-volume' ? `c${String(draft.year)}9999` : `s${String(draft.year)}    `
  return `${entered}${dates}xx ${special.padEnd(17).slice(0, 17)}${draft.language} d`
}

/** Numbers of a made-up registrant, with a true check digit. */
/** Paperbacks came late, and never all books. */
const FIRST_PAPERBACKS = 1935
const bindingFor = (year: number, controlNumber: string): string =>
  year >= FIRST_PAPERBACKS && Number(controlNumber.replace(/\D/g, '')) % 5 < 3 ? 'paperback' : 'hardback'

function isbnFor(controlNumber: string): string {
  const digits = Number(controlNumber.replace(/\D/g, ''))
  const body = `97819${String(10_000_000 + (digits % 9_999_999)).slice(1)}`
  const sum = [...body].reduce((total, digit, i) => total + Number(digit) * (i % 2 === 0 ? 1 : 3), 0)
  const isbn = body + String((10 - (sum % 10)) % 10)
  return isbn13(isbn) ?? isbn
}

function holdingFields(copy: Copy, dateAfter: (days: number) => string): Fields {
  const optional = (code: string, value: string | null) => (value === null || value === '' ? [] : [code, value])
  const location = [
    '852',
    `${copy.scheme.indicator} `,
    'a',
    copy.system,
    'b',
    copy.branch,
    'c',
    copy.collection,
    ...optional('k', copy.prefix),
    ...optional('h', copy.classPart),
    ...optional('i', copy.itemPart),
    'p',
    copy.barcode,
    ...optional('t', copy.copyNumber),
    ...optional('3', copy.enumeration),
    ...optional('z', copy.note),
    ...optional('2', copy.scheme.source),
  ]
  const acquired = dateAfter(-copy.acquiredAgo).replaceAll('-', '')
  const item = [
    ...optional('a', copy.set),
    ...optional('h', copy.use),
    ...optional('j', copy.status === 'on shelf' ? null : copy.status),
    'd',
    acquired,
  ]
  return [location, ['876', '  ', 'p', copy.barcode, ...item]]
}

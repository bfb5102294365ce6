/** Everything that is not an ordinary book: children's books, films, music, maps, journals, things. */
import { placeName, personName, publisherNamed } from '../vocabulary/names.ts'
import { plural, storyTitle } from '../vocabulary/patterns.ts'
import type { Chance } from '../vocabulary/random.ts'
import { draft, type Draft } from './draft.ts'
import { otherEditions, pagesOf, yearsOf } from './editions.ts'

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const ANIMALS = ['otter', 'gull', 'hedgehog', 'seal pup', 'snail', 'barn owl', 'crab', 'goat', 'puffin', 'mole', 'pony', 'whale']
const CHILD_NAMES = ['Pip', 'Nella', 'Olly', 'Marit', 'Bo', 'Tansy', 'Jem', 'Isa', 'Rafe', 'Wren']

export function childrensDrafts(chance: Chance, thisYear: number): Draft[] {
  const author = personName(chance)
  const teens = chance.maybe(0.25)
  const count = chance.weighted([
    [1, 45],
    [2, 30],
    [5, 25],
  ] as const)
  const hero = chance.pick(CHILD_NAMES)
  const animal = chance.pick(ANIMALS)
  const series = count > 2 ? (teens ? `The ${placeName(chance)} files` : `${hero} and the ${animal}`) : null
  const start = Math.min(thisYear - count, yearsOf(author, chance, thisYear))
  return Array.from({ length: count }, (_, i) => {
    const title = teens
      ? storyTitle(chance, 'fantasy')
      : capital(
          chance.pick([
            `${hero} and the ${chance.pick(ANIMALS)}`,
            `the ${animal} who ${chance.pick(['would not swim', 'missed the ferry', 'counted stars', 'lost its hat', 'stayed for tea'])}`,
            `goodnight, ${chance.pick(ANIMALS)}`,
            `${hero} goes to ${placeName(chance)}`,
            `a ${chance.pick(['coat', 'boat', 'bed', 'birthday'])} for ${hero}`,
            `where do ${plural(chance.pick(ANIMALS))} sleep?`,
          ]),
        )
    const first = draft({
      title,
      author,
      year: start + i,
      publisher: publisherNamed('Little Heron'),
      extent: teens ? pagesOf(chance, 180, 340, 20) : pagesOf(chance, 24, 96, 26, ' : colour illustrations'),
      others: teens ? [] : [{ person: personName(chance), role: 'illustrator' }],
      audience: teens ? 'teenagers' : 'children',
      fiction: true,
      genres: [teens ? 'Young adult fiction' : 'Picture books'],
      series: series ? { title: series, volume: String(i + 1) } : null,
      demand: 3,
      lc: 'PZ7',
      dewey: '',
    })
    return [first, ...(teens ? otherEditions(chance, first, thisYear) : [])]
  }).flat()
}

export function filmDrafts(chance: Chance, thisYear: number): Draft[] {
  const director = personName(chance)
  const year = Math.max(1984, yearsOf(director, chance, thisYear))
  const documentary = chance.maybe(0.4)
  const carrier = year < 1996 ? 'video-cassette' : year > 2008 && chance.maybe(0.35) ? 'blu-ray' : 'dvd'
  const minutes = `${String(chance.whole(52, 142))} min.`
  const extent =
    carrier === 'video-cassette'
      ? `1 videocassette (${minutes})`
      : `1 ${carrier === 'dvd' ? 'videodisc (DVD)' : 'videodisc (Blu-ray)'} (${minutes}) ; 12 cm`
  return [
    draft({
      carrier,
      title: documentary
        ? `${placeName(chance)}: ${chance.pick(['the long tide', 'a working harbour', 'people of the marsh', 'four winters', 'the last ferry'])}`.replace(
            ': ',
            ', ',
          )
        : storyTitle(chance, 'general'),
      year,
      publisher: publisherNamed('Long Shot Pictures'),
      extent,
      others: [
        { person: director, role: 'film director' },
        { person: personName(chance), role: documentary ? 'narrator' : 'actor' },
      ],
      genres: [documentary ? 'Documentary films' : 'Fiction films'],
      fiction: !documentary,
      isbn: false,
      shelves: 'public',
      demand: 1.8,
      dewey: documentary ? '942.9' : '',
      notes: [
        {
          tag: '538',
          text:
            carrier === 'video-cassette'
              ? 'VHS, PAL, colour.'
              : `${carrier === 'dvd' ? 'DVD' : 'Blu-ray'}, region 2, 16:9, stereo; subtitles for the hard of hearing.`,
        },
        { tag: '511', text: `With ${personName(chance).spoken} and ${personName(chance).spoken}.` },
      ],
    }),
  ]
}

// prettier-ignore
export const BRASS_QUINTET: Draft['scoring'] = [['trumpet', 2], ['horn', 1], ['trombone', 1], ['tuba', 1]]

/** Forces with their class, the number of parts that a set has (none where all read from the score), and who plays. */
const FORCES: readonly (readonly [force: string, lc: string, parts: number, players: Draft['scoring']])[] = [
  ['brass quintet', 'M557', 5, BRASS_QUINTET],
  // prettier-ignore
  ['string quartet', 'M452', 4, [['violin', 2], ['viola', 1], ['cello', 1]]],
  ['piano', 'M23', 0, [['piano', 1]]],
  ['mixed choir', 'M1579', 0, [['mixed chorus', 1]]],
  // prettier-ignore
  ['wind trio', 'M357', 3, [['oboe', 1], ['clarinet', 1], ['bassoon', 1]]],
  // prettier-ignore
  ['flute and harp', 'M297', 2, [['flute', 1], ['harp', 1]]],
  ['chamber orchestra', 'M1045', 14, [['chamber orchestra', 1]]],
  ['two violins', 'M286', 2, [['violin', 2]]],
  // prettier-ignore
  ['cello and piano', 'M231', 2, [['cello', 1], ['piano', 1]]],
  // prettier-ignore
  ['voice and lute', 'M1624', 2, [['medium voice', 1], ['lute', 1]]],
]
const FORMS = [
  'Sonata',
  'Suite',
  'Five pieces',
  'Variations',
  'Nocturnes',
  'Serenade',
  'Tidal studies',
  'Three songs',
  'Divertimento',
  'Preludes',
]

export function musicDrafts(chance: Chance, thisYear: number): Draft[] {
  const composer = personName(chance)
  return Array.from({ length: chance.whole(1, 4) }, () => {
    const [force, lc, parts, scoring] = chance.pick(FORCES)
    const opus = chance.whole(3, 120)
    const title = `${chance.pick(FORMS)} for ${force}, op. ${String(opus)}`
    const common = {
      title,
      author: composer,
      year: yearsOf(composer, chance, thisYear),
      subjects: [{ heading: `Music for ${force}`, place: null }],
      language: 'zxx',
      isbn: false,
      shelves: 'music' as const,
      demand: 1.3,
      lc,
      dewey: '780',
      audience: null,
      scoring: [...scoring],
    }
    const score = draft({
      ...common,
      carrier: parts === 0 ? 'printed-score' : 'score-and-parts',
      publisher: publisherNamed('Quintain Editions'),
      notes: [{ tag: '254', text: parts === 0 ? 'Score.' : 'Score and parts.' }],
      extent:
        parts === 0
          ? `1 score (${String(chance.whole(12, 60))} pages) ; 31 cm`
          : `1 score (${String(chance.whole(12, 80))} pages) and ${String(parts)} parts ; 31 cm`,
    })
    if (!chance.maybe(0.45)) return [score]
    const record = common.year < 1986
    return [
      score,
      draft({
        ...common,
        carrier: record ? 'music-record' : 'music-disc',
        publisher: publisherNamed('Tidemark Records'),
        extent: record ? '1 audio disc : 33 1/3 rpm ; 30 cm' : `1 audio disc (${String(chance.whole(38, 78))} min.) ; 12 cm`,
        others: [{ person: personName(chance), role: 'performer' }],
      }),
    ]
  }).flat()
}

export function mapDrafts(chance: Chance, thisYear: number): Draft[] {
  const place = placeName(chance)
  const scale = chance.pick(['25 000', '50 000', '10 000', '12 500'])
  return [
    draft({
      carrier: 'sheet-map',
      title: chance.pick([
        `${place} and surroundings`,
        `Footpaths of ${place}`,
        `Channels and moorings off ${place}`,
        `${place} town plan`,
      ]),
      remainder: `1:${scale}`,
      notes: [{ tag: '255', text: `Scale 1:${scale}.` }],
      year: chance.whole(1955, thisYear),
      publisher: publisherNamed('Sound Pilotage Office'),
      extent: `1 map : colour ; ${String(chance.whole(60, 95))} x ${String(chance.whole(70, 110))} cm, folded`,
      subjects: [{ heading: place, place: null }],
      isbn: false,
      shelves: 'any',
      demand: 1.2,
      dewey: '912.42',
      lc: 'G5740',
      audience: null,
    }),
  ]
}

export function journalDraft(chance: Chance, thisYear: number): Draft {
  const subject = chance.pick([
    'harbour studies',
    'island archaeology',
    'marsh ecology',
    'ward practice',
    'tidal physics',
    'choral music',
    'maritime law',
    'folk speech',
    'local history',
    'textile craft',
  ])
  const start = chance.whole(1931, 2005)
  const place = placeName(chance)
  return draft({
    carrier: 'journal-volume',
    title: chance.pick([
      `${place} journal of ${subject}`,
      `Annals of ${subject}`,
      `${capital(subject)} quarterly`,
      `Proceedings of the ${place} society for ${subject}`,
    ]),
    year: start,
    publisher: publisherNamed(chance.pick(['Meridian Scholarly', 'Pellan University Press', 'Saltmarsh Press'])),
    extent: `volumes ; 25 cm`,
    isbn: false,
    shelves: 'university',
    demand: Math.min(14, thisYear - start),
    lc: 'AP4',
    audience: null,
    subjects: [{ heading: capital(subject), place: null }],
    dewey: '',
  })
}

/**
 * The titles that documentation and tests point at: one for each situation a reader can meet. Written by hand, always
 * the first records of the file, with the copies that the situation needs.
 */
import { publisherNamed } from '../vocabulary/names.ts'
import { draft, type Draft } from './draft.ts'
import { onlineTitles, otherScripts } from './scriptStories.ts'
import { BRASS_QUINTET } from './kinds.ts'
import { setsApart } from './setStories.ts'
import { at, one, out, person, type Story } from './story.ts'

const ORRICK = person('Tamsin', 'Orrick', 1961)
const VARRIK = person('Odd', 'Varrik', 1958)
const MARSK = person('Lene', 'Marsk', 1970)
const HOLLORAN = person('Signe', 'Holloran', 1979)
const CANTERO = person('Beatriz', 'Cantero Villalba', 1902, 1977)
const ELDER_LUND = person('Marta', 'Lund', 1931, 2004)
const YOUNGER_LUND = person('Marta', 'Lund', 1984)
const HARD_NAME = person('Zdzisława', 'Przybyłkowicz', 1949)
const TEIXID = person('Amaro', 'Teixid', 1966)

/** Nine volumes in two bindings, ordinary and large print; the third stands in large print at Ferrygate. */
function detectiveSeries(): Story[] {
  const titles = [
    'The ledger at low water',
    'A verger in the reeds',
    'The lamplighter’s alibi',
    'Nine knots',
    'The postmistress of Tarn Haven',
    'An inquest in winter',
    'The drowned regatta',
    'Salt on the stair',
    'The harbourmaster’s last case',
  ]
  const plots = [
    'A coaster is found aground with its ledger missing and its master drowned, and Harbourmaster Orla Venn is asked to call it an accident.',
    'The verger of St Brannock’s is found among the reeds, in a coat that is not his own.',
    'Every lamp on the mole was lit that night. The lamplighter swears he was at home.',
    'A rope with nine knots hangs in the chandler’s window, and nobody will buy it.',
    'Letters have stopped arriving at Tarn Haven. The postmistress says there were none.',
    'Snow closes the road, and the coroner has to sleep in the house of the accused.',
    'The winning boat sails in with nobody aboard.',
    'Somebody walks up from the sea at night, and the stairs are wet in the morning.',
    'Orla Venn has a week left in office, and one file that she never closed.',
  ]
  return titles.flatMap((title, i): Story[] => {
    const volume = i + 1
    const common = draft({
      title,
      author: ORRICK,
      year: 2009 + i,
      publisher: publisherNamed('Foxglove Crime'),
      extent: `${String(290 + 13 * i)} pages ; 20 cm`,
      series: { title: 'The harbourmaster’s inquests', volume: String(volume) },
      genres: ['Detective and mystery fiction'],
      fiction: true,
      summary: plots[i],
      lc: 'PR6115.R5',
      subjects: [{ heading: 'Harbors', place: null }],
      isbn: true,
    })
    const ordinary = [
      ...at('northmole lanternhill'),
      ...out('ferrygate corrow', 6 + i, 14),
      ...at(volume % 2 === 0 ? 'saltpan' : 'wetherdale'),
    ]
    const large = draft({
      ...common,
      carrier: 'large-print-book',
      year: 2010 + i,
      publisher: publisherNamed('Clearwater Large Print'),
      extent: `${String(460 + 17 * i)} pages (large print) ; 24 cm`,
    })
    const largeCopies =
      volume === 3
        ? [...at('ferrygate'), ...out('northmole', 9)]
        : volume % 3 === 0
          ? at('northmole')
          : [...out('northmole', 4 + i), ...at(volume % 2 === 0 ? 'ferrygate' : 'heron')]
    return [
      { draft: common, copies: ordinary },
      { draft: large, copies: largeCopies },
    ]
  })
}

/** A novel that everyone waits for, in four forms. */
function awaitedNovel(): Story[] {
  const novel = draft({
    title: 'The winter watch',
    author: HOLLORAN,
    year: 2026,
    publisher: publisherNamed('Bellwether Fiction'),
    extent: '412 pages ; 22 cm',
    series: { title: 'The Corrow light', volume: '2' },
    genres: ['Domestic fiction'],
    fiction: true,
    lc: 'PR6108.O5',
    summary:
      'Two sisters keep the light on Corrow through the longest winter in memory, and one of them is writing letters to a ship that has sunk.',
    notes: [{ tag: '586', text: 'Northern Shore Prize, 2026.' }],
  })
  const first = draft({
    ...novel,
    title: 'The autumn crossing',
    year: 2024,
    extent: '388 pages ; 22 cm',
    series: { title: 'The Corrow light', volume: '1' },
    summary: 'A girl is sent across the sound with a lamp, a goat and a lie.',
    notes: [],
  })
  return [
    {
      draft: novel,
      copies: out('northmole northmole ferrygate lanternhill saltpan tarbeck corrow wetherdale heron', 5, 9, 12, 3, 20, -2, 16, 25, 11),
      waiting: ['ferrygate', 'northmole', 'corrow', 'lanternhill'],
    },
    {
      draft: draft({
        ...novel,
        carrier: 'large-print-book',
        publisher: publisherNamed('Clearwater Large Print'),
        extent: '611 pages (large print) ; 24 cm',
      }),
      copies: out('northmole ferrygate heron', 8, 17, 22),
      waiting: ['heron'],
    },
    {
      draft: draft({
        ...novel,
        carrier: 'spoken-disc',
        publisher: publisherNamed('Spoken Shore'),
        extent: '11 audio discs (13 hr.) ; 12 cm',
        others: [{ person: MARSK, role: 'narrator' }],
      }),
      copies: out('northmole lanternhill', 2, 10),
    },
    {
      draft: draft({
        ...novel,
        carrier: 'preloaded-player',
        publisher: publisherNamed('Spoken Shore'),
        extent: '1 audio media player',
        notes: [{ tag: '500', text: 'Preloaded on a self-contained digital audio player; earphones not included.' }],
      }),
      copies: out('northmole ferrygate', 6, 13),
    },
    { draft: first, copies: [...at('northmole ferrygate'), ...out('lanternhill corrow', 7, 12)] },
  ]
}

/** A translated classic in five editions: the original and four Englishings, one of them read aloud. */
function translatedClassic(): Story[] {
  const uniformTitle = 'Casa de las mareas'
  const original = draft({
    title: 'La casa de las mareas',
    author: CANTERO,
    year: 1938,
    publisher: publisherNamed('Editorial Faro'),
    language: 'spa',
    extent: '302 páginas ; 19 cm',
    fiction: true,
    genres: ['Domestic fiction'],
    lc: 'PQ6605.A5',
    shelves: 'university',
  })
  const english = (year: number, given: string, family: string, more: Partial<Draft>): Draft =>
    draft({
      ...original,
      title: 'The house of tides',
      nonFiling: 4,
      language: 'eng',
      originalLanguage: 'spa',
      uniformTitle,
      year,
      publisher: publisherNamed('Halyard'),
      extent: '310 pages ; 20 cm',
      others: [{ person: person(given, family, 1921), role: 'translator' }],
      shelves: 'any',
      ...more,
    })
  return [
    { draft: original, copies: at('cope store northmole') },
    { draft: english(1951, 'Edwin', 'Castholm', { extent: '288 pages ; 19 cm' }), copies: at('store cope') },
    {
      draft: english(1987, 'Una', 'Ravcroft', {
        edition: 'New translation',
        publisher: publisherNamed('Meridian Scholarly'),
        extent: 'xxiv, 331 pages ; 21 cm',
        notes: [{ tag: '504', text: 'Includes bibliographical references.' }],
      }),
      copies: [...at('cope northmole'), ...out('cope', 18)],
    },
    {
      draft: english(2019, 'Idris', 'Fenworth', {
        title: 'The tide house',
        nonFiling: 4,
        edition: 'Centenary edition',
        publisher: publisherNamed('Ebb Editions'),
        extent: '340 pages ; 22 cm',
      }),
      copies: [...at('ferrygate lanternhill'), ...out('northmole', 10)],
    },
    {
      draft: english(2021, 'Idris', 'Fenworth', {
        title: 'The tide house',
        nonFiling: 4,
        carrier: 'spoken-disc',
        publisher: publisherNamed('Spoken Shore'),
        extent: '9 audio discs (10 hr.) ; 12 cm',
      }),
      copies: at('northmole'),
    },
  ]
}

function seaAndCoast(): Story[] {
  const keepers = draft({
    title: 'The last keepers of the Sound',
    author: VARRIK,
    year: 2019,
    edition: 'Second edition',
    publisher: publisherNamed('Quay & Lantern'),
    extent: '288 pages : illustrations, maps ; 24 cm',
    others: [{ person: MARSK, role: 'photographer' }],
    subjects: [
      { heading: 'Lighthouse keepers', place: 'Pellan Sound' },
      { heading: 'Lighthouses', place: 'Pellan Sound' },
    ],
    dewey: '387.155',
    lc: 'VK1015',
    shelves: 'any',
    summary: 'Four families and the automation of forty lights, told from their logbooks.',
    contents: ['The families', 'Forty lights', 'The relief boat', 'Fog', 'Automation', 'What is left'],
  })
  return [
    {
      draft: keepers,
      copies: [
        ...at('ferrygate ferrygate', { collection: 'sea' }),
        ...at('lanternhill'),
        ...out('northmole', 5),
        ...at('cope', { collection: 'reading', use: 'here only' }),
      ],
    },
    {
      draft: draft({ ...keepers, edition: null, year: 2014, others: [], extent: '251 pages : maps ; 24 cm' }),
      copies: [...at('tarbeck'), ...out('northmole', 19)],
    },
    {
      draft: draft({
        ...keepers,
        edition: null,
        carrier: 'large-print-book',
        year: 2020,
        publisher: publisherNamed('Clearwater Large Print'),
        extent: '402 pages (large print) ; 24 cm',
      }),
      copies: out('ferrygate northmole', 11, 17),
    },
    {
      draft: draft({
        ...keepers,
        edition: null,
        carrier: 'spoken-disc',
        year: 2020,
        publisher: publisherNamed('Spoken Shore'),
        extent: '9 audio discs (10 hr.) ; 12 cm',
      }),
      copies: at('northmole'),
    },
    {
      draft: draft({
        title: 'Lamp, lens and log',
        remainder: 'daily life at forty stations',
        author: person('Perpetua', 'Lowholm', 1949),
        year: 2011,
        publisher: publisherNamed('Pellan University Press'),
        extent: '412 pages ; 24 cm',
        subjects: [{ heading: 'Lighthouse keepers', place: null }],
        dewey: '387.155',
        lc: 'VK1243',
        shelves: 'university',
        contents: ['Stations and staff', 'The keepers’ round', 'Oil and electricity'],
      }),
      copies: at('ketteridge cope maritime'),
    },
  ]
}

/** One of each hard case. */
function singleCases(): Story[] {
  return [
    one(
      {
        title: 'Salt in the timber',
        author: person('Joren', 'Haslund', 1955),
        year: 1994,
        publisher: publisherNamed('Towpath Books'),
        dewey: '623.82',
        subjects: [{ heading: 'Boatbuilding', place: null }],
      },
      at('northmole', { status: 'missing' }),
    ),
    one(
      {
        title: 'Where the channel bends',
        author: person('Nora', 'Skarmere', 1988),
        year: 2026,
        publisher: publisherNamed('Bellwether Fiction'),
        fiction: true,
        genres: ['Domestic fiction'],
        summary: 'A ferryman’s daughter maps the moving sandbanks by ear.',
      },
      [...at('northmole ferrygate', { status: 'on order' })],
      ['northmole', 'ferrygate'],
    ),
    one(
      {
        title: 'Charters of Pellan Priory',
        remainder: 'a facsimile',
        year: 1927,
        publisher: publisherNamed('Saltmarsh Press'),
        dewey: '942.9',
        lc: 'DA690',
        subjects: [{ heading: 'Charters', place: 'Pellan' }],
        isbn: false,
        shelves: 'university',
        extent: '188 leaves, facsimiles ; 41 cm',
      },
      [...at('northmole', { collection: 'reading', use: 'here only' }), ...at('cope', { collection: 'reading', use: 'here only' })],
    ),
    one(
      {
        title: 'On sediments',
        remainder: 'collected papers',
        author: person('Alba', 'Quarstrand', 1907, 1990),
        year: 1961,
        publisher: publisherNamed('Castrel Academic'),
        dewey: '551.46',
        lc: 'GC380',
        shelves: 'science',
        subjects: [{ heading: 'Oceanography', place: null }],
      },
      at('store'),
    ),
    one(
      {
        title: 'Harbour quarterly',
        year: 1979,
        carrier: 'journal-volume',
        publisher: publisherNamed('Saltmarsh Press'),
        extent: 'volumes : illustrations ; 25 cm',
        isbn: false,
        shelves: 'university',
        audience: null,
        subjects: [{ heading: 'Harbors', place: null }],
      },
      Array.from({ length: 40 }, (_, i) => ({
        branch: 'cope',
        collection: 'journals',
        use: 'loan' as const,
        enumeration: `v.${String(i + 1)} (${String(1979 + i)})`,
        ...(i === 30 ? { dueIn: 6 } : i === 11 ? { status: 'at the binder' as const } : {}),
      })),
    ),
    one(
      {
        title: 'Five lights for brass quintet',
        author: TEIXID,
        year: 2004,
        carrier: 'score-and-parts',
        publisher: publisherNamed('Quintain Editions'),
        extent: '1 score (44 pages) and 5 parts ; 31 cm',
        lc: 'M557',
        dewey: '785',
        isbn: false,
        language: 'zxx',
        audience: null,
        subjects: [{ heading: 'Brass quintets', place: null }],
        shelves: 'music',
        contents: ['Skerry light', 'The keepers’ round', 'Fog signal', 'The lighthouse at noon', 'Harbour lights'],
        scoring: [...BRASS_QUINTET],
        notes: [{ tag: '254', text: 'Score and parts.' }],
      },
      at('musiclib'),
    ),
    one(
      {
        title: 'Five lights for brass quintet',
        author: TEIXID,
        year: 2007,
        carrier: 'music-disc',
        publisher: publisherNamed('Tidemark Records'),
        extent: '1 audio disc (58 min.) ; 12 cm',
        lc: 'M557',
        dewey: '785',
        isbn: false,
        language: 'zxx',
        audience: null,
        subjects: [{ heading: 'Brass quintets', place: null }],
        shelves: 'music',
      },
      at('musiclib'),
    ),
    one(
      {
        title: 'The tide mill at Tarbeck',
        remainder: 'a working year',
        year: 1988,
        carrier: 'laser-disc',
        coyCarrier: true,
        publisher: publisherNamed('Long Shot Pictures'),
        extent: '1 disc ; 30 cm',
        isbn: false,
        genres: ['Documentary films'],
        dewey: '621.21',
        subjects: [{ heading: 'Tide mills', place: 'Tarbeck' }],
        notes: [{ tag: '538', text: 'Laser optical videodisc, CLV, PAL; needs a player of its own, which Northmole Central has.' }],
      },
      at('northmole'),
    ),
    one(
      {
        title: 'Lights and beacons of Pellan Sound',
        year: 1987,
        carrier: 'sheet-map',
        publisher: publisherNamed('Sound Pilotage Office'),
        extent: '1 map : colour ; 70 x 96 cm',
        isbn: false,
        dewey: '912.42',
        lc: 'G5742',
        audience: null,
        shelves: 'any',
        remainder: '1:50 000',
        subjects: [{ heading: 'Lighthouses', place: 'Pellan Sound' }],
      },
      [...at('northmole', { use: 'here only' }), ...at('maritime', { use: 'here only' })],
    ),
    one(
      {
        title: 'Ebb and forfeit',
        year: 2016,
        carrier: 'board-game',
        publisher: publisherNamed('Thimble Press'),
        extent: '1 board game (board, 4 boats, 72 cards)',
        isbn: false,
        language: 'zxx',
        audience: 'children',
      },
      [...at('northmole'), ...out('lanternhill', 4)],
    ),
    one(
      {
        title: 'Ukulele, concert size',
        year: 2021,
        carrier: 'object',
        publisher: publisherNamed('Thimble Press'),
        extent: '1 ukulele, tuner, soft case',
        isbn: false,
        language: 'zxx',
        audience: null,
        shelves: 'music',
      },
      [...at('northmole'), ...at('musiclib')],
    ),
    one(
      {
        title: 'Letters from a dry dock',
        author: ELDER_LUND,
        year: 1968,
        publisher: publisherNamed('Halyard'),
        dewey: '331.8',
        lc: 'HD8039',
        subjects: [{ heading: 'Labor movement', place: null }],
        shelves: 'any',
      },
      at('northmole cope'),
    ),
    one(
      {
        title: 'Knitting by the harbour light',
        author: YOUNGER_LUND,
        year: 2018,
        publisher: publisherNamed('Thimble Press'),
        dewey: '746.432',
        subjects: [{ heading: 'Knitting', place: null }],
      },
      [...at('ferrygate saltpan'), ...out('northmole', 8)],
    ),
    one(
      {
        title: 'The herring road',
        author: HARD_NAME,
        year: 1993,
        publisher: publisherNamed('Bellwether Fiction'),
        fiction: true,
        genres: ['Historical fiction'],
        originalLanguage: 'pol',
        uniformTitle: 'Śledziowa droga',
        summary: 'Three generations follow the herring north.',
      },
      [...at('northmole wetherdale'), ...out('lanternhill', 13)],
    ),
    one(
      {
        title: 'Śledziowa droga',
        author: HARD_NAME,
        year: 1986,
        publisher: publisherNamed('Wydawnictwo Brzeg'),
        language: 'pol',
        fiction: true,
        genres: ['Historical fiction'],
        extent: '298 stron ; 20 cm',
      },
      at('northmole cope'),
    ),
    one(
      {
        title: 'L’eau qui dort',
        author: person('Hélène', 'Clérambois', 1944),
        year: 1981,
        publisher: publisherNamed('Éditions du Gué'),
        language: 'fre',
        fiction: true,
        genres: ['Domestic fiction'],
      },
      at('cope'),
    ),
    one(
      {
        title: 'Die Uhr im Watt',
        author: person('Götz', 'Krähenbühl', 1962),
        year: 2003,
        publisher: publisherNamed('Verlag Uferweg'),
        language: 'ger',
        fiction: true,
        genres: ['Sea stories'],
      },
      at('northmole'),
    ),
    one(
      {
        title: 'El faro apagado',
        author: person('Lucía', 'Ibáñez Larrosa', 1971),
        year: 2012,
        publisher: publisherNamed('Editorial Faro'),
        language: 'spa',
        fiction: true,
        genres: ['Detective and mystery fiction'],
      },
      at('northmole corrow'),
    ),
    one(
      {
        title: 'Wards by night',
        author: person('Ruth', 'Belmoor', 1968),
        year: 2020,
        publisher: publisherNamed('Sound Nursing Press'),
        dewey: '610.73',
        lc: 'WY 127',
        shelves: 'nursing',
        subjects: [{ heading: 'Nursing care', place: null }],
      },
      [...at('college'), ...at('college', { collection: 'reserve' })],
    ),
    one(
      {
        title: 'Stories told at low water',
        year: 2001,
        publisher: publisherNamed('Ebb Editions'),
        fiction: true,
        genres: ['Short stories'],
        contents: [
          'The net-mender / Edvin Salcroft',
          'Three lanterns / Marta Lund',
          'A goat for Corrow / Una Ravcroft',
          'The long ebb / Silas Tarnmoor',
        ],
        summary: 'Four writers of the Sound.',
      },
      at('ferrygate northmole'),
    ),
  ]
}

/** Call numbers that sort badly as text: each is one shelf-mate of the next. */
function awkwardCallNumbers(): Story[] {
  const calls = ['VK9 .B4 2001', 'VK10 .B35 1999', 'VK100.5 .B2 2005', 'VK1015 .C45 1998', 'VK1015 .C5 1987', 'VK1015.3 .A1 2010']
  return calls.map((call, i) => {
    const [classPart = '', ...rest] = call.split(' ')
    return {
      draft: draft({
        title: `Signals and seamarks, part ${String(i + 1)}`,
        author: person('Aurel', 'Norquist', 1939),
        year: Number(call.slice(-4)),
        publisher: publisherNamed('Pellan University Press'),
        subjects: [{ heading: 'Navigation', place: null }],
        lc: classPart,
        shelves: 'university',
      }),
      copies: [{ branch: 'maritime', collection: 'sea', call: { classPart, itemPart: rest.join(' '), indicator: '0' } }],
    }
  })
}

export const storyTitles = (): Story[] => [
  ...detectiveSeries(),
  ...awaitedNovel(),
  ...translatedClassic(),
  ...seaAndCoast(),
  ...singleCases(),
  ...awkwardCallNumbers(),
  ...otherScripts(),
  ...onlineTitles(),
  ...setsApart(),
]

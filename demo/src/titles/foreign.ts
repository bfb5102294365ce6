/** Stories in other languages, with their articles and letters, and translations that share the original's title. */
import { personName, placeName, publisherNamed, type Publisher } from '../vocabulary/names.ts'
import type { Chance } from '../vocabulary/random.ts'
import { draft, type Draft } from './draft.ts'
import { pagesOf, yearsOf } from './editions.ts'

interface Tongue {
  code: string
  publisher: string
  pages: string
  /** Original and its English wording. */
  titles: readonly (readonly [string, string])[]
}

const TONGUES: readonly Tongue[] = [
  {
    code: 'spa',
    publisher: 'Editorial Faro',
    pages: 'páginas',
    titles: [
      ['La casa del faro', 'The lighthouse house'],
      ['Los días de sal', 'Days of salt'],
      ['El jardín de las mareas', 'The garden of tides'],
      ['Una carta para Inés', 'A letter for Inés'],
      ['El invierno de los pájaros', 'The winter of birds'],
      ['Las hijas del río', 'The river’s daughters'],
      ['La última barca', 'The last boat'],
      ['El mapa dormido', 'The sleeping map'],
    ],
  },
  {
    code: 'fre',
    publisher: 'Éditions du Gué',
    pages: 'pages',
    titles: [
      ['L’été des passeurs', 'The ferrymen’s summer'],
      ['Les heures creuses', 'Hollow hours'],
      ['La maison d’ardoise', 'The slate house'],
      ['Le vent sous la porte', 'Wind under the door'],
      ['Une île sans cartes', 'An island without maps'],
      ['La grève aux oiseaux', 'The shore of birds'],
      ['Le dernier éclusier', 'The last lock-keeper'],
    ],
  },
  {
    code: 'ger',
    publisher: 'Verlag Uferweg',
    pages: 'Seiten',
    titles: [
      ['Das stille Ufer', 'The quiet bank'],
      ['Der Fährmann', 'The ferryman'],
      ['Die Tochter des Uhrmachers', 'The clockmaker’s girl'],
      ['Ein Haus am Deich', 'A house on the dyke'],
      ['Die Jahre der Möwe', 'The years of the gull'],
      ['Der lange Winter von Grünstett', 'The long winter of Grünstett'],
    ],
  },
  {
    code: 'ita',
    publisher: 'Casa Lucerna',
    pages: 'pagine',
    titles: [
      ['Il custode del molo', 'The keeper of the pier'],
      ['La stanza delle reti', 'The net room'],
      ['L’ultima marea', 'The last tide'],
      ['Gli anni del sale', 'The years of salt'],
      ['Una lanterna per Sofia', 'A lantern for Sofia'],
    ],
  },
  {
    code: 'nor',
    publisher: 'Ravnsund',
    pages: 'sider',
    titles: [
      ['Fyret på Ærøya', 'The light on Aeroya'],
      ['Sølvfjorden', 'The silver fjord'],
      ['Møte ved brygga', 'Meeting at the quay'],
      ['Vinterveien', 'The winter road'],
      ['Når isen går', 'When the ice goes'],
    ],
  },
  {
    code: 'pol',
    publisher: 'Wydawnictwo Brzeg',
    pages: 'stron',
    titles: [
      ['Żółta łódź', 'The yellow boat'],
      ['Dom nad zatoką', 'The house above the bay'],
      ['Cień latarni', 'The lantern’s shadow'],
      ['Pieśń rybaków', 'Song of the fishermen'],
      ['Śnieg w Brzezanach', 'Snow in Brzezany'],
    ],
  },
]

const FAMILIES: Record<string, readonly string[]> = {
  spa: ['Belmonte Ruiz', 'Quirós Peña', 'Valdecasas Núñez', 'Ibáñez Larrosa', 'Cañadas Muñiz'],
  fre: ['Lefrançois', 'Beaugency', 'Desrosières', 'Maréchal-Aubry', 'Clérambois'],
  ger: ['Müllenhagen', 'Großkopf', 'Uferbach', 'Löwenfeldt', 'Krähenbühl'],
  ita: ['Tessarin', 'Bellacqua', 'Dell’Orto', 'Montefalco', 'Serravezza'],
  nor: ['Ødegårdsvik', 'Bjørnsundet', 'Sæterhaug', 'Ravnåsen', 'Kråkenes'],
  pol: ['Wiśniogórska', 'Brzęczykowski', 'Łąkocka', 'Źródlak', 'Skrzydłowski'],
}
const GIVEN: Record<string, readonly string[]> = {
  spa: ['Inés', 'Andrés', 'Lucía', 'Joaquín'],
  fre: ['Hélène', 'Étienne', 'Noëlle', 'Benoît'],
  ger: ['Jürgen', 'Annelie', 'Götz', 'Käthe'],
  ita: ['Niccolò', 'Chiara', 'Ettore', 'Lucia'],
  nor: ['Øyvind', 'Åse', 'Bjørg', 'Pål'],
  pol: ['Bogusława', 'Wojciech', 'Małgorzata', 'Zdzisław'],
}

/** An original, now and then with its English translation, which carries the original's title. */
export function foreignStory(chance: Chance, thisYear: number): Draft[] {
  const tongue = chance.pick(TONGUES)
  const given = chance.pick(GIVEN[tongue.code] ?? [])
  const family = chance.pick(FAMILIES[tongue.code] ?? [])
  const author = { ...personName(chance), filed: `${family}, ${given}`, spoken: `${given} ${family}` }
  const [title, english] = chance.pick(tongue.titles)
  const place = chance.maybe(0.5) ? ` ${placeName(chance)}` : ''
  const publisher: Publisher = publisherNamed(tongue.publisher)
  const year = yearsOf(author, chance, thisYear)
  const original = draft({
    title: title + place,
    author,
    year,
    publisher,
    language: tongue.code,
    extent: pagesOf(chance, 140, 380, 21).replace('pages', tongue.pages),
    fiction: true,
    genres: ['Domestic fiction'],
    demand: 1.3,
    lc: 'PZ90',
    shelves: chance.maybe(0.6) ? 'public' : 'any',
    dewey: '',
  })
  if (!chance.maybe(0.4)) return [original]
  return [
    original,
    draft({
      title: english + place,
      author,
      year: Math.min(thisYear, year + chance.whole(1, 12)),
      publisher: publisherNamed('Bellwether Fiction'),
      originalLanguage: tongue.code,
      uniformTitle: original.title.slice(original.nonFiling),
      others: [{ person: personName(chance), role: 'translator' }],
      extent: pagesOf(chance, 150, 390, 20),
      fiction: true,
      genres: ['Domestic fiction'],
      demand: 2.4,
      lc: 'PR6100',
      notes: [{ tag: '546', text: 'Translated from the original language.' }],
    }),
  ]
}

/** Authors and what they wrote: a plausible catalogue, author by author, so that any number of titles streams. */
import { FICTION_GENRES, FIELDS, type Field } from '../vocabulary/fields.ts'
import { personName, placeName, publisherNamed, type PersonName, type Publisher } from '../vocabulary/names.ts'
import { plotOf, storyTitle, subjectTitle } from '../vocabulary/patterns.ts'
import { Chance } from '../vocabulary/random.ts'
import { draft, type Draft } from './draft.ts'
import { otherEditions, pagesOf, yearsOf } from './editions.ts'
import { foreignStory } from './foreign.ts'
import { musicDrafts, filmDrafts, mapDrafts, journalDraft, childrensDrafts } from './kinds.ts'
import { thingDrafts } from './things.ts'

/** Groups of records that belong together: the works and editions of one author, or one thing. */
export function* generateTitles(chance: Chance, count: number, thisYear: number): Generator<Draft> {
  let made = 0
  let tries = 0
  const taken = new Taken()
  while (made < count) {
    for (const one of taken.distinct(nextGroup(chance, thisYear), () => nextGroup(new Chance(`again ${String((tries += 1))}`), thisYear))) {
      if (made === count) return
      made += 1
      yield one
    }
  }
}

/** Equal titles by different people are seldom, as far as a group made anew can help it. */
class Taken {
  private readonly titles = new Set<string>()

  distinct(group: Draft[], anew: () => Draft[]): Draft[] {
    let best = group
    for (let tries = 0; tries < MOST_TRIES && best.some((one) => this.isTaken(one)); tries += 1) best = anew()
    for (const { title, author } of best) if (author && this.titles.size < MOST_TAKEN) this.titles.add(title.toLowerCase())
    return best
  }

  private readonly isTaken = ({ title, author }: Draft): boolean => author !== null && this.titles.has(title.toLowerCase())
}

const MOST_TRIES = 12
/** Of a large world the first titles alone are looked at: memory stays constant. */
const MOST_TAKEN = 50_000

function nextGroup(chance: Chance, thisYear: number): Draft[] {
  const maker = chance.weighted<(chance: Chance, thisYear: number) => Draft[]>([
    [scholar, 46],
    [novelist, 26],
    [childrensDrafts, 9],
    [foreignStory, 5],
    [filmDrafts, 6],
    [musicDrafts, 8],
    [mapDrafts, 3],
    [(c, y) => [journalDraft(c, y)], 2],
    [thingDrafts, 2],
  ])
  return maker(chance, thisYear)
}

function scholar(chance: Chance, thisYear: number): Draft[] {
  const field = chance.pick(FIELDS)
  const author = personName(chance)
  const works = chance.weighted([
    [1, 50],
    [2, 25],
    [3, 14],
    [5, 8],
    [9, 3],
  ])
  return Array.from({ length: works }, () => subjectBook(chance, field, author, thisYear)).flat()
}

function subjectBook(chance: Chance, field: Field, author: PersonName, thisYear: number): Draft[] {
  const topic = chance.pick(field.topics)
  const wording = subjectTitle(chance, field, topic)
  const year = yearsOf(author, chance, thisYear)
  const scholarly = field.kind === 'study' || field.shelves === 'university'
  const place = wording.remainder?.match(/\b(?:on|of|in) the (\p{Lu}\p{L}+) coast/u)?.[1] ?? null
  const first = draft({
    ...wording,
    author,
    year,
    publisher: publisherFor(chance, field),
    extent: pagesOf(chance, 96, scholarly ? 520 : 320, 23, chance.maybe(0.5) ? ' : illustrations' : ''),
    subjects: [
      { heading: topic.heading, place },
      ...(chance.maybe(0.5) ? [{ heading: chance.pick(field.topics).heading, place: null }] : []),
    ].filter((s, i, all) => all.findIndex((o) => o.heading === s.heading) === i),
    dewey: topic.dewey + (chance.maybe(0.3) && topic.dewey.includes('.') ? String(chance.whole(1, 9)) : ''),
    lc: topic.lc + lcDecimal(chance, topic.lc),
    shelves: field.shelves,
    demand: field.shelves === 'public' ? 2.6 : 2.1,
    contents: chance.maybe(0.22) ? chapters(chance, topic.things) : [],
    summary: chance.maybe(0.4) ? `${sentence(chance, topic.name, topic.things)}` : null,
    notes: chance.maybe(scholarly ? 0.7 : 0.25) ? [{ tag: '504', text: 'Includes bibliographical references and index.' }] : [],
  })
  const again = first.year + chance.whole(3, 9)
  if (scholarly && chance.maybe(0.16) && again <= thisYear) {
    return [first, { ...first, year: again, edition: 'Second edition', extent: pagesOf(chance, 140, 560, 24, ' : illustrations') }]
  }
  return [first]
}

const lcDecimal = (chance: Chance, lc: string): string =>
  !lc.includes(' ') && !lc.includes('.') && chance.maybe(0.25) ? `.${String(chance.whole(1, 9))}` : ''

function publisherFor(chance: Chance, field: Field): Publisher {
  const names: Record<Field['shelves'], string[]> = {
    public: ['Quay & Lantern', 'Towpath Books', 'Ebb Editions', 'Thimble Press', 'Drystone House'],
    university: ['Pellan University Press', 'Meridian Scholarly', 'Castrel Academic'],
    science: ['Meridian Scholarly', 'Castrel Academic', 'Plumb Line Press'],
    law: ['Harrow & Vane', 'Castrel Academic'],
    nursing: ['Sound Nursing Press', 'Castrel Academic'],
    music: ['Quintain Editions'],
    any: ['Quay & Lantern', 'Saltmarsh Press', 'Pellan University Press', 'Halyard', 'Drystone House'],
  }
  return publisherNamed(chance.pick(names[field.shelves]))
}

function chapters(chance: Chance, things: readonly string[]): string[] {
  const heads = [
    'Beginnings',
    'The first winter',
    'Tools of the trade',
    'What the records say',
    'A question of method',
    'Work and wages',
    'Lost and found',
    'Towards a conclusion',
    'Notes from the field',
  ]
  return [...chance.some(heads, 3), ...chance.some(things, 2).map((thing) => `On ${thing}`)]
}

function sentence(chance: Chance, name: string, things: readonly string[]): string {
  const [one, two] = chance.some(things, 2)
  return chance.pick([
    `Draws on letters, logbooks and conversations to tell how ${one} shaped ${name}.`,
    `A clear account of ${name}, from ${one} to ${two ?? 'the present day'}.`,
    `Sets out the main ideas of ${name} with worked examples and questions at the end of each chapter.`,
    `What ${one} and ${two ?? 'their keepers'} have to do with each other, by someone who has spent half a life among them.`,
  ])
}

const GENRE_CHOICES = FICTION_GENRES.map((genre) => [genre, genre.weight] as const)

function novelist(chance: Chance, thisYear: number): Draft[] {
  const genre = chance.weighted(GENRE_CHOICES)
  const author = personName(chance)
  const count = chance.weighted([
    [1, 40],
    [3, 30],
    [6, 20],
    [12, 10],
  ])
  const inSeries = count >= 3 && (genre.code === 'detective' || genre.code === 'fantasy' || chance.maybe(0.2))
  const series = inSeries ? seriesName(chance, genre.code) : null
  const start = yearsOf(author, chance, thisYear)
  return Array.from({ length: count }, (_, i) => {
    const year = inSeries ? Math.min(thisYear, author.died ?? thisYear, start + i) : yearsOf(author, chance, thisYear)
    return novel(chance, author, genre, year, series ? { title: series, volume: String(i + 1) } : null, thisYear)
  }).flat()
}

function seriesName(chance: Chance, genre: string): string {
  const family = personName(chance).spoken.split(' ').at(-1) ?? ''
  const place = placeName(chance)
  return genre === 'detective'
    ? chance.pick([`The ${family} inquiries`, `${place} murders`, `Sergeant ${family}`])
    : chance.pick([`The ${place} cycle`, `${family} of ${place}`, `The ${place} books`])
}

function novel(
  chance: Chance,
  author: PersonName,
  genre: (typeof FICTION_GENRES)[number],
  year: number,
  series: Draft['series'],
  thisYear: number,
): Draft[] {
  const first = draft({
    title: storyTitle(chance, genre.code),
    remainder: genre.code === 'stories' ? 'stories' : chance.maybe(0.25) ? 'a novel' : null,
    author,
    year,
    series,
    publisher: chance.pick([
      publisherNamed('Bellwether Fiction'),
      genre.code === 'detective' ? publisherNamed('Foxglove Crime') : publisherNamed('Thimble Press'),
      publisherNamed('Halyard'),
    ]),
    extent: pagesOf(chance, 176, 480, 20),
    genres: [genre.heading],
    fiction: true,
    summary: chance.maybe(0.75) ? plotOf(chance, genre.code) : null,
    demand: 3.2,
    lc: 'PR6100',
    dewey: '',
  })
  return [first, ...otherEditions(chance, first, thisYear)]
}

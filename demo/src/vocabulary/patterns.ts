/** How titles are worded: by kind of book, from the words of their topic. */
import type { Field, GenreCode, Topic } from './fields.ts'
import { personName, placeName } from './names.ts'
import type { Chance } from './random.ts'

export interface Wording {
  title: string
  remainder: string | null
}

type Maker = (chance: Chance, words: { topic: Topic; thing: string; other: string; place: string }) => Wording

const plainTitle = (title: string): Wording => ({ title: capital(title), remainder: null })
const withRest = (title: string, remainder: string): Wording => ({ title: capital(title), remainder })
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
const century = (chance: Chance): string => chance.pick(['1650', '1700', '1740', '1780', '1815', '1850', '1890', '1914', '1945'])

const MAKERS: Record<Field['kind'], readonly Maker[]> = {
  history: [
    (_c, w) => withRest(`${w.thing} of ${w.place}`, `a history of ${w.topic.name}`),
    (c, w) => plainTitle(`${w.topic.name} in ${w.place} since ${century(c)}`),
    (_c, w) => withRest(`the ${w.thing} and the ${w.other}`, `${w.topic.name} on the ${w.place} coast`),
    (_c, w) => plainTitle(`a short history of ${w.topic.name}`),
    (_c, w) => withRest(`last ${w.thing}`, `${w.topic.name} within living memory`),
    (c, w) => withRest(`${w.place} and its ${w.thing}`, `${century(c)} to the present day`),
    (_c, w) => withRest(`${w.thing}, ${w.other} and neighbours`, `the story of ${w.place}`),
    (_c, w) => plainTitle(`the ${w.thing} of ${w.place}`),
    (c, w) => withRest(`${c.pick(['a hundred', 'forty', 'sixty', 'two hundred'])} years of ${w.topic.name}`, `${w.place} remembered`),
  ],
  science: [
    (_c, w) => plainTitle(`${w.topic.name} of ${w.place} and the northern sound`),
    (_c, w) => withRest(`among ${w.thing}`, `a year with the ${w.topic.name} of ${w.place}`),
    (_c, w) => plainTitle(`a field guide to ${w.topic.name}`),
    (_c, w) => withRest(`${w.thing} and ${w.other}`, `the natural history of ${w.place}`),
    (_c, w) => plainTitle(`${w.topic.name} for beginners`),
    (_c, w) => withRest(`watching ${w.thing}`, `notes from ${w.place}`),
    (_c, w) => plainTitle(`the secret life of ${w.thing}`),
    (c, w) => withRest(`${w.place}`, `${c.pick(['twelve months', 'four seasons', 'thirty years'])} among ${w.thing}`),
  ],
  practice: [
    (_c, w) => plainTitle(`${w.topic.name} step by step`),
    (_c, w) => withRest(`${w.thing} and ${w.other}`, `${w.topic.name} for every day`),
    (_c, w) => plainTitle(`the ${w.place} book of ${w.topic.name}`),
    (_c, w) => plainTitle(`a handbook of ${w.topic.name}`),
    (_c, w) => withRest(`good ${w.thing}`, `a practical guide to ${w.topic.name}`),
    (_c, w) => withRest(`first ${w.thing}`, `learning ${w.topic.name}`),
    (c, w) => withRest(`${c.pick(['fifty', 'eighty', 'a hundred', 'thirty'])} ${w.thing}`, `${w.topic.name} through the year`),
    (_c, w) => plainTitle(`${w.topic.name} in practice`),
    (_c, w) => withRest(`${w.topic.name}`, `what every beginner asks`),
  ],
  study: [
    (_c, w) => plainTitle(`an introduction to ${w.topic.name}`),
    (_c, w) => withRest(`${w.thing} and ${w.other}`, `studies in ${w.topic.name}`),
    (_c, w) => plainTitle(`${w.topic.name}: foundations and problems`.replace(': ', ' – ')),
    (_c, w) => withRest(`on ${w.thing}`, `essays in ${w.topic.name}`),
    (_c, w) => plainTitle(`a companion to ${w.topic.name}`),
    (_c, w) => withRest(`${w.topic.name}`, `a first course`),
    (_c, w) => plainTitle(`advanced ${w.topic.name.replace(/^the /, '')}`),
    (c, w) => withRest(`the nature of ${w.thing}`, `${c.pick(['lectures on', 'papers on', 'readings in'])} ${w.topic.name}`),
    (_c, w) => plainTitle(`${w.thing}, ${w.other} and the limits of ${w.topic.name}`),
    (_c, w) => withRest(`thinking about ${w.thing}`, `${w.topic.name} from ${w.place}`),
  ],
  society: [
    (_c, w) => withRest(`${w.thing}`, `${w.topic.name} in a small country`),
    (_c, w) => plainTitle(`${w.thing} and ${w.other} in ${w.place}`),
    (_c, w) => withRest(`who needs ${w.thing}?`, `${w.topic.name} reconsidered`),
    (c, w) => withRest(`${w.place} in ${String(c.whole(1880, 1922))}`, `${w.topic.name} in one town`),
    (_c, w) => plainTitle(`the end of ${w.thing}`),
    (_c, w) => withRest(`between ${w.thing} and ${w.other}`, `a study of ${w.topic.name}`),
    (_c, w) => plainTitle(`understanding ${w.topic.name}`),
    (_c, w) => withRest(`our ${w.thing}`, `${w.topic.name}, hope and habit`),
  ],
}

export function subjectTitle(chance: Chance, field: Field, topic: Topic): Wording {
  const [thing = topic.name, other] = chance.some(topic.things, 2)
  return chance.pick(MAKERS[field.kind])(chance, { topic, thing, other: other ?? topic.name, place: placeName(chance) })
}

const ADJECTIVES =
  `amber ashen bitter borrowed bright broken brittle careful cold crooked distant drowned empty fallen far forgotten gentle gilded glass grey hidden hollow
honest hungry idle iron last late lesser long lost low narrow northern numbered open ordinary pale patient plain quiet restless rising salt second secret shallow silent
silver sleeping slow small stolen stubborn sudden tidal unfinished unlit weathered white wild winter wooden`.split(/\s+/)
const NOUNS =
  `alder almanac anchor anniversary apprentice archipelago atlas ballast bell bonfire boathouse bridge candle caretaker causeway cellar chart child clock coat
compass cormorant country crossing daughter debt doorway dune echo estuary evening fence ferry field fire fog garden gate ghost glove gull harbour harvest hearth hedge
heron hill horizon hour house hush ink island kitchen kite ladder lamp language lantern lease ledger letter light loom map margin marsh meadow memory mill mirror moon
mooring moth needle night oar orchard orphan otter paper parish path pearl pilot pond promise quarrel quarry quilt rain reed river road room rope sail school season
secret shadow shore silence sister skerry slipway smoke snow song sparrow spire spring stair stone storm story stranger summer swan table tailor thread threshold tide
tower train traveller valley village visitor voice wall water weather wedding well window winter witness wood`.split(/\s+/)
const CLUES =
  `alibi anchor bequest bell-ringer body candlestick choirmaster coroner curate dredger drowning ebb ferryman fingerprint forgery gardener glove harbourmaster
inheritance inquest key knot lamplighter ledger legacy librarian locket mooring oar organist parcel pilot poisoner postmistress regatta sexton signalman testament tide-table
understudy verger wager widow wreath`.split(/\s+/)

/** A wording is tried again when an article would meet a vowel the wrong way. */
const article = (noun: string): string => (/^[aeiou]|^hour|^honest|^heir/.test(noun) ? `an ${noun}` : `a ${noun}`)

type StoryMaker = (c: Chance, w: { adjective: string; noun: string; other: string; clue: string; place: string; name: string }) => string

const PLAIN_STORIES: readonly StoryMaker[] = [
  (_c, w) => `the ${w.adjective} ${w.noun}`,
  (_c, w) => `the ${w.noun} and the ${w.other}`,
  (_c, w) => `${article(w.noun)} for ${w.name}`,
  (_c, w) => `the ${w.noun} at ${w.place}`,
  (_c, w) => `${w.name}'s ${w.noun}`,
  (_c, w) => `the ${w.noun} of ${w.place}`,
  (_c, w) => `${article(w.adjective)} ${w.noun}`,
  (c, w) => `${c.pick(['before', 'after', 'beyond', 'beneath', 'without', 'until', 'below', 'against'])} the ${w.noun}`,
  (_c, w) => `what the ${w.noun} knew`,
  (_c, w) => `the ${w.noun} keeper`,
  (c, w) => `${c.pick(['three', 'seven', 'nine', 'two', 'twelve'])} ${w.adjective} ${plural(w.noun)}`,
  (_c, w) => `${w.place}`,
  (_c, w) => `the house of ${w.adjective} ${plural(w.noun)}`,
]

const STORIES: Partial<Record<GenreCode, readonly StoryMaker[]>> = {
  detective: [
    (_c, w) => `the ${w.adjective} ${w.clue}`,
    (_c, w) => `murder at ${w.place}`,
    (_c, w) => `the ${w.place} ${w.clue}`,
    (_c, w) => `death of ${article(w.clue)}`,
    (_c, w) => `the case of the ${w.adjective} ${w.clue}`,
    (_c, w) => `${article(w.clue)} at low water`,
    (_c, w) => `no ${w.clue} in ${w.place}`,
  ],
}

export const plural = (noun: string): string =>
  /[^aeiou]y$/.test(noun) ? `${noun.slice(0, -1)}ies` : /(s|sh|ch|x)$/.test(noun) ? `${noun}es` : `${noun}s`

export function storyTitle(chance: Chance, genre: GenreCode): string {
  const [noun = '', other = ''] = chance.some(NOUNS, 2)
  const words = {
    adjective: chance.pick(ADJECTIVES),
    noun,
    other,
    clue: chance.pick(CLUES),
    place: placeName(chance),
    name: personName(chance).spoken.split(' ')[0] ?? '',
  }
  return capital(chance.pick(STORIES[genre] ?? PLAIN_STORIES)(chance, words))
}

const PLOTS: Record<GenreCode, readonly string[]> = {
  general: [
    'When {name} comes back to {place} to sell the family house, an old quarrel has waited there for her.',
    'Two households in {place} share a wall, a garden and a silence of twenty years.',
    'A year in the life of {name}, who mends clocks and would rather not be asked.',
  ],
  detective: [
    'A body is found below the tide line at {place}, and {name} has until the next spring tide to learn whose.',
    'The organist of {place} is dead, the door was locked from inside, and everybody has something to hide.',
    '{name} came to {place} for a rest; then the parcels began to arrive.',
  ],
  sea: [
    'The last sailing coaster leaves {place} with a crew of five and one passenger too many.',
    'A pilot, a storm and a lie: {name} takes a ship through the sound that should never have been there.',
  ],
  historical: [
    'In the winter of the great frost, {name} walks from {place} to the capital with a petition that nobody will read.',
    'A printer in {place} is asked to set a book that could hang him.',
  ],
  fantasy: [
    'Every hundred years the sea at {place} gives back what it took. This time it wants something in return.',
    '{name} can hear what stones remember, and the stones of {place} are afraid.',
  ],
  science: [
    'The relay station above {place} has received its own last message, dated next year.',
    'On the third moon, {name} repairs machines that have begun to repair her.',
  ],
  romance: [
    '{name} has promised never to take the {place} ferry again. The ferryman has other ideas.',
    'A bakery, a bankrupt and one wet summer in {place}.',
  ],
  stories: ['Eleven stories of people who nearly left {place}.', 'Fourteen short pieces about work, weather and luck.'],
}

export function plotOf(chance: Chance, genre: GenreCode): string {
  return chance.pick(PLOTS[genre]).replace('{name}', personName(chance).spoken).replace('{place}', placeName(chance))
}

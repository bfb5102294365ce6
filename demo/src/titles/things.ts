/** What is lent beside books: tools, instruments and things for a weekend, board games, and kits. */
import { placeName, publisherNamed } from '../vocabulary/names.ts'
import { Chance } from '../vocabulary/random.ts'
import { draft, type Draft } from './draft.ts'

type Kind = 'object' | 'board-game' | 'mixed-kit'

/** Who makes things: nobody prints a sewing machine. */
const MAKERS: Record<Kind, string> = { object: 'Corran Works', 'board-game': 'Pebble Games', 'mixed-kit': 'Wetherdale Workshop' }

/** "Moth trap | 1 moth trap, lamp, field sheets | what it is for" */
const things = (text: string): { title: string; extent: string; summary: string }[] =>
  text
    .trim()
    .split('\n')
    .map((line) => {
      const [title = '', extent = '', summary = ''] = line.split(' | ').map((part) => part.trim())
      return { title, extent, summary }
    })

const THINGS = {
  object: things(`
Sewing machine | 1 sewing machine, in case | Twenty stitches, and a foot for zips. Bring your own thread.
Cordless drill | 1 drill, 2 batteries, in case | With bits for wood, brick and metal.
Telescope | 1 telescope, tripod | For the moon, the larger planets and ships at anchor.
Moth trap | 1 moth trap, lamp, field sheets | Put it out at dusk; let everything go at breakfast.
Bat detector | 1 detector, earphones | Makes audible what flies over the quay on summer evenings.
Metal detector | 1 detector, spade, finds bag | For beaches above the tide line, with the landowner’s leave.
Overlocker | 1 overlocker, 4 cones of thread, in case | Cuts and finishes seams in one go.
Spinning wheel | 1 wheel, 3 bobbins | Single treadle, with carded wool to begin on.
Table loom | 1 loom, 2 shuttles, warp board | Forty centimetres wide, four shafts.
Slide scanner | 1 scanner, cable | Turns slides and negatives into pictures on a memory card.
Cassette recorder | 1 recorder, microphone, cable | Plays old tapes into a computer.
Projector | 1 projector, cable, remote control, in bag | For a wall in a dark room.
Projection screen | 1 screen, stand | Two metres wide.
Pressure washer | 1 washer, hose, 2 lances | For boats, decks and steps.
Wallpaper steamer | 1 steamer, plate, hose | Loosens what was pasted long ago.
Tile cutter | 1 cutter, spare wheel | For tiles up to sixty centimetres.
Post-hole digger | 1 digger | For fences and bean rows.
Apple press | 1 press, scratter, 2 cloths | Makes thirty litres of juice an hour.
Jam thermometer and pan | 1 pan, 1 thermometer, 1 funnel | Nine litres.
Tent for four | 1 tent, poles, pegs, mallet | Dry it before it comes back.
Camping stove | 1 stove, windshield | Without gas.
Child carrier | 1 carrier, rain cover | For children of six months to three years.
Energy meter | 1 meter | Tells what a fridge costs in a week.
Thermal camera | 1 camera, charger, in case | Shows where the warmth goes out of a house.
Violin, half size | 1 violin, bow, rosin, in case | For a first year of lessons.
Keyboard, 61 keys | 1 keyboard, stand, headphones | With weighted keys.
Light box | 1 light box, cable | Ten thousand lux, for dark mornings.
Magnifying reader | 1 reader with screen, charger | Enlarges print up to fourteen times.`),
  'board-game': things(`
Tide race | 1 board game (board, 60 cards, 24 pieces) | Two to four skippers race an ebb that turns.
Lock and weir | 1 board game (board, 2 dice, 40 counters) | Bring five barges uphill before the frost.
Herring market | 1 board game (board, 90 cards, 50 coins) | Buy low at dawn; three to five players.
The lamplighters | 1 board game (board, 30 tiles, 6 pieces) | Everyone plays against nightfall.
Gull and crust | 1 board game (48 cards, 12 pieces) | A quick one for two, from six years.
Ferry to Corrow | 1 board game (board, 4 boats, 72 tickets) | Who is back before the last boat?
Stone walls | 1 board game (100 stones, 4 gates) | Build, and leave yourself a way out.
Beach bell | 1 board game (1 bell, 66 cards) | Loud; from five years.`),
  'mixed-kit': things(`
Story basket | 1 kit (6 books, 5 puppets, 1 cloth) | To tell one story to a group of children.
Memory box | 1 kit (photographs, objects, cards) | To talk about the fifties with older people.
Knot board | 1 kit (board, ropes, guide) | Eighteen knots, each tied once.
Rock pool bag | 1 kit (tray, 2 nets, lens, guide) | For a morning at low water.
First star kit | 1 kit (binoculars, red lamp, star wheel) | For a clear night away from the street lamps.
Reading club box | 1 kit (10 copies of a novel, questions) | Everything a circle of ten needs.
Map and compass | 1 kit (2 maps, compass, whistle, guide) | With three walks to try it on.
Signing songs | 1 kit (disc, picture cards, guide) | Thirty songs with their signs.
Beginner’s ganseys | 1 kit (needles, gauge, 4 patterns) | Fishermen’s sweaters, from the cuff up.
Weather station | 1 kit (rain gauge, vane, log book) | A month of weather at your window.
Paper boats | 1 kit (guide, templates, 40 sheets) | From six years, with somebody to help.
Bird table watch | 1 kit (feeder, chart, field glass) | For one winter weekend.`),
} satisfies Record<Kind, unknown>

const KINDS: readonly Kind[] = ['object', 'object', 'object', 'object', 'board-game', 'board-game', 'mixed-kit', 'mixed-kit', 'mixed-kit']

export function thingDrafts(chance: Chance, thisYear: number): Draft[] {
  const draw = chance.next()
  const kind = KINDS[Math.floor(draw * KINDS.length)] ?? 'object'
  const from = kind === 'object' || !chance.maybe(0.6) ? '' : ` ${placeName(chance)}`
  const year = chance.whole(2004, thisYear)
  // By a chance of its own, so that a longer list leaves the titles that come after as they are.
  const { title, extent, summary } = new Chance(`thing ${String(draw)}`).pick(THINGS[kind])
  return [
    draft({
      carrier: kind,
      title: title + from,
      year,
      publisher: publisherNamed(MAKERS[kind]),
      extent,
      summary,
      isbn: false,
      shelves: 'public',
      demand: 1.6,
      audience: null,
      language: 'zxx',
      dewey: '',
    }),
  ]
}

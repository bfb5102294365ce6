/** Names of people, houses and places, none of them real. */
import type { Chance } from './random.ts'

const GIVEN =
  `Ada Agnes Alba Alma Amaro Anders Anneke Ansel Arvid Astrid Aurel Beata Benno Berit Birgit Bram Brid Calla Casper Cecily Clemens Cora Dagny
Daria Dorrit Edda Edvin Eilis Elis Elke Emeric Enid Ennis Esme Ewan Fenna Finn Flora Frida Gareth Gerda Gil Greta Gunnar Hanne Harriet Hedda Helmi Hilda Hugo
Ida Idris Ines Ingrid Ione Ivo Jannik Jarle Jonna Joren Josefa Judith Juno Kaja Karel Katri Kerstin Kit Lars Laurens Lene Leopold Lia Linnea Lorcan Lotte Ludo
Mabel Magnus Maia Malin Maren Marius Martha Mattias Merete Mila Miriam Moira Nadia Nell Nils Nora Odd Olaf Ottilie Paavo Perpetua Petra Piet Quentin Ragna Rhona
Rikard Rosa Runa Ruth Sander Saskia Selma Signe Sigrid Silas Solveig Stellan Sunniva Tamsin Tekla Thea Tobias Tove Ulla Una Valentin Vera Viggo Wanda Wilma Ylva Yorick Zelda Zofia`.split(
    /\s+/,
  )

const FAMILY_STARTS =
  `Ark Ash Bal Bar Bel Ber Blen Bor Brack Bran Brun Cald Car Cast Coll Corr Crad Dal Dar Den Dorn Drum Eld Elm Fal Farn Fen Ferr Fjel Fro Gar Glen Gran
Grim Hal Har Hasl Hav Hel Hild Hol Horn Ing Iv Kel Ken Kil Kirk Kor Lang Lar Lind Loch Lov Lund Mar Mel Mor Mur Nes Nor Oak Ols Ost Pell Pen Pol Quar Ran Rav Red Ros
Rud Sal Sand Scar Sel Skar Sol Stan Stor Sund Tal Tar Thor Til Tor Ulv Val Var Vest Wal War Wend Wes Whit Wil Win Wol Yar`.split(/\s+/)
const FAMILY_ENDS =
  `ley by rik wick mere stead gard sen vik ham ton bourne ridge field well loran moor strand dal holt crest mark lund berg stone worth gate croft brook
quist more rod land nes feldt mann aker ova etti ano ez ier ault`.split(/\s+/)

const PLACE_STARTS =
  `Amber Ash Barrow Black Bram Broad Carrow Cold Corran Crane Dun East Elver Fallow Ferry Gannet Glass Gull Haver Hollin Kettle Lantern Linden Long Marl
Mere North Otter Pell Quarry Raven Rush Salt Sedge Shingle Sloe South Stan Tarn Thorn Tide Wether White Willow Winter`.split(/\s+/)
const PLACE_ENDS =
  `bay beck bridge burn cliff cote dale ferry firth gate ham haven head holm island lea marsh mouth ness point quay reach rock sands shore side skerry sound stead ton wick`.split(
    /\s+/,
  )

export const PUBLISHERS = [
  ['Northmole', 'Quay & Lantern'],
  ['Northmole', 'Saltmarsh Press'],
  ['Pellan', 'Pellan University Press'],
  ['Ferrygate', 'Towpath Books'],
  ['Corrow', 'Ebb Editions'],
  ['Wetherdale', 'Drystone House'],
  ['Harrowmouth', 'Harrow & Vane'],
  ['Harrowmouth', 'Meridian Scholarly'],
  ['Castrel', 'Castrel Academic'],
  ['Castrel', 'Plumb Line Press'],
  ['Ostrava Bay', 'Halyard'],
  ['Lindholm', 'Lindholm Forlag'],
  ['Lindholm', 'Ravnsund'],
  ['Villaverde del Cabo', 'Editorial Faro'],
  ['Montclair-sur-Aulne', 'Éditions du Gué'],
  ['Grünstett', 'Verlag Uferweg'],
  ['Tessaro', 'Casa Lucerna'],
  ['Brzezany', 'Wydawnictwo Brzeg'],
  ['Northmole', 'Thimble Press'],
  ['Pellan', 'Candlewick Lane'],
  ['Harrowmouth', 'Bellwether Fiction'],
  ['Castrel', 'Foxglove Crime'],
  ['Ferrygate', 'Little Heron'],
  ['Pellan', 'Sound Nursing Press'],
  ['Castrel', 'Quintain Editions'],
  ['Harrowmouth', 'Clearwater Large Print'],
  ['Northmole', 'Spoken Shore'],
  ['Castrel', 'Tidemark Records'],
  ['Harrowmouth', 'Long Shot Pictures'],
  ['Pellan', 'Sound Pilotage Office'],
  ['Ostrava Bay', 'Corran Works'],
  ['Ferrygate', 'Pebble Games'],
  ['Wetherdale', 'Wetherdale Workshop'],
] as const satisfies readonly (readonly [string, string])[]

export type Publisher = readonly [place: string, name: string]

export function publisherNamed(name: string): Publisher {
  return PUBLISHERS.find(([, candidate]) => candidate === name) ?? PUBLISHERS[0]
}

export interface PersonName {
  /** As filed. */
  filed: string
  spoken: string
  born: number
  died: number | null
}

export function personName(chance: Chance): PersonName {
  const given = chance.pick(GIVEN) + (chance.maybe(0.18) ? ` ${String.fromCharCode(65 + chance.whole(0, 22))}.` : '')
  const family = chance.pick(FAMILY_STARTS) + chance.pick(FAMILY_ENDS)
  const born = chance.whole(1868, 1992)
  const old = born < 1934 || (born < 1950 && chance.maybe(0.4))
  const died = old ? Math.min(2024, born + chance.whole(52, 92)) : null
  return { filed: `${family}, ${given}`, spoken: `${given} ${family}`, born, died }
}

export const placeName = (chance: Chance): string => {
  const start = chance.pick(PLACE_STARTS)
  return start + chance.pick(PLACE_ENDS.filter((end) => !start.toLowerCase().endsWith(end.slice(0, 3))))
}

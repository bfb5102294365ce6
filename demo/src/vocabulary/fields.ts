/**
 * Fields of knowledge, with what a catalogue needs of each topic: a heading, its class numbers, and the words that
 * titles on it are made of. Titles, subjects and call numbers therefore agree.
 */
export interface Topic {
  heading: string
  /** As it stands in a title: lower case. */
  name: string
  dewey: string
  lc: string
  /** Things one meets in it, in the plural, for titles. */
  things: readonly string[]
}

export interface Field {
  code: string
  /** Who owns it mostly. */
  shelves: 'public' | 'university' | 'science' | 'law' | 'nursing' | 'music' | 'any'
  topics: readonly Topic[]
  /** Patterns of titles; see patterns.ts for the marks. */
  kind: 'history' | 'science' | 'practice' | 'study' | 'society'
}

const topics = (text: string): Topic[] =>
  text
    .trim()
    .split('\n')
    .map((line) => {
      const [heading = '', name = '', dewey = '', lc = '', things = ''] = line.split('|').map((part) => part.trim())
      return { heading, name, dewey, lc, things: things.split(',').map((thing) => thing.trim()) }
    })

export const FIELDS: readonly Field[] = [
  {
    code: 'sea',
    shelves: 'any',
    kind: 'history',
    topics: topics(`
Lighthouses | lighthouses | 387.155 | VK1015 | lights, lamps, keepers, beacons, foghorns
Pilots and pilotage | pilotage | 387.166 | VK1500 | pilots, channels, cutters, soundings
Shipwrecks | shipwrecks | 910.452 | G525 | wrecks, salvors, lost ships, survivors
Harbors | harbours | 387.1 | HE551 | harbours, quays, dockers, slipways
Fishing boats | fishing boats | 639.22 | VM431 | luggers, trawlers, herring crews, nets
Lifeboats | lifeboats | 363.123 | VK1473 | lifeboats, coxswains, rescues
Navigation | navigation | 623.89 | VK555 | charts, compasses, tides, fixes
Ropework | ropes and rigging | 623.888 | VM533 | ropes, knots, splices, riggers
Ferries | ferries | 386.6 | HE5751 | ferries, crossings, timetables, deckhands
Smuggling | smuggling | 364.133 | HJ6619 | smugglers, cargoes, coves, revenue men`),
  },
  {
    code: 'local',
    shelves: 'public',
    kind: 'history',
    topics: topics(`
Villages -- History | village life | 942.9 | DA670 | villages, greens, parishes, neighbours
Tide mills | tide mills | 621.21 | TJ859 | millers, millponds, wheels, sluices
Markets | markets | 381.18 | HF5472 | traders, stalls, market days
Railroads -- History | branch railways | 385.0942 | HE3018 | branch lines, halts, signalmen, viaducts
Floods | floods | 363.3493 | GB1399 | floods, flood marks, sea walls
Schools -- History | village schools | 372.942 | LA631 | teachers, slates, schoolrooms
Oral history | remembered lives | 907.2 | D16.14 | voices, memories, photographs
Inns | inns | 647.942 | GT3843 | inns, landlords, coaching roads
Cemeteries | churchyards | 929.5 | GT3320 | headstones, epitaphs, yews
Saltworks | salt making | 664.4 | TN900 | salters, pans, brine pits`),
  },
  {
    code: 'nature',
    shelves: 'any',
    kind: 'science',
    topics: topics(`
Birds | birds | 598 | QL673 | waders, terns, nests, migrants
Seabirds | seabirds | 598.177 | QL673 | gannets, puffins, colonies, cliffs
Salt marsh ecology | salt marshes | 577.69 | QH541.5 | marshes, creeks, samphire beds
Seaweed | seaweeds | 579.88 | QK566 | wracks, kelps, rock pools
Mosses | mosses | 588.2 | QK533 | mosses, bogs, liverworts
Butterflies | butterflies | 595.789 | QL542 | blues, browns, food plants
Trees | trees | 582.16 | QK475 | hedgerow trees, alders, rowans, old oaks
Otters | otters | 599.769 | QL737 | otters, holts, river banks
Bees | bees | 595.799 | QL568 | bees, hives, foragers
Weather | weather | 551.6 | QC863 | fronts, gales, sea mists, forecasts`),
  },
  {
    code: 'science',
    shelves: 'science',
    kind: 'study',
    topics: topics(`
Fluid mechanics | fluid mechanics | 532 | QA901 | waves, eddies, boundary layers
Statistics | statistics | 519.5 | QA276 | samples, estimates, models
Algebra | algebra | 512 | QA154 | groups, rings, fields
Number theory | number theory | 512.7 | QA241 | primes, residues, sums of squares
Oceanography | oceanography | 551.46 | GC11 | currents, tides, sediments
Geology | geology | 551 | QE26 | strata, faults, erratics
Organic chemistry | organic chemistry | 547 | QD251 | reactions, mechanisms, compounds
Thermodynamics | thermodynamics | 536.7 | QC311 | engines, cycles, equilibria
Astronomy | astronomy | 520 | QB43 | stars, planets, variable stars
Algorithms | algorithms | 518.1 | QA76.9 | graphs, networks, searches
Marine biology | marine biology | 578.77 | QH91 | plankton, larvae, food webs
Electronics | electronics | 621.381 | TK7816 | circuits, filters, sensors`),
  },
  {
    code: 'nursing',
    shelves: 'nursing',
    kind: 'practice',
    topics: topics(`
Nursing care | nursing care | 610.73 | WY 100 | patients, wards, care plans
Midwifery | midwifery | 618.2 | WQ 160 | mothers, births, midwives
Community health nursing | community nursing | 610.7343 | WY 106 | home visits, clinics, carers
Wounds and injuries -- Nursing | wound care | 617.14 | WY 161 | wounds, dressings, healing
Geriatric nursing | care of older people | 618.970231 | WY 152 | older people, falls, memory clinics
Psychiatric nursing | mental health nursing | 616.890231 | WY 160 | encounters, recovery plans, teams
Anatomy | anatomy | 611 | QS 4 | muscles, bones, vessels
Pharmacology | medicines | 615.1 | QV 4 | doses, interactions, prescriptions
Palliative treatment | palliative care | 616.029 | WB 310 | last days, families, comfort
Infection control | infection control | 614.44 | WX 167 | outbreaks, hands, isolation rooms`),
  },
  {
    code: 'law',
    shelves: 'law',
    kind: 'study',
    topics: topics(`
Maritime law | maritime law | 343.096 | KZ1104 | ships, charterparties, salvage claims
Insurance, Marine | marine insurance | 346.08622 | KB1020 | policies, perils, average
Fishery law and legislation | fisheries law | 343.07692 | K3895 | quotas, licences, zones
Contracts | contract law | 346.02 | K840 | promises, breaches, remedies
Land tenure | land law | 346.0432 | K720 | commons, leases, boundaries
Constitutional law | constitutional law | 342 | K3165 | assemblies, courts, powers
Evidence (Law) | the law of evidence | 347.06 | K2261 | witnesses, burdens, records`),
  },
  {
    code: 'letters',
    shelves: 'university',
    kind: 'study',
    topics: topics(`
Philosophy | philosophy | 100 | B72 | questions, arguments, doubts
Ethics | ethics | 170 | BJ1012 | duties, virtues, choices
Rhetoric | rhetoric | 808 | PN175 | figures, speeches, audiences
Medieval manuscripts | medieval manuscripts | 091 | Z105 | scribes, margins, bindings
Translating and interpreting | translation | 418.02 | P306 | translators, versions, false friends
Folklore | folklore | 398.2 | GR141 | tellers, selkies, charms, ballads
Poetry -- History and criticism | poetry | 809.1 | PN1126 | stanzas, voices, lines
Archaeology | archaeology | 930.1 | CC75 | middens, hoards, post holes
Linguistics | linguistics | 410 | P121 | vowels, dialects, grammars
Islands -- History | islands | 909.0942 | D25 | islanders, landfalls, drove roads
Printing -- History | printing | 686.2 | Z124 | presses, type, apprentices`),
  },
  {
    code: 'society',
    shelves: 'any',
    kind: 'society',
    topics: topics(`
Migration | migration | 304.8 | JV6033 | arrivals, borders, letters home
Housing | housing | 363.5 | HD7287 | tenants, terraces, allotments
Labor movement | work and unions | 331.8 | HD4805 | strikes, shop stewards, wages
Education | education | 370 | LB14 | pupils, lessons, examinations
Cooperation | cooperatives | 334 | HD2956 | members, shops, dividends
Journalism | newspapers | 070.4 | PN4775 | editors, headlines, deadlines
Family | families | 306.85 | HQ734 | parents, households, cousins
Climate change | a changing climate | 304.25 | QC903 | tides, harvests, warnings
Economics | economics | 330 | HB171 | prices, markets, savings
Transport | public transport | 388.4 | HE305 | buses, passengers, fares`),
  },
  {
    code: 'home',
    shelves: 'public',
    kind: 'practice',
    topics: topics(`
Cooking | cooking | 641.5 | TX714 | suppers, stews, puddings
Bread | baking bread | 641.815 | TX769 | loaves, starters, ovens
Gardening | gardening | 635 | SB453 | borders, seedlings, hedges
Vegetable gardening | growing vegetables | 635.042 | SB321 | beans, brassicas, allotments
Knitting | knitting | 746.432 | TT820 | ganseys, gloves, cables
Woodwork | woodwork | 684.08 | TT180 | joints, chairs, planes
Boatbuilding | boatbuilding | 623.82 | VM321 | dinghies, planks, oars
Photography | photography | 770 | TR146 | prints, lenses, darkrooms
Walking | walking | 796.51 | GV199.5 | footpaths, ridges, day walks
Dogs | dogs | 636.7 | SF426 | sheepdogs, terriers, puppies
Personal finance | household money | 332.024 | HG179 | budgets, bills, savings
Swimming | sea swimming | 797.21 | GV838.4 | swimmers, lidos, cold water`),
  },
  {
    code: 'arts',
    shelves: 'any',
    kind: 'study',
    topics: topics(`
Music theory | music theory | 781 | MT6 | keys, cadences, intervals
Opera | opera | 782.1 | ML1700 | overtures, singers, librettos
Painting | painting | 750 | ND1135 | pigments, sketchbooks, seascapes
Architecture | architecture | 720 | NA2520 | boathouses, stairs, roofs
Textile design | textiles | 746 | NK8806 | weavers, dyes, patterns
Theater | theatre | 792 | PN2037 | rehearsals, prompters, stages
Ceramics | pottery | 738 | NK4225 | glazes, kilns, jugs
Choral singing | choirs | 782.5 | MT875 | choirs, rounds, rehearsals
Motion pictures | film | 791.43 | PN1994 | shots, cutting rooms, matinees`),
  },
]

export const FICTION_GENRES = [
  { code: 'general', heading: 'Domestic fiction', weight: 26 },
  { code: 'detective', heading: 'Detective and mystery fiction', weight: 24 },
  { code: 'sea', heading: 'Sea stories', weight: 9 },
  { code: 'historical', heading: 'Historical fiction', weight: 14 },
  { code: 'fantasy', heading: 'Fantasy fiction', weight: 11 },
  { code: 'science', heading: 'Science fiction', weight: 9 },
  { code: 'romance', heading: 'Romance fiction', weight: 12 },
  { code: 'stories', heading: 'Short stories', weight: 5 },
] as const

export type GenreCode = (typeof FICTION_GENRES)[number]['code']

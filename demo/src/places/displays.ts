/** What the demo's libraries have put on display: a prize, two themes chosen title by title, one that a search finds. */
import type { DisplaysFile } from '@catalex/contract/files'
import type { Carrier } from '@catalex/core/catalogue'

type Find = (title: string, carrier: Carrier) => string | undefined

/** @param find control number of a title that was written by hand @param dateAfter ISO date so many days from the demo's day */
export function displaysOf(find: Find, dateAfter: (days: number) => string): DisplaysFile {
  const numbered = (titles: readonly string[], carrier: Carrier = 'book') => titles.flatMap((title) => find(title, carrier) ?? [])
  return [
    {
      code: 'shore-prize',
      name: 'The Northern Shore Prize',
      about: 'This year’s winner, and those that were nearly it.',
      kind: 'prize',
      from: dateAfter(-30),
      to: dateAfter(120),
      controlNumbers: numbered([
        'The winter watch',
        'The autumn crossing',
        'Salt in the timber',
        'The herring road',
        'Where the channel bends',
      ]),
    },
    {
      code: 'long-evenings',
      name: 'Long evenings',
      about: 'Chosen by the staff at Lantern Hill, to be read with the lamp lit early.',
      branch: 'lanternhill',
      from: dateAfter(-20),
      to: dateAfter(95),
      controlNumbers: numbered([
        'The ledger at low water',
        'A verger in the reeds',
        'The lamplighter’s alibi',
        'Nine knots',
        'The house of tides',
        'Letters from a dry dock',
        'Knitting by the harbour light',
        'Die Uhr im Watt',
        'L’eau qui dort',
      ]),
    },
    { code: 'lights', name: 'Lights and those who keep them', search: 'subject = lighthouses' },
    // Over, and therefore seen by nobody.
    { code: 'summer', name: 'Summer on the water', to: dateAfter(-60), controlNumbers: numbered(['The drowned regatta']) },
  ]
}

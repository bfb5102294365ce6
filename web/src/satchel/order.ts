/** In which order entries stand. */
import type { ResultRow } from '@catalex/contract/search'
import type { Entry } from '@catalex/core/satchel'

export const ORDERS = ['added', 'title', 'person', 'call-number', 'branch'] as const
export type Order = (typeof ORDERS)[number]

/** @param rows what is known of them, by control number; of which nothing is known comes last */
export function inOrder<E extends Entry>(entries: readonly E[], rows: ReadonlyMap<string, ResultRow>, order: Order): E[] {
  if (order === 'added') return [...entries]
  const key = ({ controlNumber }: Entry): string => {
    const row = rows.get(controlNumber)
    if (!row) return LAST
    const { nearest, title, who } = row
    switch (order) {
      case 'title':
        return title
      case 'person':
        // By the last of the names, as it is spoken.
        return `${who[0]?.split(' ').at(-1) ?? LAST} ${title}`
      case 'call-number':
        return nearest?.place.callNumber.text ?? LAST
      case 'branch':
        return nearest ? `${nearest.place.branch} ${nearest.place.callNumber.text}` : LAST
    }
  }
  const { compare } = new Intl.Collator(undefined, { numeric: true })
  return entries
    .map((entry) => ({ entry, by: key(entry) }))
    .sort((a, b) => compare(a.by, b.by))
    .map(({ entry }) => entry)
}

/** After all that is written. */
const LAST = '\uffff'

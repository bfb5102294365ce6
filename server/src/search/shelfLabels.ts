/** Call numbers are ordered by their sort keys; people begin with what stands on the label, and want to read that. */
import { shelfKeyFrom } from '@catalex/core/callnumber'
import type { HeadingKind } from '@catalex/core/asking'
import type { Heading } from '@catalex/core/search'
import { callTextsOf } from '../catalogue/index.ts'
import type { Database } from '../database/index.ts'

interface ShelfLabels {
  startAt(letters: string): Promise<string>
  labelled(headings: Heading[]): Promise<Heading[]>
}

export function shelfLabels(database: Database, kind: HeadingKind): ShelfLabels {
  if (kind !== 'call-number') return { startAt: (letters) => Promise.resolve(letters), labelled: (headings) => Promise.resolve(headings) }
  return {
    startAt: (letters) => Promise.resolve(shelfKeyFrom(letters)),
    labelled: async (headings) => {
      const texts = await callTextsOf(
        database,
        headings.map(({ label }) => label),
      )
      return headings.map(({ label, count }) => ({ label: texts.get(label) ?? label, count }))
    },
  }
}

/** Pellan Sound Libraries: four systems round a tidal sound. */
import type { Branch, System } from '@catalex/contract/libraries'
import type { LibraryFile } from '@catalex/contract/files'
import { SPECIAL, UNIVERSITY } from './academicBranches.ts'
import { POINTS, PUBLIC } from './publicBranches.ts'

const SYSTEMS: System[] = [
  { code: 'pslib', name: 'Pellan Sound Public Libraries' },
  { code: 'pellanu', name: 'Pellan University' },
  { code: 'conserv', name: 'Sound Conservatoire', returns: 'own branches' },
  { code: 'nursing', name: 'Corrow College of Nursing' },
]

export const LIBRARY: LibraryFile = {
  name: 'Pellan Sound Libraries',
  format: 2,
  timeZone: 'Europe/Dublin',
  currency: 'EUR',
  joining: {
    bring: 'something with your name and address on it',
    terms:
      'You bring back what you borrow by its day, or pay what the library charges; the libraries keep your name and address as long as you have the card.',
    guardianUnder: 16,
  },
  systems: SYSTEMS,
  branches: [...PUBLIC, ...POINTS, ...UNIVERSITY, ...SPECIAL],
}

/** The same library with as many more public branches as make `count` in all, for measuring at size. */
export function libraryOfSize(count: number): LibraryFile {
  const [, , model] = PUBLIC
  if (!model) return LIBRARY
  const more = Array.from({ length: Math.max(0, count - LIBRARY.branches.length) }, (_, i): Branch => ({
    ...model,
    code: `branch${String(i + 1)}`,
    name: `Branch ${String(i + 1)}`,
    pickups: model.pickups.map((pickup) => ({ ...pickup, code: `branch${String(i + 1)}` })),
  }))
  return { ...LIBRARY, branches: [...LIBRARY.branches, ...more] }
}

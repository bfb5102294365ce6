/** For component tests: Quayside as it is drawn, and a walk along its shelves. */
import type { Branch } from '@catalex/contract/libraries'
import type { BranchPlan } from '@catalex/contract/plans'
import type { ShelfWalk, Stop } from '@catalex/contract/shelfwalk'
import { copy } from './samples.ts'

const OUTLINE = [
  { x: 0, y: 0 },
  { x: 20, y: 0 },
  { x: 20, y: 10 },
  { x: 0, y: 10 },
]

/** Two floors of Quayside, as readers know them. */
export const TWO_FLOORS: Partial<Branch> = {
  floors: [
    { code: '1', name: 'Level 1, the one you walk in on' },
    { code: '0', name: 'Level 0, one flight down' },
  ],
}

/** Quayside: one walks in on Level 1; the ledgers stand there on the left, the records a flight down. */
export const branchPlan = (more: Partial<BranchPlan> = {}): BranchPlan => ({
  branch: 'quay',
  stairs: [{ id: 'stairs', metres: 8, nodes: { 1: 'head', 0: 'foot' } }],
  lifts: [{ id: 'lift', metres: 15, nodes: { 1: 'upper', 0: 'lower' } }],
  floors: [
    {
      floor: '1',
      level: 0,
      width: 20,
      depth: 10,
      outline: OUTLINE,
      nodes: [
        { id: 'door', x: 10, y: 10 },
        { id: 'hall', x: 10, y: 6 },
        { id: 'ledgers', x: 4, y: 6 },
        { id: 'head', x: 16, y: 6 },
        { id: 'upper', x: 10, y: 2 },
      ],
      edges: [
        ['door', 'hall'],
        ['hall', 'ledgers'],
        ['hall', 'head'],
        ['hall', 'upper'],
      ],
      entrance: 'door',
      desks: [{ name: 'Desk', node: 'hall' }],
      bays: [
        {
          id: 'A',
          x: 3,
          y: 7,
          width: 2,
          depth: 0.6,
          node: 'ledgers',
          rows: 5,
          collection: 'main',
          ranges: [{ scheme: 'dewey', from: '800', to: '899' }],
        },
      ],
    },
    {
      floor: '0',
      level: -1,
      width: 20,
      depth: 10,
      outline: OUTLINE,
      nodes: [
        { id: 'foot', x: 16, y: 6 },
        { id: 'lower', x: 10, y: 2 },
        { id: 'records', x: 10, y: 6 },
      ],
      edges: [
        ['foot', 'records'],
        ['lower', 'records'],
      ],
      desks: [],
      bays: [{ id: 'B', x: 9, y: 7, width: 2, depth: 0.6, node: 'records', rows: 2, collection: 'main' }],
    },
  ],
  ...more,
})

export const stop = (barcode: string, bay: string | null, more: Partial<Stop> = {}): Stop => ({
  controlNumber: `t-${barcode}`,
  title: `Title of ${barcode}`,
  who: ['Vera Ashdown'],
  carrier: 'book',
  languages: ['eng'],
  barcode,
  enumeration: null,
  place: { ...copy(barcode, 'quay').place, floor: bay === 'B' ? 'Level 0, one flight down' : 'Level 1, the one you walk in on', bay },
  use: 'loan',
  ...more,
})

export const shelfWalk = (more: Partial<ShelfWalk> = {}): ShelfWalk => ({
  walks: [{ branch: 'quay', stops: [stop('b1', 'A'), stop('b2', 'B')] }],
  apart: [],
  ...more,
})

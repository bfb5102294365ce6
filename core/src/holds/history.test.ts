import { expect, it } from 'vitest'
import { faultsOf, type HistoryFault, type StoredHold } from './index.ts'

const hold = (more: Partial<StoredHold>): StoredHold => ({ state: 'waiting', barcode: null, events: ['waiting'], targets: 1, ...more })

it.each<[string, StoredHold, HistoryFault[]]>([
  ['a hold that waits', hold({}), []],
  ['one that is ready', hold({ state: 'ready', barcode: 'b', events: ['waiting', 'being fetched', 'ready'] }), []],
  ['one that was given up and has no targets left', hold({ state: 'cancelled', events: ['waiting', 'cancelled'], targets: 0 }), []],
  ['one that nothing tells of', hold({ events: [] }), ['no-events']],
  ['one whose last event says otherwise', hold({ state: 'ready', barcode: 'b', events: ['waiting', 'being fetched'] }), ['last-event']],
  ['one that came back from its end', hold({ events: ['waiting', 'lapsed', 'waiting'] }), ['impossible-step']],
  ['one that was cancelled and taken back', hold({ events: ['waiting', 'paused', 'cancelled', 'waiting'] }), []],
  ['one that did not begin by waiting', hold({ state: 'ready', barcode: 'b', events: ['ready'] }), ['impossible-step']],
  ['one that waits with a copy', hold({ barcode: 'b' }), ['copy-without-promise']],
  ['one that is ready without a copy', hold({ state: 'ready', events: ['waiting', 'ready'] }), ['promise-without-copy']],
  ['one for nothing', hold({ targets: 0 }), ['no-targets']],
])('%s', (_, stored, faults) => {
  expect(faultsOf(stored)).toEqual(faults)
})

/** Whether what is stored of a hold can have come about: its events are its life, and its state is their last word. */
import { isActive, isPromising, mayBecome, type HoldState } from './states.ts'

export interface StoredHold {
  state: HoldState
  /** The copy set aside. */
  barcode: string | null
  /** States in the order of its events. */
  events: readonly HoldState[]
  /** Records any of which would do. */
  targets: number
}

export const HISTORY_FAULTS = [
  'no-events',
  'last-event',
  'impossible-step',
  'copy-without-promise',
  'promise-without-copy',
  'no-targets',
] as const
export type HistoryFault = (typeof HISTORY_FAULTS)[number]

export function faultsOf({ state, barcode, events, targets }: StoredHold): HistoryFault[] {
  const steps = events.slice(1).map((to, i) => ({ from: events[i] ?? to, to }))
  const faults: Record<HistoryFault, boolean> = {
    'no-events': events.length === 0,
    'last-event': events.length > 0 && events.at(-1) !== state,
    'impossible-step': events.length > 0 && (events[0] !== 'waiting' || steps.some(({ from, to }) => !mayBecome(from, to))),
    'copy-without-promise': barcode !== null && !isPromising(state),
    'promise-without-copy': barcode === null && isPromising(state),
    'no-targets': isActive(state) && targets === 0,
  }
  return HISTORY_FAULTS.filter((fault) => faults[fault])
}

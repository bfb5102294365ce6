/** Circulation: where every copy is, who waits for it, and what readers ask. */
export { cardOf, countReady, holdById } from './card.ts'
export { byTitle, copiesOf, standingCopies, type CopyNow, type StandingCopy } from './copies.ts'
export { countWaiting } from './lines.ts'
export { loadHolds, loadLoans, type RowFault } from './loading.ts'
export { holdOptions } from './options.ts'
export {
  cancelHold,
  holdQuestion,
  KeyReused,
  NoSuchHold,
  placeHold,
  standingOf,
  TooLate,
  wantedCopies,
  type Changed,
  type Moment,
} from './placing.ts'

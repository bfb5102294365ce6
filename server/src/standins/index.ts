/** Small ports with the stand-ins that the demo runs on; a real deployment brings its own. */
export {
  dropNotices,
  inOneLine,
  isMail,
  isNotice,
  keepMail,
  keepMailedTitles,
  keepMessage,
  keepNotice,
  keptMessages,
  newReference,
  type KeptMessage,
  type Mail,
  type MessageGateway,
} from './outbox.ts'
export { PARTNERS } from './partners.ts'
export { machineClock, virtualClock, type Clock, type VirtualClock } from './clock.ts'
export {
  DeskAway,
  DeskUnreadable,
  PinNotSendable,
  type CirculationDesk,
  type CopyAtDesk,
  type DeskAnswer,
  type DeskState,
  type HoldAtDesk,
  type ReaderAtDesk,
} from './circulationDesk.ts'

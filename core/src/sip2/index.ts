/** The protocol by which a library’s own lending system is asked: SIP 2.00. */
export { checksumOf } from './checksum.ts'
export { ENCODINGS, octetsOf, textOf, type Encoding } from './encodings.ts'
export { compose, fieldOf, fieldsOf, LONGEST_MESSAGE, readMessage, type Composed, type Message, type MessageCode } from './messages.ts'
export { codeOf, flagsFrom, HOLD_SHELF, statusFrom, statusOf } from './statuses.ts'
export { sipTime, timeFrom } from './times.ts'

/** The bridge to a lending system of the library’s own, which takes the place of the desk. */
export { Bridge, type Lending } from './bridge.ts'
export { Sip2Desk, type Sip2DeskSettings } from './sip2/desk.ts'
export { StandinLending } from './standin/lending.ts'
export { StandinRecords } from './standin/records.ts'

/** The backroom: the stand-ins of the demo, who live in its world; never in a real deployment. */
export { livedUntil } from './agenda.ts'
export { Clockwork } from './clockwork.ts'
export { cardKeptFor, deskView } from './deskView.ts'
export { live } from './live.ts'
export { answerNow } from './partners.ts'
export { backroomView } from './overview.ts'

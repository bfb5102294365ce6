/** The backroom: the stand-ins of the demo, who live in its world; never in a real deployment. */
export { live } from './live.ts'

/** What is near to a title. */
export { nearBySubject } from './near.ts'

/** A line is full: nobody else is let in before somebody has left. Said as 503, with a time to come back. */
export class Overloaded extends Error {
  /** @param what of which too many are waiting */
  constructor(what: string) {
    super(`Too many ${what} are waiting.`)
    this.name = 'Overloaded'
  }
}

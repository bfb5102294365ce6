/** A rule of the library says no. */
import type { Refusal } from '@catalex/core/holds'

export class Refused extends Error {
  constructor(readonly refusal: Refusal) {
    super(refusal.code)
    this.name = 'Refused'
  }
}

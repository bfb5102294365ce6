/**
 * Many copies returned or lent at once, where each would go the same simple way by itself: nobody waits for what is returned,
 * nothing is set aside of what is lent, and its borrower is nobody of whom something is kept here.
 */
import { dueAfter, lengthOf, loanRuleFor } from '@catalex/core/loans'
import { isInNow } from '@catalex/core/copies'
import type { Borrower } from '@catalex/core/policies'
import type { DateTime } from 'luxon'
import type { Write } from '../../../database/index.ts'
import type { Libraries } from '../../../libraries/index.ts'
import type { CopyNow } from '../../queries/copies.ts'

/** Of a loan: that its borrower is unknown, and its copy goes back to its shelf at the desk of its own branch with nobody waiting for the title. */
export const RETURNED_SIMPLY = `loans.readerId IS NULL AND copies.status = 'on shelf' AND copies.setNumber IS NULL
  AND NOT EXISTS (SELECT 1 FROM holdTargets WHERE holdTargets.controlNumber = records.controlNumber AND open = 1)`

/** @param barcodes of loans for which RETURNED_SIMPLY holds */
export const returnTogether = (write: Write, barcodes: readonly string[]): Promise<void> =>
  write.run('DELETE FROM loans WHERE barcode IN (SELECT value FROM json_each($barcodes))', { barcodes: JSON.stringify(barcodes) })

/** @returns until when an unknown borrower has it; null where it can't be lent simply, or not at all */
export function dueSimply(libraries: Libraries, borrower: Borrower, copy: CopyNow, now: DateTime): string | null {
  if (!isInNow(copy) || copy.set !== null || copy.stored.status !== 'on shelf') return null
  const rule = loanRuleFor(libraries.loanRules, borrower, copy)
  if (!rule) return null
  const length = lengthOf(rule)
  return dueAfter(length, now, libraries.hoursToBringBack(null, copy, length.unit))
}

/** @param loans of copies for which dueSimply has said a day */
export const lendTogether = (write: Write, loans: readonly { barcode: string; due: string }[]): Promise<void> =>
  write.run("INSERT INTO loans (barcode, due, source) SELECT value ->> 'barcode', value ->> 'due', 'here' FROM json_each($loans)", {
    loans: JSON.stringify(loans),
  })

/** What late copies, scans and copies from outside cost, and is not paid. */
import type { Card } from '@catalex/contract/card'
import type { Queryable } from '../../database/index.ts'

export function chargesOf(source: Queryable, readerId: number): Promise<Card['charges']> {
  return source.read(
    "SELECT title, amount, at, CASE barcode WHEN '' THEN 'request' ELSE 'late' END AS what FROM charges WHERE readerId = $readerId AND paid IS NULL ORDER BY id DESC",
    { readerId },
  )
}

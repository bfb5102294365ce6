/** What a reader owes from now on: what a late copy, a scan or a copy from outside costs. */
import type { Write } from '../../database/index.ts'
import { addOwed } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'

export interface Charge {
  readerId: number
  /** Of what is no copy of these libraries, empty. */
  barcode: string
  title: string
  /** In hundredths. */
  amount: number
}

export async function charge(write: Write, { readerId, barcode, title, amount }: Charge, { now }: Moment): Promise<void> {
  await write.run('INSERT INTO charges (readerId, barcode, title, amount, at) VALUES ($readerId, $barcode, $title, $amount, $now)', {
    readerId,
    barcode,
    title,
    amount,
    now,
  })
  await addOwed(write, readerId, amount)
}

/** Renews a loan of its reader. */
import { isRefusal, type Refusal } from '@catalex/core/holds'
import type { Write } from '../../database/index.ts'
import type { Libraries } from '../../libraries/index.ts'
import type { Reader } from '../../readers/index.ts'
import type { Moment } from '../moment.ts'
import { termsOfLoans, type LoanAsked } from '../queries/loanTerms.ts'

/** @returns why it is not renewed; null where it is */
export async function renewLoan(write: Write, libraries: Libraries, reader: Reader, barcode: string, at: Moment): Promise<Refusal | null> {
  const [loan] = await write.read<LoanAsked>('SELECT barcode, due, renewals FROM loans WHERE barcode = $barcode AND readerId = $id', {
    barcode,
    id: reader.id,
  })
  const terms = loan && (await termsOfLoans(write, libraries, reader, [loan], at)).get(barcode)
  if (!terms) return { code: 'no-such-loan' }
  const { renewal } = terms
  if (isRefusal(renewal)) return renewal
  await write.run('UPDATE loans SET due = $due, renewals = renewals + 1 WHERE barcode = $barcode', { due: renewal.due, barcode })
  return null
}

/** The call number of one copy, part by part, from the holdings of its record. */
import type { ExplainedCallNumber } from '@catalex/contract/callnumber'
import { explainCallNumber, readCallNumber } from '@catalex/core/callnumber'
import { copiesIn } from '@catalex/core/catalogue'
import { marcOfCopy } from '../catalogue/index.ts'
import type { Queryable } from '../database/index.ts'

/** @returns null where there is no such copy */
export async function explainedCallNumber(source: Queryable, barcode: string): Promise<ExplainedCallNumber | null> {
  const marc = await marcOfCopy(source, barcode)
  const copy = marc && copiesIn(marc).find((one) => one.barcode === barcode)
  return copy ? { text: readCallNumber(copy).text, scheme: copy.scheme, parts: explainCallNumber(copy) } : null
}

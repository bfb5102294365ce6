/** What can be wrong with a record: a code with its facts. Sentences are made where they are shown. */

export const FAULT_CODES = [
  // ISO 2709 and MARCXML
  'directory-entry',
  'field-length',
  'no-indicators',
  'too-short',
  'no-leader',
  'cut-off',
  'wrong-length',
  'no-base-address',
  'not-utf8',
  'marc8-set',
  'marc8-octet',
  'no-xml-leader',
  'xml-breaks-off',
  // What makes a record a record
  'no-control-number',
  'no-title',
  'several-titles',
  'title-indicators',
  'no-heading',
  // Copies
  'copy-lacks',
  'unknown-scheme',
  'unknown-word',
  'no-branch',
  'no-collection',
  'barcode-twice',
  'barcode-taken',
  'record-twice',
] as const
export type FaultCode = (typeof FAULT_CODES)[number]

export interface RecordFault {
  /** Tag of the field, null where it is the whole record. */
  field: string | null
  code: FaultCode
  /** What the sentence names: a value, a number of octets. */
  facts: Record<string, string | number>
}

export class BadRecord extends Error {
  readonly fault: RecordFault

  constructor(code: FaultCode, field: string | null = null, facts: RecordFault['facts'] = {}) {
    super(code)
    this.name = 'BadRecord'
    this.fault = { field, code, facts }
  }
}

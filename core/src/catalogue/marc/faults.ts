/** What can be wrong with a record: a code with its facts. Sentences are made where they are shown. */

export const FAULT_CODES = [
  // ISO 2709 and MARCXML
  'not-marc',
  'too-short',
  'no-leader',
  'cut-off',
  'no-base-address',
  'wrong-length',
  'directory-entry',
  'field-length',
  'no-indicators',
  'control-signs',
  'not-utf8',
  'is-utf8',
  'is-marc8',
  'is-latin1',
  'marc8-unknown',
  'no-xml-leader',
  'xml-breaks-off',
  'xml-encoding',
  // What makes a record a record
  'no-control-number',
  'other-control-number',
  'no-title',
  'title-elsewhere',
  'several-titles',
  'title-indicators',
  'no-heading',
  'is-holdings',
  'nothing-to-delete',
  'unknown-language',
  // Copies
  'copy-lacks',
  'unknown-scheme',
  'unknown-word',
  'no-branch',
  'no-collection',
  'barcode-twice',
  'no-bay',
  'barcode-taken',
  'record-twice',
] as const
export type FaultCode = (typeof FAULT_CODES)[number]

export interface RecordFault {
  /** Tag of the field; null where it is the whole record. */
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

/** Takes what was odd about a record that is read all the same. */
export type Warn = (code: FaultCode, field?: string | null, facts?: RecordFault['facts']) => void

/** Keeps warnings, each code of a field once. */
export function warnings(): { warn: Warn; found: RecordFault[] } {
  const found: RecordFault[] = []
  const warn: Warn = (code, field = null, facts = {}) => {
    const same = found.find((one) => one.code === code && one.field === field)
    if (!same) found.push({ field, code, facts })
  }
  return { warn, found }
}

/** For reading whose oddities nobody asks for. */
export const SILENTLY: Warn = () => undefined

/** A copy as tests have it: a book on an open shelf of the branch Quay, in now. */
import type { Copy } from './copy.ts'

export const sampleCopy = (given: Partial<Copy>): Copy => ({
  barcode: '1',
  controlNumber: 'r1',
  family: 'print',
  system: 'pub',
  branch: 'quay',
  collection: 'fiction',
  collectionKind: 'open shelf',
  use: 'loan',
  status: 'on shelf',
  promised: false,
  due: null,
  enumeration: null,
  set: null,
  ...given,
})

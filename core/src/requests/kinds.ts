/** What readers ask for beside holds. */
export const REQUEST_KINDS = ['scan', 'outside', 'purchase'] as const
export type RequestKind = (typeof REQUEST_KINDS)[number]

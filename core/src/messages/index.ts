/** What readers write to the staff of a library. */

/** A question, a wish for titles chosen by staff, something about the catalogue itself. */
export const MESSAGE_KINDS = ['question', 'reading list', 'feedback'] as const
export type MessageKind = (typeof MESSAGE_KINDS)[number]

/** Characters. */
export const LONGEST_MESSAGE = 4000
export const LONGEST_REPLY_TO = 200

export { DUE_SOON_DAYS, NOTICE_KINDS, type Notice, type NoticeKind } from './notices.ts'

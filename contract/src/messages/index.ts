/** Messages to the staff of a library. */
import { LONGEST_MESSAGE, LONGEST_REPLY_TO, MESSAGE_KINDS } from '@catalex/core/messages'
import type { FromSchema } from '../schema/index.ts'
import { nullable, oneOf, shape, text } from '../schema/shapes.ts'

const words = { type: 'string', maxLength: LONGEST_MESSAGE } as const

export const sendMessageSchema = shape({
  kind: oneOf(MESSAGE_KINDS),
  branch: { type: 'string', maxLength: 100, description: 'Code of the branch whose staff it is for.' },
  text: { ...words, pattern: '\\S' },
  likes: { ...words, description: 'Of a wish for a reading list: what the reader liked; else empty.' },
  dislikes: { ...words, description: 'What the reader did not like; else empty.' },
  replyTo: {
    type: 'string',
    maxLength: LONGEST_REPLY_TO,
    description: 'Mail address or telephone number; empty where no answer is wished.',
  },
  about: { ...nullable('string'), maxLength: 2000, description: 'Address within the catalogue at which it was written.' },
})

export const sentMessageSchema = shape({ reference: { ...text, description: 'What to name when asking about it.' } })

export type SendMessage = FromSchema<typeof sendMessageSchema>

/** What a reader is told goes to the outbox, addressed as they wish to be told; whoever empties it sends it on. */
import type { Write } from '../../database/index.ts'
import { readerById } from '../../readers/index.ts'
import { keepMail, type Mail } from '../../standins/index.ts'
import type { Moment } from '../moment.ts'
import { channelsOf } from '../queries/told.ts'

/** Of a reader without an address a desk tells it, by the card. */
export async function tell(write: Write, readerId: number, message: Omit<Mail, 'to'>, at: Moment): Promise<void> {
  const reader = await readerById(write, readerId)
  if (!reader) return
  const [channel] = channelsOf(reader)
  const address = channel === 'mail' ? reader.mail : channel === 'letter' ? reader.name : reader.telephone
  await keepMail(write, { to: address ?? reader.card, ...message }, at.now)
}

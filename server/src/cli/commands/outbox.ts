/** `catalex outbox`: what readers wrote to the staff, newest first. */
import { existsSync } from 'node:fs'
import { Database } from '../../database/index.ts'
import { isMail, keptMessages, type KeptMessage, type Mail } from '../../standins/index.ts'

export async function outbox(options: { data: string; most: string }): Promise<void> {
  if (!existsSync(options.data)) throw new Error(`There is no database ${options.data}: load one with "catalex load --world FOLDER".`)
  const most = Number(options.most)
  if (!(most >= 1)) throw new Error(`--most has to be a number from 1 on, not "${options.most}".`)
  const database = await Database.open(options.data)
  try {
    const messages = await keptMessages(database, most)
    console.log(messages.length === 0 ? 'Nobody has written.' : messages.map(inWords).join('\n\n'))
  } finally {
    await database.close()
  }
}

/** Anybody may write anything: signs that a terminal would obey, or that turn a line round, are not passed on to it. */
const OBEYED = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/g

function inWords(message: KeptMessage): string {
  const lines = isMail(message) ? mailLines(message) : messageLines(message)
  return lines.filter(Boolean).join('\n').replace(OBEYED, '\ufffd')
}

const mailLines = ({ reference, at, to, subject, text, ...message }: KeptMessage & Mail): string[] => [
  `${reference}  ${at}  ${'channel' in message && message.channel !== 'mail' ? message.channel : 'mail'} to ${to}`,
  subject,
  text,
]

function messageLines({
  reference,
  at,
  kind,
  branch,
  text,
  likes,
  dislikes,
  replyTo,
  about,
}: Exclude<KeptMessage, Mail>): (string | null)[] {
  return [
    `${reference}  ${at}  ${kind}, for ${branch}`,
    text,
    likes && `Liked: ${likes}`,
    dislikes && `Did not like: ${dislikes}`,
    about && `Written at ${about}`,
    replyTo ? `Answer to ${replyTo}` : 'No answer is wished.',
  ]
}

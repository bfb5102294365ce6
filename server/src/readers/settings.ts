/** What readers choose for themselves. */
import type { ChangeCard } from '@catalex/contract/card'
import type { Write } from '../database/index.ts'
import type { Libraries } from '../libraries/index.ts'
import type { Refusal } from '@catalex/core/holds'
import type { Reader } from './reader.ts'
import { channelsOf } from './told.ts'

/** All of it or nothing. */
export async function changeReader(write: Write, libraries: Libraries, reader: Reader, changes: ChangeCard): Promise<Refusal | null> {
  const { notify = reader.notify, language = reader.language, homeBranch = reader.homeBranch, history = reader.history } = changes
  if (notify !== null && notify !== reader.notify && !channelsOf(reader).includes(notify)) return { code: 'not-told-there' }
  if (homeBranch !== reader.homeBranch && !libraries.branch(homeBranch)?.pickups.length) return { code: 'pickup-not-served' }
  await write.run(
    'UPDATE readers SET notify = $notify, language = $language, homeBranch = $homeBranch, history = $history WHERE id = $id',
    {
      id: reader.id,
      notify,
      language,
      homeBranch,
      history: history ? 1 : 0,
    },
  )
  return null
}

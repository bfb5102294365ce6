/** What happened to a hold: who, what, when. Written in the transaction that does it, never changed. */
import type { HoldState } from '@catalex/core/holds'
import type { Write } from '../database/index.ts'

export interface HoldEvent {
  holdId: number
  at: string
  who: 'reader' | 'desk' | 'catalogue'
  state: HoldState
  barcode: string | null
}

export async function recordEvent(write: Write, event: HoldEvent): Promise<void> {
  await write.run('INSERT INTO events (holdId, at, who, state, barcode) VALUES ($holdId, $at, $who, $state, $barcode)', { ...event })
}

/** What the windows of one browser tell each other about the reader. */

export type Word =
  /** Nobody is signed in any more: every window forgets what it shows. */
  | 'signed out'
  /** The server knows it, too: every window begins with a page of its own. */
  | 'server told'
  /** Somebody has signed in, perhaps another than before. */
  | 'signed in'
  /** Somebody is using the catalogue. */
  | 'in use'

const NAME = 'catalex'
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(NAME)

/** Tells the other windows. */
export function tellWindows(word: Word): void {
  channel?.postMessage(word)
}

/** @returns stops listening */
export function hearWindows(hear: (word: Word) => void): () => void {
  const listener = ({ data }: MessageEvent<Word>) => {
    hear(data)
  }
  channel?.addEventListener('message', listener)
  return () => channel?.removeEventListener('message', listener)
}

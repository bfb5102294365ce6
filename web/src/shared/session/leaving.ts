/**
 * Signing out: this window forgets first, whatever the server says. While it can't be reached the browser still has its
 * cookie, so that is remembered, and the server is told before anything else as soon as it answers.
 */
import { call, rememberToken } from '../api.ts'
import { forgetKept } from '../satchel/kept.ts'
import { isTerminal, keepTerminal } from './terminal.ts'
import { browserStorage, windowStorage } from '../storage.ts'

/** Somebody else has signed in while an action waited for its reader. */
export class AnotherReader extends Error {
  constructor() {
    super('another reader')
    this.name = 'AnotherReader'
  }
}

const UNTOLD = 'catalex.signOutUntold'
const ENDED = 'catalex.ended'

/** Whether somebody signed out whom the server still takes for signed in. */
export const isUntold = (): boolean => browserStorage.read(UNTOLD) !== null

/** Whoever signs in has a session of their own, and the one before is over. */
export function forgetUntold(): void {
  browserStorage.remove(UNTOLD)
}

/** What this browser keeps of nobody in particular. */
const PREFERENCES = ['catalex.language', 'catalex.theme', 'catalex.rows']

/** @returns whether the server knows that nobody is signed in */
export async function tellServer(): Promise<boolean> {
  const terminal = isTerminal()
  const preferences = PREFERENCES.map((name) => [name, browserStorage.read(name)] as const)
  browserStorage.write(UNTOLD, 'yes')
  try {
    await call('signOut', {})
  } catch {
    return false
  }
  browserStorage.remove(UNTOLD)
  // A server that is signed out of has all storage cleared.
  for (const [name, value] of preferences) if (value !== null) browserStorage.write(name, value)
  if (terminal) keepTerminal()
  return true
}

/** Nothing of the reader stays in this window's memory and storage. */
export function forgetReader(): void {
  rememberToken(null)
  forgetKept()
  windowStorage.clear()
}

/** Whether this page was loaded because nobody used the one before. */
export const endedIdle = (): boolean => windowStorage.read(ENDED) !== null

/** Once it is told. */
export function forgetEnded(): void {
  windowStorage.remove(ENDED)
}

/** A full load, in place of the page that was there. It says why, where nobody asked for it. */
export function startAfresh(why: 'asked' | 'idle'): void {
  if (why === 'idle') windowStorage.write(ENDED, why)
  window.location.replace('/')
}

/**
 * A public terminal, at which the next person sits down: opened once with "/?terminal", it stays one ("/?terminal=off"
 * ends that). Nobody stays signed in, and there is nothing to go back to.
 */
import { browserStorage } from '../storage.ts'

const KEY = 'catalex.terminal'

export const isTerminal = (): boolean => browserStorage.read(KEY) === 'on'

/** To be called before anything is drawn. */
export function startTerminal(): void {
  const address = new URL(window.location.href)
  const asked = address.searchParams.get('terminal')
  if (asked !== null) {
    if (asked === 'off') browserStorage.remove(KEY)
    else keepTerminal()
    address.searchParams.delete('terminal')
    window.history.replaceState(null, '', address)
  }
  // Every page takes the place of the one before: Back leads nobody into what another has looked at.
  if (isTerminal()) window.history.pushState = window.history.replaceState.bind(window.history)
}

/** A server that is signed out of has all storage cleared, this among it. */
export function keepTerminal(): void {
  browserStorage.write(KEY, 'on')
}

/** Back closes what lies over a page, as on a phone everybody expects, before it leaves the page. */
import { useEffect, useEffectEvent } from 'react'
import { isTerminal } from './session/terminal.ts'

/** Entries of the history say what lies over their page: later ones have higher numbers. */
let count = 0
const over = (): number => (window.history.state as { over?: number } | null)?.over ?? 0

/** Changes the address of an entry without losing what lies over its page. */
export function keepingOver(change: () => void): void {
  const before = over()
  const entries = window.history.length
  change()
  if (before > 0 && over() === 0 && window.history.length === entries)
    window.history.replaceState({ ...(window.history.state as object | null), over: before }, '')
}

export function useBackCloses(onClose: () => void): void {
  const close = useEffectEvent(onClose)
  useEffect(() => {
    // At a terminal there is nothing to go back to.
    if (isTerminal()) return
    const own = (count += 1)
    const before = window.history.state as object | null
    window.history.pushState({ ...before, over: own }, '')
    const onBack = () => {
      if (over() < own) close()
    }
    window.addEventListener('popstate', onBack)
    return () => {
      window.removeEventListener('popstate', onBack)
      // Closed in another way: its entry goes too, where nothing has come after it.
      if (over() === own) window.history.back()
    }
  }, [])
}

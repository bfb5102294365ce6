/** Back closes what lies over a page, as on a phone everybody expects, before it leaves the page. */
import { useEffect, useEffectEvent, useRef } from 'react'
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
  const entry = useRef<{ own: number; leaving: ReturnType<typeof setTimeout> | null }>({ own: 0, leaving: null })
  useEffect(() => {
    // At a terminal there is nothing to go back to.
    if (isTerminal()) return
    const { current } = entry
    // What goes and comes again at once keeps its entry.
    if (current.leaving !== null) clearTimeout(current.leaving)
    else {
      current.own = count += 1
      window.history.pushState({ ...(window.history.state as object | null), over: current.own }, '')
    }
    current.leaving = null
    const onBack = () => {
      if (over() < current.own) close()
    }
    window.addEventListener('popstate', onBack)
    return () => {
      window.removeEventListener('popstate', onBack)
      // Closed in another way: its entry goes too, where nothing has come after it.
      current.leaving = setTimeout(() => {
        current.leaving = null
        if (over() === current.own) window.history.back()
      })
    }
  }, [])
}

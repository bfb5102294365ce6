/**
 * The focus never falls to the body: where what had it goes away, it goes on to what is left nearest, else to the heading.
 */
import { useEffect } from 'react'

const FOCUSABLE = 'a[href], button:not([disabled]), input:not([disabled]), select:not([disabled]), textarea:not([disabled]), summary'
/** What is further out than this is another part of the page. */
const PART = 'section, aside, main, header, [role="search"], [role="dialog"]'

export function useFocusKeeper(): void {
  useEffect(() => {
    /** What had the focus last, and all that it stands in, from within. */
    let path: Element[] = []
    const note = ({ target }: FocusEvent) => {
      path = []
      for (let at = target instanceof Element ? target : null; at !== null; at = at.parentElement) path.push(at)
    }
    const mend = () => {
      const [had] = path
      if (had === undefined || had.isConnected || document.activeElement !== document.body) return
      const next = nearest(path)
      next?.focus({ preventScroll: true })
      // Not behind the band.
      next?.scrollIntoView({ block: 'nearest' })
    }
    const watching = new MutationObserver(mend)
    watching.observe(document.body, { childList: true, subtree: true })
    document.addEventListener('focusin', note)
    return () => {
      watching.disconnect()
      document.removeEventListener('focusin', note)
    }
  }, [])
}

function nearest(path: readonly Element[]): HTMLElement | null {
  const heading = document.querySelector<HTMLElement>('main h1') ?? document.querySelector<HTMLElement>('h1')
  for (const part of path) {
    if (!part.isConnected) continue
    if (part.matches('main, body, html')) return heading
    const next = part.querySelector<HTMLElement>(FOCUSABLE)
    if (next) return next
    if (part.matches(PART)) return heading
  }
  return heading
}

/** A new page begins at its top; going back finds the place where one was; what is pressed on a page stays where it is. */
import { useEffect, useLayoutEffect, useRef } from 'react'
import { useLocation, useNavigationType } from 'react-router'

/** How long a page may take to grow to where one was. */
const GROWING_MS = 3000

/** Where one was on each page of this visit, by its entry in the history. */
const places = new Map<string, number>()

interface Address {
  pathname: string
  search: string
}

/** What of an address makes it something else to read; all the rest narrows or orders what is being read. */
const WORDS = ['q', 'field', 'from']

/** Whether one is read from its top by whoever was at the other: another page, other words, or the next page of the same list. */
export function beginsAnew(before: Address, after: Address): boolean {
  const [one, other] = [new URLSearchParams(before.search), new URLSearchParams(after.search)]
  const differs = (name: string) => one.get(name) !== other.get(name)
  if (before.pathname !== after.pathname || WORDS.some(differs)) return true
  if (!differs('page')) return false
  // Narrowing leads to the first page, too, and is pressed where one is.
  for (const address of [one, other]) address.delete('page')
  return one.toString() === other.toString()
}

export function useScroll(): void {
  const { key, pathname, search } = useLocation()
  const way = useNavigationType()
  const read = useRef<Address | null>(null)
  useEffect(() => {
    window.history.scrollRestoration = 'manual'
    const keep = () => {
      places.set(key, window.scrollY)
    }
    // Where the whole application is loaded again, the browser finds the place.
    const leave = () => {
      window.history.scrollRestoration = 'auto'
    }
    window.addEventListener('scrollend', keep)
    window.addEventListener('pagehide', leave)
    return () => {
      window.removeEventListener('scrollend', keep)
      window.removeEventListener('pagehide', leave)
    }
  }, [key])
  useLayoutEffect(() => {
    const address = { pathname, search }
    const stays = way !== 'POP' && read.current !== null && !beginsAnew(read.current, address)
    read.current = address
    if (stays) return
    const place = way === 'POP' ? (places.get(key) ?? 0) : 0
    window.scrollTo(0, place)
    if (place === 0) return
    // What is shown may still be on its way.
    const growing = new ResizeObserver(() => {
      window.scrollTo(0, place)
      if (document.documentElement.scrollHeight - window.innerHeight >= place) growing.disconnect()
    })
    growing.observe(document.body)
    const stop = setTimeout(() => {
      growing.disconnect()
    }, GROWING_MS)
    return () => {
      clearTimeout(stop)
      growing.disconnect()
    }
  }, [key, pathname, search, way])
}

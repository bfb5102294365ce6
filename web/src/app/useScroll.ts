/** A new page begins at its top; going back finds the place where one was. */
import { useEffect, useLayoutEffect } from 'react'
import { useLocation, useNavigationType } from 'react-router'

/** How long a page may take to grow to where one was. */
const GROWING_MS = 3000

/** Where one was on each page of this visit, by its entry in the history. */
const places = new Map<string, number>()

export function useScroll(): void {
  const { key, pathname } = useLocation()
  const way = useNavigationType()
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
  }, [key, pathname, way])
}

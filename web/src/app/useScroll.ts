/** A new page begins at its top; going back finds the place where one was. */
import { useEffect, useLayoutEffect } from 'react'
import { useLocation, useNavigationType } from 'react-router'

const KEY = 'catalex.scroll'
const MOST_KEPT = 50

function keptPlaces(): Record<string, number> {
  try {
    // Written below; whatever else stands there is no place.
    return JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Record<string, number>
  } catch {
    return {}
  }
}

export function useScroll(): void {
  const { key, pathname } = useLocation()
  const way = useNavigationType()
  useEffect(() => {
    window.history.scrollRestoration = 'manual'
    const keep = () => {
      const places = Object.entries({ ...keptPlaces(), [key]: window.scrollY }).slice(-MOST_KEPT)
      sessionStorage.setItem(KEY, JSON.stringify(Object.fromEntries(places)))
    }
    window.addEventListener('scrollend', keep)
    window.addEventListener('pagehide', keep)
    return () => {
      window.removeEventListener('scrollend', keep)
      window.removeEventListener('pagehide', keep)
    }
  }, [key])
  useLayoutEffect(() => {
    const place = way === 'POP' ? (keptPlaces()[key] ?? 0) : 0
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

/** How long a page may take to grow to where one was. */
const GROWING_MS = 3000

/** Which release of the application this page is, and whether the server has a newer one by now. */
import { useEffect, useRef } from 'react'
import { useLocation } from 'react-router'
import { windowStorage } from './storage.ts'

/** The server writes it into the page, and says it with every answer. */
export const RELEASE_HEADER = 'Catalex-Release'
const own = document.querySelector<HTMLMetaElement>('meta[name="catalex-release"]')?.content ?? null
const KEY = 'catalex.loadedFor'
let served: string | null = null

export function noteRelease(answered: string | null): void {
  if (answered !== null) served = answered
}

/** Whether loading the page anew would bring another release. It is loaded for each once, or a page that is kept somewhere on the way would be loaded for ever. */
export const isOutdated = (): boolean => own !== null && served !== null && served !== own && windowStorage.read(KEY) !== served

export function loadAnew(): void {
  if (served !== null) windowStorage.write(KEY, served)
  window.location.reload()
}

/** A newer release comes with the next page: never while somebody is in the middle of one. */
export function useNewerRelease(): void {
  const { pathname } = useLocation()
  const before = useRef(pathname)
  useEffect(() => {
    if (before.current === pathname) return
    before.current = pathname
    if (isOutdated()) loadAnew()
  }, [pathname])
}

/** Each view is arrived at: its heading takes the focus, its title is the window's and is announced. */
import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from 'react'

/** The view that was arrived at last. */
let last: string | null = null
let announced = ''
const listeners = new Set<() => void>()

/** Whether anybody has pressed anything yet: until then the browser announces the page by itself. */
let acted = false
/** Somebody goes on typing behind what was last asked for: the focus is not taken from under their fingers. */
let typing = false
const onPress = (still: boolean) => {
  acted = true
  typing = typing && still
}
document.addEventListener('input', () => (typing = true), true)
document.addEventListener('click', () => { onPress(false) }, true) // prettier-ignore
document.addEventListener('keydown', ({ key }) => { onPress(key !== 'Enter') }, true) // prettier-ignore

function announce(title: string): void {
  announced = title
  for (const listener of listeners) listener()
}

/** What has just been arrived at, for a live region. */
export const useAnnouncement = (): string =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => announced,
  )

export const APPLICATION = 'Catalex'

/**
 * @param view names the view: the same view is arrived at once
 * @param title of the window; null while it is not known yet
 * @param into what takes the focus in place of the heading
 * @returns for the heading
 */
export function useArrival(view: string, title: string | null, into?: () => HTMLElement | null) {
  const heading = useRef<HTMLHeadingElement>(null)
  const place = useRef(into)
  useLayoutEffect(() => {
    place.current = into
  })
  // With the very drawing of the view: a moment later somebody may have pressed something of it, and the focus is theirs.
  useLayoutEffect(() => {
    if (place.current === undefined) arrive(view, title, () => heading.current)
  }, [view, title])
  // What takes the focus in place of the heading may be drawn a little after it.
  useEffect(() => {
    if (place.current !== undefined) arrive(view, title, () => place.current?.() ?? heading.current)
  }, [view, title])
  return heading
}

function arrive(view: string, title: string | null, target: () => HTMLElement | null): void {
  if (title === null) return
  document.title = title === '' ? APPLICATION : `${title} · ${APPLICATION}`
  if (last === view) return
  last = view
  if (!acted) return
  announce(document.title)
  // A dialog that is open keeps the focus.
  if (!typing && document.querySelector('[role="dialog"]') === null) target()?.focus({ preventScroll: true })
}

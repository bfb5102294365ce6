/** Each view is arrived at: its heading takes the focus, its title is the window's and is announced. */
import { useEffect, useLayoutEffect, useRef, useSyncExternalStore } from 'react'
import { usePlaces } from '../places.tsx'

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

/** Counts what is pressed, from its very beginning: whoever has pressed something has the focus. */
let presses = 0
const count = () => (presses += 1)
document.addEventListener('pointerdown', count, true)
document.addEventListener('keydown', count, true)

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

/** Of a window before it is known whose catalogue it shows. */
const APPLICATION = 'Catalex'

/**
 * @param view names the view: the same view is arrived at once
 * @param title of the window; null while it is not known yet
 * @param into what takes the focus in place of the heading
 * @returns for the heading
 */
export function useArrival(view: string, title: string | null, into?: () => HTMLElement | null) {
  const { name } = usePlaces().all
  const heading = useRef<HTMLHeadingElement>(null)
  const place = useRef(into)
  useLayoutEffect(() => {
    place.current = into
  })
  const arrivedAt = useRef<number | null>(null)
  const take = () => {
    const target = place.current?.() ?? heading.current
    // A dialog that is open keeps the focus.
    if (!typing && document.querySelector('[role="dialog"]') === null) target?.focus({ preventScroll: true })
  }
  // With the very drawing of the view: a moment later somebody may have pressed something of it, and the focus is theirs.
  useLayoutEffect(() => {
    if (title === null) return
    const library = name === '' ? APPLICATION : name
    document.title = title === '' ? library : `${title} · ${library}`
    if (last === view) return
    last = view
    if (!acted) return
    announce(document.title)
    arrivedAt.current = presses
    take()
  }, [view, title, name])
  // Once more when all is drawn: a dialog that went gives the focus back to where it came from, a row comes a little later.
  useEffect(() => {
    if (arrivedAt.current === presses) take()
    arrivedAt.current = null
  }, [view, title])
  return heading
}

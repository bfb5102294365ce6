/** Whether anybody is there: counts from the last key, press or touch, in whichever window of the browser. */
import { useEffect, useRef, useState } from 'react'
import { hearWindows, tellWindows } from './windows.ts'

/** So many seconds before the end there is a warning. */
export const WARNED = 60
const EVENTS = ['keydown', 'pointerdown', 'wheel', 'touchstart', 'scroll', 'click'] as const
/** Other windows and the server are told no more often than this. */
const TELL_WINDOWS_MS = 5000
const TELL_SERVER_MS = 60_000

interface Idle {
  /** Seconds without anybody after which it ends; null for no end. */
  seconds: number | null
  onEnd(): void
  /** Tells the server that somebody is there. */
  onActive(): void
}

/** @returns seconds until the end while there is a warning, else null; and a way to say that somebody is there */
export function useIdle({ seconds, onEnd, onActive }: Idle): { left: number | null; stay(): void } {
  const [left, setLeft] = useState<number | null>(null)
  const actions = useRef({ onEnd, onActive })
  const stay = useRef<() => void>(() => undefined)
  useEffect(() => {
    actions.current = { onEnd, onActive }
  })
  useEffect(() => {
    if (seconds === null) return
    const told = { windows: 0, server: Date.now() }
    let last = Date.now()
    let warning = false
    const somebody = (here: boolean) => {
      const now = Date.now()
      last = now
      if (warning) setLeft(null)
      if (!here) {
        warning = false
        return
      }
      if (now - told.windows >= TELL_WINDOWS_MS || warning) {
        told.windows = now
        tellWindows('in use')
      }
      if (now - told.server >= TELL_SERVER_MS || warning) {
        told.server = now
        actions.current.onActive()
      }
      warning = false
    }
    const used = () => {
      somebody(true)
    }
    stay.current = used
    const look = () => {
      const rest = Math.ceil(seconds - (Date.now() - last) / 1000)
      warning = rest <= WARNED && rest > 0
      setLeft(warning ? rest : null)
      if (rest > 0) return
      clearInterval(timer)
      actions.current.onEnd()
    }
    const timer = setInterval(look, 1000)
    for (const event of EVENTS) window.addEventListener(event, used, { capture: true, passive: true })
    const unhear = hearWindows((word) => {
      if (word === 'in use') somebody(false)
    })
    return () => {
      clearInterval(timer)
      for (const event of EVENTS) window.removeEventListener(event, used, { capture: true })
      unhear()
      setLeft(null)
    }
  }, [seconds])
  return {
    left,
    stay: () => {
      stay.current()
    },
  }
}

/** Has the walk kept on this device, page and plans, so that it can be read again without a network. */
import type { ShelfWalk } from '@catalex/contract/shelfwalk'
import { useEffect, useState } from 'react'
import { addressOf } from '../shared/api.ts'
import { usePlaces } from '../shared/places.tsx'
import { isTerminal } from '../shared/session/terminal.ts'
import type { WalkParameters } from './walkQuery.ts'

/** @returns whether it is kept */
export function useOffline(walk: ShelfWalk | undefined, asked: WalkParameters): boolean {
  const { all } = usePlaces()
  const [kept, setKept] = useState<string | null>(null)
  const plans = walk?.walks.map(({ branch }) => branch).filter((branch) => all.plans?.includes(branch)) ?? []
  const addresses = walk && [
    addressOf('places', {}),
    ...[false, true].map((stepless) => addressOf('walk', { query: { ...asked, stepless } })),
    ...plans.map((branch) => addressOf('plan', { path: { branch } })),
  ]
  const wanted = addresses?.join(' ') ?? null
  useEffect(() => {
    // A terminal keeps nothing of whoever stood before it.
    if (wanted === null || isTerminal() || !('serviceWorker' in navigator)) return
    let left = false
    void keep(wanted.split(' '))
      .then(() => {
        if (!left) setKept(wanted)
      })
      // Without a network it was kept before, if it is read at all.
      .catch(() => {
        if (!left && navigator.serviceWorker.controller) setKept(wanted)
      })
    return () => {
      left = true
    }
  }, [wanted])
  return wanted !== null && kept === wanted
}

async function keep(addresses: readonly string[]): Promise<void> {
  const { active, installing, waiting } = await navigator.serviceWorker.register('/walk-offline.js', { scope: '/walk' })
  const worker = installing ?? waiting ?? active
  if (!worker) return
  await new Promise<void>((done) => {
    const { port1, port2 } = new MessageChannel()
    port1.onmessage = () => {
      done()
    }
    worker.postMessage([window.location.pathname, ...new Set(madeOf()), ...addresses], [port2])
  })
}

/** What this page has been made of so far: scripts, styles and fonts; nothing that was asked of the server beside them. */
const madeOf = (): string[] =>
  performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === window.location.origin && (pathname.startsWith('/assets/') || pathname === '/icon.svg'))
    .map(({ pathname }) => pathname)

/**
 * The Place line's standing context: where I search, in which formats, where I collect. On a search page the address is
 * the truth, so that it can be shared; elsewhere it is what was last chosen in this window.
 */
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { usePlaces } from './places.tsx'
import { useSession } from './session.tsx'

export interface Standing {
  in: string[]
  as: string[]
  /** Branch code of the pickup location. */
  at: string
}

interface StandingContext {
  standing: Standing
  setStanding(change: Partial<Standing>): void
  forget(): void
}

type Kept = Omit<Standing, 'at'> & { at: string | null }

const KEY = 'catalex.standing'
const NOTHING: Kept = { in: [], as: [], at: null }
const Context = createContext<StandingContext | null>(null)

export function StandingProvider({ children }: { children: ReactNode }) {
  const [kept, setKept] = useState<Kept>(readKept)
  const [parameters, setParameters] = useSearchParams()
  const searching = useLocation().pathname === '/search'
  const { reader } = useSession()
  const { pickups } = usePlaces()

  const keep = useCallback((next: Kept) => {
    setKept(next)
    sessionStorage.setItem(KEY, JSON.stringify(next))
  }, [])

  const value = useMemo<StandingContext>(() => {
    const chosen: Kept = searching
      ? { in: parameters.getAll('in'), as: parameters.getAll('as'), at: parameters.get('at') ?? kept.at }
      : kept
    const standing = { ...chosen, at: chosen.at ?? reader?.homeBranch ?? pickups.at(0)?.code ?? '' }
    return {
      standing,
      setStanding: (change) => {
        keep({ ...chosen, ...change })
        if (searching) setParameters((current) => withStanding(current, change))
      },
      forget: () => {
        setKept(NOTHING)
        sessionStorage.removeItem(KEY)
      },
    }
  }, [kept, keep, parameters, setParameters, searching, reader, pickups])
  return <Context value={value}>{children}</Context>
}

export function useStanding(): StandingContext {
  const context = useContext(Context)
  if (!context) throw new Error('StandingProvider is missing')
  return context
}

function withStanding(current: URLSearchParams, change: Partial<Standing>): URLSearchParams {
  const next = new URLSearchParams(current)
  next.delete('page')
  for (const name of ['in', 'as'] as const) {
    const codes = change[name]
    if (codes === undefined) continue
    next.delete(name)
    for (const code of codes) next.append(name, code)
  }
  if (change.at !== undefined) next.set('at', change.at)
  return next
}

function readKept(): Kept {
  try {
    return { ...NOTHING, ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Kept>) }
  } catch {
    return NOTHING
  }
}

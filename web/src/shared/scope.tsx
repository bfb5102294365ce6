/**
 * The Place line's scope: where I search, in which formats, where I collect. The address says it on every page, so that it
 * can be shared and no link loses it; where an address says nothing, it is what was last chosen in this window.
 */
import { defaultPickup } from '@catalex/core/holds'
import { NO_SCOPE, scopeFromAddress, type Scope } from '@catalex/core/query'
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import { usePlaces } from './places.tsx'
import { useSession } from './session/session.tsx'

/** The scope with a pickup location, chosen or not. */
export type FullScope = Scope & { at: string }

interface ScopeContext {
  scope: FullScope
  /** As it goes into addresses: without a pickup location that nobody chose. */
  chosen: Scope
  setScope(change: Partial<Scope>): void
}

const KEY = 'catalex.scope'
const Context = createContext<ScopeContext | null>(null)

export function ScopeProvider({ children }: { children: ReactNode }) {
  const [kept, setKept] = useState<Scope>(readKept)
  const [parameters, setParameters] = useSearchParams()
  const searching = useLocation().pathname === '/search'
  const { reader } = useSession()
  const { all } = usePlaces()

  const keep = useCallback((next: Scope) => {
    setKept(next)
    sessionStorage.setItem(KEY, JSON.stringify(next))
  }, [])

  const value = useMemo<ScopeContext>(() => {
    const said = scopeFromAddress(parameters)
    // A search without places is one everywhere; other pages may leave the scope out.
    const says = searching || said.in.length > 0 || said.as.length > 0 || said.at !== null
    const chosen = says ? { ...said, at: said.at ?? kept.at } : kept
    return {
      chosen,
      scope: { ...chosen, at: chosen.at ?? reader?.homeBranch ?? defaultPickup(all.branches) ?? '' },
      setScope: (change) => {
        keep({ ...chosen, ...change })
        setParameters((current) => withScope(current, { ...chosen, ...change }), { replace: !searching })
      },
    }
  }, [kept, keep, parameters, setParameters, searching, reader, all])
  return <Context value={value}>{children}</Context>
}

export function useScope(): ScopeContext {
  const context = useContext(Context)
  if (!context) throw new Error('ScopeProvider is missing')
  return context
}

function withScope(current: URLSearchParams, scope: Scope): URLSearchParams {
  const next = new URLSearchParams(current)
  for (const name of ['page', 'in', 'as', 'at']) next.delete(name)
  for (const code of scope.in) next.append('in', code)
  for (const code of scope.as) next.append('as', code)
  if (scope.at !== null) next.set('at', scope.at)
  return next
}

function readKept(): Scope {
  try {
    // Written by `keep`; whatever else stands there is ignored.
    return { ...NO_SCOPE, ...(JSON.parse(sessionStorage.getItem(KEY) ?? '{}') as Partial<Scope>) }
  } catch {
    return NO_SCOPE
  }
}

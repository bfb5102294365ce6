/**
 * The Place line's scope: where I search, in which formats, where I collect. The address says it on every page, so that it
 * can be shared and no link loses it; where an address says nothing, it is what was last chosen in this window.
 */
import { defaultPickup, usualPickup } from '@catalex/core/holds'
import { NO_SCOPE, scopeFromAddress, type Scope } from '@catalex/core/query'
import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react'
import { useLocation, useNavigate, useSearchParams } from 'react-router'
import { usePlaces } from './places.tsx'
import { useSession } from './session/session.tsx'
import { keepingOver } from './useBackCloses.ts'
import { windowStorage } from './storage.ts'

/** The scope with a pickup location, chosen or not. */
export type FullScope = Scope & { at: string }

interface ScopeContext {
  /** As it goes into addresses. */
  scope: FullScope
  /** As it is asked for: without a pickup location that nobody chose, which the server knows as well. */
  chosen: Scope
  setScope(change: Partial<Scope>): void
}

const KEY = 'catalex.scope'
/** Pickup locations that addresses of this window have got though nobody chose them, the last one last: another reader's home takes their place. */
const FILLED = 'catalex.filled'
const filled = (): string[] => (windowStorage.read(FILLED) ?? '').split('|')
const fill = (at: string): void => {
  windowStorage.write(FILLED, [...filled().filter((earlier) => earlier !== at), at].join('|'))
}
const Context = createContext<ScopeContext | null>(null)

export function ScopeProvider({ children }: { children: ReactNode }) {
  const [kept, setKept] = useState<Scope>(readKept)
  const [parameters] = useSearchParams()
  const { pathname, state } = useLocation() as { pathname: string; state: unknown }
  const navigate = useNavigate()
  const searching = pathname === '/search'
  const { reader, known } = useSession()
  const { all } = usePlaces()

  const { scope, chosen } = useMemo(() => {
    const said = scopeFromAddress(parameters)
    const at = said.at !== null && filled().includes(said.at) ? null : said.at
    // A search without places is one everywhere; other pages may leave the scope out.
    const says = searching || said.in.length > 0 || said.as.length > 0 || said.at !== null || said.online
    const asked: Scope = says ? { ...said, at: at ?? kept.at } : kept
    const usual = reader === null ? defaultPickup(all.branches) : usualPickup(all.branches, reader)
    // Until the libraries are known it is the one that was filled in last: a link that is followed meanwhile has it, too.
    return { chosen: asked, scope: { ...asked, at: asked.at ?? usual ?? said.at ?? filled().at(-1) ?? '' } }
  }, [kept, parameters, searching, reader, all])

  const ready = known && all.branches.length > 0 && pathname !== '/' && scope.at !== ''
  useEffect(() => {
    const address = new URLSearchParams(window.location.search)
    if (!ready || isSame(scopeFromAddress(address), scope)) return
    if (chosen.at === null) fill(scope.at)
    // For whoever copies the address: nothing on the page changes by it, so that nothing is drawn anew.
    window.history.replaceState(
      window.history.state,
      '',
      `${window.location.pathname}?${withScope(address, scope).toString()}${window.location.hash}`,
    )
  }, [ready, scope, chosen, parameters])

  const value = useMemo<ScopeContext>(
    () => ({
      scope,
      chosen,
      setScope: (change) => {
        const next = { ...chosen, ...change }
        setKept(next)
        windowStorage.write(KEY, JSON.stringify(next))
        const address = withScope(new URLSearchParams(window.location.search), { ...scope, ...change })
        address.delete('page')
        keepingOver(() => {
          void navigate({ pathname, search: address.toString() }, { replace: !searching, state })
        })
      },
    }),
    [scope, chosen, searching, navigate, pathname, state],
  )
  return <Context value={value}>{children}</Context>
}

export function useScope(): ScopeContext {
  const context = useContext(Context)
  if (!context) throw new Error('ScopeProvider is missing')
  return context
}

const isSame = (a: Scope, b: Scope): boolean => a.at === b.at && a.online === b.online && [a.in, a.as].join('|') === [b.in, b.as].join('|')

function withScope(address: URLSearchParams, scope: Scope): URLSearchParams {
  for (const name of ['in', 'as', 'at', 'online']) address.delete(name)
  for (const code of scope.in) address.append('in', code)
  for (const code of scope.as) address.append('as', code)
  if (scope.at !== null) address.set('at', scope.at)
  if (scope.online) address.set('online', 'true')
  return address
}

function readKept(): Scope {
  try {
    // Written by `setScope`; whatever else stands there is ignored.
    return { ...NO_SCOPE, ...(JSON.parse(windowStorage.read(KEY) ?? '{}') as Partial<Scope>) }
  } catch {
    return NO_SCOPE
  }
}

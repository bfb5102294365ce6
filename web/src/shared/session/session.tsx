/** Who is signed in, and the dialog that asks for it without leaving the place. */
import type { SessionInfo, SignIn } from '@catalex/contract/card'
import { problemType } from '@catalex/contract/problem'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, Suspense, useCallback, useContext, useEffect, useMemo, useRef, useState, type ComponentType, type ReactNode } from 'react' // prettier-ignore
import { useNavigate } from 'react-router'
import { ApiProblem, call, rememberToken } from '../api.ts'
import { setClockBy } from '../formats.ts'
import { AnotherReader, forgetReader, forgetUntold, isUntold, startAfresh, tellServer } from './leaving.ts'
import { isTerminal } from './terminal.ts'
import { useIdle } from './useIdle.ts'
import { hearWindows, tellWindows } from './windows.ts'

type Reader = SessionInfo['reader']

interface SessionContext {
  reader: Reader
  demo: boolean
  /** Whether the server has told yet. */
  known: boolean
  /** Whether somebody signed out whom the server could not be told of. */
  untold: boolean
  signIn(given: SignIn): Promise<void>
  signOut(): Promise<void>
  signOutEverywhere(): Promise<void>
  /** Opens the dialog. @returns the reader; null where nobody signed in */
  askToSignIn(): Promise<Reader>
  /** Does what only a reader may: where the session has ended, asks to sign in and carries on by itself. */
  asReader<T>(action: () => Promise<T>): Promise<T>
}

const Context = createContext<SessionContext | null>(null)

interface Props {
  /** Asks for card and PIN. */
  dialog: ComponentType<{ ended: boolean; onClose(signedIn: boolean): void }>
  /** Says that the session ends in so many seconds. */
  warning: ComponentType<{ left: number; reader: Reader; onStay(): void; onLeave(): void }>
  children: ReactNode
}

const NOBODY: SessionInfo = { reader: null, csrf: null, idle: null, demo: false, now: new Date().toISOString() }
const SESSION = ['session']
/** Of everything else that is known, only places are nobody's. */
const isOfReader = ({ queryKey }: { queryKey: readonly unknown[] }) => queryKey[0] !== 'session' && queryKey[0] !== 'places'
/** A terminal starts afresh for a guest, too. */
const TERMINAL_IDLE = 180

async function currentSession({ signal }: { signal?: AbortSignal } = {}): Promise<SessionInfo> {
  // Whoever signed out while the server was away is not shown as signed in.
  if (isUntold() && !(await tellServer())) return NOBODY
  const session = await call('session', {}, { signal })
  rememberToken(session.csrf)
  setClockBy(session.now)
  return session
}

export function SessionProvider({ dialog: AskDialog, warning: Warning, children }: Props) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [asking, setAsking] = useState<'first' | 'again' | null>(null)
  const [untold, setUntold] = useState(isUntold)
  /** Whoever waits for somebody to sign in. */
  const waiting = useRef<((reader: Reader) => void)[]>([])
  const { data } = useQuery({ queryKey: SESSION, queryFn: currentSession, staleTime: 30_000, refetchOnWindowFocus: true })
  const reader = data?.reader ?? null

  const { mutateAsync: signInAt } = useMutation({
    mutationFn: (body: SignIn) => call('signIn', { body }),
    onSuccess: (session) => {
      rememberToken(session.csrf)
      forgetUntold()
      setUntold(false)
      client.setQueryData(SESSION, session)
      tellWindows('signed in')
      // Nobody waits for what the page shows to be asked for anew: one slow answer would hold the dialog open.
      void client.invalidateQueries({ predicate: isOfReader })
    },
  })

  const forget = useCallback(() => {
    client.setQueryData(SESSION, (before: SessionInfo | undefined) => ({ ...(before ?? NOBODY), reader: null, csrf: null, idle: null }))
    client.removeQueries({ predicate: isOfReader })
    forgetReader()
    void navigate('/', { replace: true })
  }, [client, navigate])

  const leave = useCallback(
    async (why: 'asked' | 'idle') => {
      // It is noted first, so that no window takes the session for alive while the server is being told.
      const told = tellServer()
      tellWindows('signed out')
      forget()
      if (!(await told)) {
        // A full load from a server that is away would leave the browser's own error page.
        setUntold(true)
        return
      }
      tellWindows('server told')
      startAfresh(why)
    },
    [forget],
  )

  useEffect(
    () =>
      hearWindows((word) => {
        if (word === 'signed out') forget()
        if (word === 'server told') startAfresh('asked')
        if (word === 'signed in') void client.invalidateQueries()
      }),
    [client, forget],
  )

  const terminal = isTerminal()
  const { left, stay } = useIdle({
    seconds: data?.idle ?? (terminal ? TERMINAL_IDLE : null),
    onEnd: () => void leave('idle'),
    onActive: () => void client.invalidateQueries({ queryKey: SESSION }),
  })

  const value = useMemo<SessionContext>(() => {
    const ask = (why: 'first' | 'again') => {
      setAsking(why)
      return new Promise<Reader>((resolve) => {
        waiting.current.push(resolve)
      })
    }
    return {
      reader,
      demo: data?.demo ?? false,
      known: data !== undefined,
      untold,
      signIn: async (given) => {
        await signInAt(given)
      },
      signOut: () => leave('asked'),
      signOutEverywhere: async () => {
        await call('signOutEverywhere', {})
        await leave('asked')
      },
      askToSignIn: () => ask('first'),
      asReader: async (action) => {
        try {
          return await action()
        } catch (error) {
          const ended = isProblem(error, 'sign-in-needed')
          if (!ended && !isProblem(error, 'foreign-request')) throw error
          const now = ended ? await ask('again') : (await client.fetchQuery({ queryKey: SESSION, queryFn: currentSession, staleTime: 0 })).reader // prettier-ignore
          if (now === null) throw error
          // What one reader began is not carried out with another's card.
          if (reader !== null && !isSame(reader, now)) throw new AnotherReader()
          return action()
        }
      },
    }
  }, [client, data, leave, reader, signInAt, untold])
  const close = (signedIn: boolean) => {
    setAsking(null)
    const now = signedIn ? (client.getQueryData<SessionInfo>(SESSION)?.reader ?? null) : null
    for (const resolve of waiting.current.splice(0)) resolve(now)
  }
  return (
    <Context value={value}>
      {children}
      {asking && (
        <Suspense>
          <AskDialog ended={asking === 'again'} onClose={close} />
        </Suspense>
      )}
      {left !== null && (
        <Suspense>
          <Warning left={left} reader={reader} onStay={stay} onLeave={() => void value.signOut()} />
        </Suspense>
      )}
    </Context>
  )
}

const isProblem = (error: unknown, code: Parameters<typeof problemType>[0]): boolean =>
  error instanceof ApiProblem && error.problem.type === problemType(code)

const isSame = (before: NonNullable<Reader>, now: NonNullable<Reader>): boolean =>
  before.name === now.name && before.homeBranch === now.homeBranch

export function useSession(): SessionContext {
  const context = useContext(Context)
  if (!context) throw new Error('SessionProvider is missing')
  return context
}

/** Who is signed in, and the dialog that asks for it without leaving the place. */
import type { SessionInfo, SignIn } from '@catalex/contract/card'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { createContext, Suspense, useCallback, useContext, useMemo, useRef, useState, type ComponentType, type ReactNode } from 'react'
import { call, rememberToken } from './api.ts'
import { setClockBy } from './formats.ts'

interface SessionContext {
  reader: SessionInfo['reader']
  demo: boolean
  /** Whether the server has told yet. */
  known: boolean
  signIn(given: SignIn): Promise<void>
  signOut(): Promise<void>
  /** Opens the dialog; `then` runs once somebody is signed in. */
  askToSignIn(then?: () => void): void
}

const Context = createContext<SessionContext | null>(null)

interface Props {
  /** Asks for card and PIN. */
  dialog: ComponentType<{ onClose(signedIn: boolean): void }>
  children: ReactNode
}

export function SessionProvider({ dialog: AskDialog, children }: Props) {
  const client = useQueryClient()
  const [asking, setAsking] = useState(false)
  const afterwards = useRef<(() => void) | undefined>(undefined)
  const { data } = useQuery({
    queryKey: ['session'],
    queryFn: async ({ signal }) => {
      const session = await call('session', {}, { signal })
      rememberToken(session.csrf)
      setClockBy(session.now)
      return session
    },
    staleTime: 30_000,
  })
  const { mutateAsync: signIn } = useMutation({
    mutationFn: (body: SignIn) => call('signIn', { body }),
    onSuccess: async (session) => {
      rememberToken(session.csrf)
      client.setQueryData(['session'], session)
      await client.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' && queryKey[0] !== 'places' })
    },
  })
  const signOut = useCallback(async () => {
    await call('signOut', {})
    rememberToken(null)
    sessionStorage.clear()
    client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'places' })
    // A full load leaves nothing of the reader in this window's memory.
    window.location.assign('/')
  }, [client])

  const value = useMemo<SessionContext>(
    () => ({
      reader: data?.reader ?? null,
      demo: data?.demo ?? false,
      known: data !== undefined,
      signIn: async (given) => {
        await signIn(given)
      },
      signOut,
      askToSignIn: (then) => {
        afterwards.current = then
        setAsking(true)
      },
    }),
    [data, signIn, signOut],
  )
  const close = (signedIn: boolean) => {
    setAsking(false)
    if (signedIn) afterwards.current?.()
    afterwards.current = undefined
  }
  return (
    <Context value={value}>
      {children}
      {asking && (
        <Suspense>
          <AskDialog onClose={close} />
        </Suspense>
      )}
    </Context>
  )
}

export function useSession(): SessionContext {
  const context = useContext(Context)
  if (!context) throw new Error('SessionProvider is missing')
  return context
}

/** Short notices at the foot of the window: one at a time, gone by themselves. */
import { createContext, lazy, Suspense, useCallback, useContext, useState, type ReactNode } from 'react'

const Button = lazy(() => import('@mui/material/Button'))
const Snackbar = lazy(() => import('@mui/material/Snackbar'))
const SHOWN_MS = 5000
/** Long enough to reach what can be pressed. */
const ACTION_MS = 12_000

/** What can still be done about what a notice says. */
interface Action {
  label: string
  onPress(): void
}
type Show = (text: string, action?: Action) => void
const Context = createContext<Show>(() => undefined)

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<{ text: string; action: Action | undefined; number: number } | null>(null)
  const show = useCallback<Show>((text, action) => {
    setNotice((before) => ({ text, action, number: (before?.number ?? 0) + 1 }))
  }, [])
  return (
    <Context value={show}>
      {children}
      {notice && (
        <Suspense>
          <Snackbar
            key={notice.number}
            open
            message={notice.text}
            autoHideDuration={notice.action ? ACTION_MS : SHOWN_MS}
            action={
              notice.action && (
                <NoticeAction
                  {...notice.action}
                  onDone={() => {
                    setNotice(null)
                  }}
                />
              )
            }
            anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
            onClose={(_, reason) => {
              if (reason !== 'clickaway') setNotice(null)
            }}
          />
        </Suspense>
      )}
    </Context>
  )
}

function NoticeAction({ label, onPress, onDone }: Action & { onDone(): void }) {
  return (
    <Button
      size="small"
      color="inherit"
      onClick={() => {
        onPress()
        onDone()
      }}
    >
      {label}
    </Button>
  )
}

/** @returns shows a notice */
export const useNotice = (): Show => useContext(Context)

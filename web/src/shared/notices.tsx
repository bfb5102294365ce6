/** Short notices at the foot of the window: one at a time, gone by themselves. */
import { createContext, lazy, Suspense, useCallback, useContext, useState, type ReactNode } from 'react'

const Snackbar = lazy(() => import('@mui/material/Snackbar'))
const SHOWN_MS = 5000
const Context = createContext<(text: string) => void>(() => undefined)

export function NoticeProvider({ children }: { children: ReactNode }) {
  const [notice, setNotice] = useState<{ text: string; number: number } | null>(null)
  const show = useCallback((text: string) => {
    setNotice((before) => ({ text, number: (before?.number ?? 0) + 1 }))
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
            autoHideDuration={SHOWN_MS}
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

/** @returns shows a notice */
export const useNotice = (): ((text: string) => void) => useContext(Context)

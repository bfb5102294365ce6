/** Short notices at the foot of the window: one at a time, gone by themselves. */
import { createContext, Suspense, useCallback, useContext, useState, type ComponentType, type ReactNode } from 'react'

/** What can still be done about what a notice says. */
export interface NoticeAction {
  label: string
  onPress(): void
}
type Show = (text: string, action?: NoticeAction) => void
const Context = createContext<Show>(() => undefined)

interface Props {
  bar: ComponentType<{ text: string; action: NoticeAction | undefined; onClose(): void }>
  children: ReactNode
}

export function NoticeProvider({ bar: Bar, children }: Props) {
  const [notice, setNotice] = useState<{ text: string; action: NoticeAction | undefined; number: number } | null>(null)
  const show = useCallback<Show>((text, action) => {
    setNotice((before) => ({ text, action, number: (before?.number ?? 0) + 1 }))
  }, [])
  return (
    <Context value={show}>
      {children}
      {notice && (
        <Suspense>
          <Bar
            key={notice.number}
            text={notice.text}
            action={notice.action}
            onClose={() => {
              setNotice(null)
            }}
          />
        </Suspense>
      )}
    </Context>
  )
}

/** @returns shows a notice */
export const useNotice = (): Show => useContext(Context)

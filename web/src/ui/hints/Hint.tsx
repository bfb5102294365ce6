/** A hint beside what the pointer or the focus is on. Its popup is loaded when the first one is wanted. */
import { cloneElement, Suspense, useState, type FocusEvent, type MouseEvent, type ReactElement } from 'react'
import { lazyPart } from '../parts/lazyPart.tsx'

const HintPopup = lazyPart(
  () => import('./HintPopup.tsx'),
  () => null,
)

interface Handlers {
  onMouseEnter?(event: MouseEvent<HTMLElement>): void
  onMouseLeave?(event: MouseEvent<HTMLElement>): void
  onFocus?(event: FocusEvent<HTMLElement>): void
  onBlur?(event: FocusEvent<HTMLElement>): void
}

export function Hint({ text, children }: { text: string; children: ReactElement<Handlers> }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const show = (event: { currentTarget: HTMLElement }) => {
    setAnchor(event.currentTarget)
  }
  const hide = () => {
    setAnchor(null)
  }
  return (
    <>
      {cloneElement(children, { onMouseEnter: show, onMouseLeave: hide, onFocus: show, onBlur: hide })}
      {anchor && (
        <Suspense>
          <HintPopup text={text} anchor={anchor} onClose={hide} />
        </Suspense>
      )}
    </>
  )
}

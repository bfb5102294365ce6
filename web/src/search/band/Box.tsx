/** The one wide box. What it suggests while one types is loaded when somebody begins to use it. */
import InputBase from '@mui/material/InputBase'
import { startTransition, Suspense, useLayoutEffect, useRef, useState, type RefObject } from 'react'
import { useTranslation } from 'react-i18next'
import type { BoxProps, Selected } from './SuggestingBox.tsx'
import { lazyPart } from '../../ui/parts/lazyPart.tsx'
import styles from './band.module.css'

const SuggestingBox = lazyPart(
  () => import('./SuggestingBox.tsx'),
  ({ props }) => (
    // One can search without suggestions.
    <PlainBox {...props} selected={props.selectedAtFirst} onFocusChange={() => undefined} onSearch={() => undefined} />
  ),
)

export function Box(props: BoxProps) {
  const [used, setUsed] = useState(false)
  const [focused, setFocused] = useState(false)
  const [typed, setTyped] = useState(false)
  const selected = useRef<Selected | null>(null)
  return (
    <Suspense>
      {used ? (
        <SuggestingBox {...props} autoFocus={focused} selectedAtFirst={selected} openAtFirst={typed} />
      ) : (
        <PlainBox
          {...props}
          selected={selected}
          onChange={(text) => {
            setTyped(true)
            props.onChange(text)
          }}
          onSearch={() => {
            setTyped(false)
          }}
          onFocusChange={(now) => {
            setFocused(now)
            // Until the other box is there, this one goes on taking what is typed.
            startTransition(() => {
              setUsed(true)
            })
          }}
        />
      )}
    </Suspense>
  )
}

interface PlainProps extends BoxProps {
  /** Told when this box goes. */
  selected: RefObject<Selected | null>
  /** It takes the place of one that had the focus. */
  autoFocus?: boolean
  onFocusChange(focused: boolean): void
  onSearch(): void
}

function PlainBox({ ref, text, selected, autoFocus = false, onChange, onFocusChange, onSearch }: PlainProps) {
  const { t } = useTranslation()
  const box = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const input = box.current?.querySelector('input')
    if (input && autoFocus) {
      input.focus()
      if (selected.current) input.setSelectionRange(selected.current.from, selected.current.to)
    }
    return () => {
      if (input) selected.current = { from: input.selectionStart ?? 0, to: input.selectionEnd ?? 0 }
    }
  }, [selected, autoFocus])
  return (
    <div ref={box} className={styles.box}>
      <InputBase
        fullWidth
        inputRef={ref}
        className={styles.input}
        placeholder={t('band.placeholder')}
        value={text}
        inputProps={{
          role: 'combobox',
          'aria-expanded': false,
          'aria-autocomplete': 'list',
          'aria-label': t('band.label'),
          inputMode: 'search',
          enterKeyHint: 'search',
          autoComplete: 'off',
          spellCheck: false,
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') onSearch()
        }}
        onFocus={() => {
          onFocusChange(true)
        }}
        onBlur={() => {
          onFocusChange(false)
        }}
        onChange={(event) => {
          onChange(event.target.value)
        }}
      />
    </div>
  )
}

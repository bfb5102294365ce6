/** The one wide box. What it suggests while one types is loaded when somebody begins to use it. */
import InputBase from '@mui/material/InputBase'
import { lazy, startTransition, Suspense, useState } from 'react'
import { useTranslation } from 'react-i18next'
import type { BoxProps } from './SuggestingBox.tsx'
import styles from './band.module.css'

const SuggestingBox = lazy(() => import('./SuggestingBox.tsx'))

export function Box(props: BoxProps) {
  const [used, setUsed] = useState(false)
  const [focused, setFocused] = useState(false)
  const [typed, setTyped] = useState(false)
  return (
    <Suspense>
      {used ? (
        <SuggestingBox {...props} autoFocus={focused} openAtFirst={typed} />
      ) : (
        <PlainBox
          {...props}
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
  onFocusChange(focused: boolean): void
  onSearch(): void
}

function PlainBox({ ref, text, onChange, onFocusChange, onSearch }: PlainProps) {
  const { t } = useTranslation()
  return (
    <div className={styles.box}>
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

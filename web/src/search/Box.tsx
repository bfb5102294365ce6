/** The one wide box, with headings under it while one types. Enter searches for the words; a chosen heading leads to its titles. */
import type { HeadingKind } from '@catalex/core/asking'
import useAutocomplete from '@mui/material/useAutocomplete'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, type Ref } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate } from 'react-router'
import { useStanding } from '../app/standing.tsx'
import { headingAddress, suggestQuery } from './queries.ts'
import styles from './band.module.css'

interface Props {
  ref: Ref<HTMLInputElement>
  text: string
  onChange(text: string): void
  onSearch(text: string): void
}

interface Suggestion {
  kind: HeadingKind
  label: string
  count: number
}

export function Box({ ref, text, onChange, onSearch }: Props) {
  const { t } = useTranslation()
  const navigate = useNavigate()
  const { standing } = useStanding()
  const typed = useDeferredValue(text.trim())
  const { data } = useQuery(suggestQuery(typed, standing))
  const options: Suggestion[] =
    typed.length > 1 ? (data ?? []).flatMap(({ kind, headings }) => headings.map((heading) => ({ kind, ...heading }))) : []
  const { getRootProps, getInputProps, getListboxProps, getOptionProps, groupedOptions, popupOpen } = useAutocomplete<
    Suggestion,
    false,
    true,
    true
  >({
    id: 'search-box',
    options,
    freeSolo: true,
    disableClearable: true,
    filterOptions: (all) => all,
    getOptionLabel: (option) => (typeof option === 'string' ? option : option.label),
    inputValue: text,
    // Only typing changes the words: moving through the headings or choosing one leaves them.
    onInputChange: (_, value, reason) => {
      if (reason === 'input') onChange(value)
    },
    onChange: (_, chosen) => {
      if (typeof chosen === 'string') onSearch(chosen)
      else void navigate(headingAddress(chosen.kind, chosen.label))
    },
    value: '',
  })
  const { ref: inputRef, ...inputProps } = getInputProps() as { ref: Ref<HTMLInputElement> }
  const flat = groupedOptions as Suggestion[]
  const kinds = [...new Set(flat.map(({ kind }) => kind))]
  const join = (node: HTMLInputElement | null) => {
    for (const one of [ref, inputRef]) {
      if (typeof one === 'function') one(node)
      else if (one) one.current = node
    }
  }
  return (
    <div className={styles.box} {...getRootProps()}>
      <input
        {...inputProps}
        ref={join}
        type="text"
        inputMode="search"
        enterKeyHint="search"
        placeholder={t('band.placeholder')}
        aria-label={t('band.label')}
        autoComplete="off"
        spellCheck={false}
      />
      {popupOpen && flat.length > 0 && (
        <ul {...getListboxProps()} className={styles.suggestions} aria-label={t('browse.suggestions')}>
          {kinds.map((kind) => (
            <li key={kind} role="presentation">
              <h3>{t(`browse.kinds.${kind}`)}</h3>
              <ul role="group" aria-label={t(`browse.kinds.${kind}`)}>
                {flat.map((option, index) => {
                  if (option.kind !== kind) return null
                  const { key: _, ...optionProps } = getOptionProps({ option, index }) as { key: string }
                  return (
                    <li key={`${kind} ${option.label}`} {...optionProps}>
                      {option.label}
                      <span>{option.count.toLocaleString()}</span>
                    </li>
                  )
                })}
              </ul>
            </li>
          ))}
        </ul>
      )}
    </div>
  )
}

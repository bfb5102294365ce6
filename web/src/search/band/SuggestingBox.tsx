/** The box with headings under it while one types. Enter searches for the words; a chosen heading leads to its titles. */
import { newQuestion, questionFromAddress, type FieldName, type HeadingKind } from '@catalex/core/query'
import Autocomplete from '@mui/material/Autocomplete'
import InputBase from '@mui/material/InputBase'
import { useQuery } from '@tanstack/react-query'
import { useDeferredValue, useLayoutEffect, useMemo, useState, type Ref, type RefObject } from 'react'
import { useTranslation } from 'react-i18next'
import { useNavigate, useSearchParams } from 'react-router'
import { numberInWords } from '../../shared/formats.ts'
import { useLinks } from '../../shared/links.ts'
import { useScope } from '../../shared/scope.tsx'
import { suggestQuery } from '../queries.ts'
import styles from './band.module.css'

export interface BoxProps {
  ref: Ref<HTMLInputElement>
  text: string
  /** Field that is searched, by which headings come up. */
  field: FieldName
  onChange(text: string): void
}

interface Suggestion {
  kind: HeadingKind
  label: string
  count: number
}

/** What is selected in a box, by characters. */
export interface Selected {
  from: number
  to: number
}

interface Props extends BoxProps {
  autoFocus: boolean
  /** In the box before this one: whoever is about to type over it types over it here. */
  selectedAtFirst: RefObject<Selected | null>
  /** Something was typed before this box was there. */
  openAtFirst: boolean
}

export default function SuggestingBox({ ref, text, field, onChange, autoFocus, selectedAtFirst, openAtFirst }: Props) {
  const { t } = useTranslation()
  useLayoutEffect(() => {
    const { current: selected } = selectedAtFirst
    // It has the focus by now.
    if (autoFocus && selected && document.activeElement instanceof HTMLInputElement)
      document.activeElement.setSelectionRange(selected.from, selected.to)
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when this box comes
  }, [])
  const navigate = useNavigate()
  const links = useLinks()
  const { chosen: scope } = useScope()
  const [open, setOpen] = useState(openAtFirst)
  const typed = useDeferredValue(text.trim())
  const [parameters] = useSearchParams()
  // They count what the search to which they lead will show: with what is kept.
  const kept = useMemo(() => newQuestion(questionFromAddress(parameters), '', 'anywhere'), [parameters])
  const { data } = useQuery(suggestQuery(typed, field, kept, scope))
  const readAs = typed.length > 1 ? data?.find((group) => group.readAs !== null)?.readAs : null
  const options: Suggestion[] =
    typed.length > 1 ? (data ?? []).flatMap(({ kind, headings }) => headings.map((heading) => ({ kind, ...heading }))) : []
  return (
    <Autocomplete<Suggestion, false, true, true>
      className={styles.box}
      options={options}
      open={open}
      onOpen={() => {
        setOpen(true)
      }}
      onClose={() => {
        setOpen(false)
      }}
      freeSolo
      disableClearable
      value=""
      inputValue={text}
      filterOptions={(all) => all}
      groupBy={({ kind }) => t(`browse.kinds.${kind}`)}
      getOptionLabel={(option) => (typeof option === 'string' ? option : option.label)}
      getOptionKey={(option) => (typeof option === 'string' ? option : `${option.kind} ${option.label}`)}
      isOptionEqualToValue={() => false}
      // Only typing changes the words: moving through the headings or choosing one leaves them.
      onInputChange={(_, value, reason) => {
        if (reason === 'input') onChange(value)
      }}
      // Words of one's own are searched for by the form; here only a heading can be chosen.
      onChange={(_, chosen) => {
        if (typeof chosen !== 'string') void navigate(links.heading(chosen.kind, chosen.label))
      }}
      slotProps={{ listbox: { 'aria-label': t('browse.suggestions') }, popper: { disablePortal: true } }}
      renderGroup={({ key, group, children }) => (
        <li key={key} role="presentation">
          <span className={styles.kind} aria-hidden>
            {group}
            {readAs && <i>{t('browse.readAs', { words: readAs })}</i>}
          </span>
          <ul role="group" aria-label={group} className={styles.group}>
            {children}
          </ul>
        </li>
      )}
      renderOption={({ key, ...props }, { label, count }) => (
        <li key={key} {...props}>
          <span className={styles.suggestion}>{label}</span>
          <span className={styles.count}>{numberInWords(count)}</span>
        </li>
      )}
      renderInput={({ slotProps }) => (
        <InputBase
          {...slotProps.input}
          fullWidth
          autoFocus={autoFocus}
          inputRef={ref}
          className={styles.input}
          placeholder={t('band.placeholder')}
          slotProps={{
            input: {
              ...slotProps.htmlInput,
              inputMode: 'search',
              enterKeyHint: 'search',
              'aria-label': t('band.label'),
              autoComplete: 'off',
              spellCheck: false,
            },
          }}
        />
      )}
    />
  )
}

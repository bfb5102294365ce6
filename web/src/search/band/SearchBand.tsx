/** The search band: field, box, and under it the Place line. In sight on every page. */
import { EMPTY_QUESTION, FIELD_NAMES, newQuestion, questionFromAddress, type FieldName } from '@catalex/core/query'
import Button from '@mui/material/Button'
import InputBase from '@mui/material/InputBase'
import NativeSelect from '@mui/material/NativeSelect'
import { useRef, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router'
import { useKeys } from '../../shared/keys.ts'
import { useLinks } from '../../shared/links.ts'
import { Box } from './Box.tsx'
import { PlaceLine } from './PlaceLine.tsx'
import styles from './band.module.css'

export function SearchBand() {
  const { t } = useTranslation()
  const box = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const links = useLinks()
  const searching = useLocation().pathname === '/search'
  const [parameters] = useSearchParams()
  const asked = searching ? questionFromAddress(parameters) : EMPTY_QUESTION
  const [text, setText] = useState(asked.q)
  const [field, setField] = useState<FieldName>(asked.field)

  // On a title page the words stay in the box: one is still within that search.
  const [shown, setShown] = useState(asked)
  if (searching && (shown.q !== asked.q || shown.field !== asked.field)) {
    setShown(asked)
    setText(asked.q)
    setField(asked.field)
  }
  useKeys('/', () => {
    box.current?.focus()
    box.current?.select()
  })

  const search = (words: string) => {
    // What has just been kept may stand in the address before it is drawn.
    const before = questionFromAddress(new URLSearchParams(window.location.search))
    void navigate(links.search(newQuestion(before, words.trim(), field)))
  }
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    search(text)
  }
  return (
    <div className={styles.band} role="search" aria-label={t('band.label')}>
      <form onSubmit={submit} className={styles.form}>
        <NativeSelect
          value={field}
          input={<InputBase />}
          className={styles.field}
          inputProps={{ 'aria-label': t('band.field') }}
          onChange={(event) => {
            setField(FIELD_NAMES.find((name) => name === event.target.value) ?? 'anywhere')
          }}
        >
          {FIELD_NAMES.map((name) => (
            <option key={name} value={name}>
              {t(`band.fields.${name}`)}
            </option>
          ))}
        </NativeSelect>
        <Box ref={box} text={text} onChange={setText} />
        <Button component={Link} to={links.builder(searching ? asked : { ...EMPTY_QUESTION, q: text, field })} className={styles.builder}>
          {t('band.build')}
        </Button>
        <Button type="submit" variant="contained" color="secondary" className={styles.submit}>
          {t('band.search')}
        </Button>
      </form>
      <PlaceLine />
    </div>
  )
}

/** The search band: field, box, and under it the Place line. In sight on every page. */
import { EMPTY_QUESTION, FIELD_NAMES, newQuestion, questionFromAddress, type FieldName } from '@catalex/core/query'
import { useTheme } from '@mui/material/styles'
import useMediaQuery from '@mui/material/useMediaQuery'
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
  const phone = useMediaQuery(useTheme().breakpoints.down('sm'), { noSsr: true })
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
  const fieldChooser = (className: string | undefined) => (
    <NativeSelect
      value={field}
      input={<InputBase />}
      className={className}
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
  )
  return (
    <div className={styles.band} role="search" aria-label={t('band.label')} data-screen>
      <form onSubmit={submit} className={styles.form}>
        {!phone && fieldChooser(styles.field)}
        <Box ref={box} text={text} field={field} onChange={setText} />
        <Button component={Link} to={links.builder(searching ? asked : { ...links.kept, q: text, field })} className={styles.builder}>
          {t('band.build')}
        </Button>
        <Button type="submit" variant="contained" color="secondary" className={styles.submit}>
          {t('band.search')}
        </Button>
      </form>
      <PlaceLine before={phone && fieldChooser(styles.lineField)} />
    </div>
  )
}

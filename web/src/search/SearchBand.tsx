/** The search band: field, box, and under it the Place line. In sight on every page. */
import { useRef, useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useLocation, useNavigate, useSearchParams } from 'react-router'
import { useKeys } from '../app/keys.ts'
import { useStanding } from '../app/standing.tsx'
import { addressOf, EMPTY_QUESTION, newQuestion, FIELD_NAMES, questionFrom, type FieldName } from './address.ts'
import { Box } from './Box.tsx'
import { PlaceLine } from './PlaceLine.tsx'
import styles from './band.module.css'

export function SearchBand() {
  const { t } = useTranslation()
  const box = useRef<HTMLInputElement>(null)
  const navigate = useNavigate()
  const searching = useLocation().pathname === '/search'
  const [parameters] = useSearchParams()
  const { standing } = useStanding()
  const asked = searching ? questionFrom(parameters) : EMPTY_QUESTION
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

  const go = (words: string) => {
    // What has just been kept may stand in the address before it is drawn.
    const now = searching ? questionFrom(new URLSearchParams(window.location.search)) : EMPTY_QUESTION
    void navigate(addressOf(newQuestion(now, words.trim(), field), { in: standing.in, as: standing.as, at: parameters.get('at') }))
  }
  const search = (event: SubmitEvent) => {
    event.preventDefault()
    go(text)
  }
  return (
    <div className={styles.band} role="search" aria-label={t('band.label')}>
      <form onSubmit={search} className={styles.form}>
        <select
          aria-label={t('band.field')}
          value={field}
          onChange={(event) => {
            setField(event.target.value as FieldName)
          }}
        >
          {FIELD_NAMES.map((name) => (
            <option key={name} value={name}>
              {t(`band.fields.${name}`)}
            </option>
          ))}
        </select>
        <Box
          ref={box}
          text={text}
          onChange={setText}
          onSearch={(words) => {
            setText(words)
            go(words)
          }}
        />
        <Link to={`/builder${searching ? window.location.search : ''}`} className={styles.builder}>
          {t('builder.link')}
        </Link>
        <button type="submit">{t('band.search')}</button>
      </form>
      <PlaceLine />
    </div>
  )
}

/** Headings in alphabetical order and call numbers in shelf order, from any letters on, forwards and back. */
import { HEADING_KINDS, type HeadingKind } from '@catalex/core/query'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Skeleton from '@mui/material/Skeleton'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import TextField from '@mui/material/TextField'
import { useState, type SubmitEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useNavigate, useParams, useSearchParams } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { useScope } from '../shared/scope.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { HeadingList } from './HeadingList.tsx'
import { useHeadings } from './useHeadings.ts'
import styles from './browse.module.css'

export default function BrowsePage() {
  const { t } = useTranslation()
  const parameters = useParams()
  const navigate = useNavigate()
  const links = useLinks()
  const [address] = useSearchParams()
  const { chosen: scope } = useScope()
  const kind: HeadingKind = HEADING_KINDS.find((known) => known === parameters.kind) ?? 'person'
  const from = address.get('from') ?? ''
  const [empty, setEmpty] = useState(false)
  const headings = useHeadings(kind, from, links.kept, scope, empty)
  return (
    <Page width={860} title={t(`browse.of.${kind}`)} view={`browse ${kind} ${from}`}>
      <nav aria-label={t('browse.heading')}>
        <Tabs value={kind} slotProps={{ list: { role: undefined } }}>
          {HEADING_KINDS.map((one) => (
            <Tab
              key={one}
              value={one}
              label={t(`browse.kinds.${one}`)}
              component={Link}
              to={links.browse(one)}
              role={undefined}
              tabIndex={0}
              aria-selected={undefined}
              aria-current={one === kind ? 'page' : undefined}
            />
          ))}
        </Tabs>
      </nav>
      <Start
        key={`start ${kind} ${from}`}
        letters={from}
        hint={t(kind === 'call-number' ? 'browse.fromCallNumber' : 'browse.from')}
        onGo={(letters) => void navigate(links.browse(kind, letters))}
      />
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={empty}
            onChange={(_, checked) => {
              setEmpty(checked)
            }}
          />
        }
        label={t('browse.empty')}
      />
      {headings.error && <Trouble error={headings.error} onRetry={() => void headings.refetch()} />}
      {headings.isPending && <Skeleton variant="rectangular" height={320} />}
      {headings.data && <HeadingList key={`list ${kind} ${from} ${String(empty)}`} kind={kind} letters={from} headings={headings} />}
    </Page>
  )
}

function Start({ letters, hint, onGo }: { letters: string; hint: string; onGo(letters: string): void }) {
  const { t } = useTranslation()
  const [typed, setTyped] = useState(letters)
  const submit = (event: SubmitEvent) => {
    event.preventDefault()
    onGo(typed)
  }
  return (
    <form className={styles.start} onSubmit={submit}>
      <TextField
        label={hint}
        value={typed}
        slotProps={{ inputLabel: { shrink: true } }}
        onChange={(event) => {
          setTyped(event.target.value)
        }}
      />
      <Button type="submit" variant="outlined">
        {t('browse.go')}
      </Button>
    </form>
  )
}

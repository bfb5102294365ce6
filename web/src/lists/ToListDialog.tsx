/** Titles into one of the reader's lists, or into a new one. */
import type { Which } from '@catalex/core/satchel'
import { LONGEST } from '@catalex/core/lists'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import FormControlLabel from '@mui/material/FormControlLabel'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useSession } from '../shared/session/session.tsx'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { listsQuery, useFillList } from './queries.ts'
import styles from './lists.module.css'

interface Props {
  which: readonly Which[]
  /** What a new list is called at first. */
  name?: string
  onClose(): void
}

export default function ToListDialog({ which, name: suggested = '', onClose }: Props) {
  useBackCloses(onClose)
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  const { reader, askToSignIn } = useSession()
  const { data: lists } = useQuery({ ...listsQuery, enabled: reader !== null })
  /** Undefined until one is chosen: then it is the list that was used last, but for whoever makes a new one. */
  const [picked, setPicked] = useState<string | null>()
  const [name, setName] = useState(suggested)
  const last = suggested === '' && which.length > 0 ? (lists?.[0]?.id ?? null) : null
  const id = picked === undefined ? last : picked
  const fill = useFillList()
  const save = async () => {
    if (reader ?? (await askToSignIn())) fill.mutate({ id, name, which })
  }
  return (
    <Dialog open onClose={onClose} maxWidth="xs" fullWidth aria-labelledby="to-list-heading">
      <DialogHead id="to-list-heading" title={t('lists.toHeading', { count: which.length })} onClose={onClose} />
      {fill.data ? (
        <>
          <p role="status" className={styles.body}>
            {t('lists.saved', { count: which.length - fill.data.left, name: fill.data.list.name })}{' '}
            {fill.data.left > 0 && t('lists.left', { count: fill.data.left })}
          </p>
          <DialogActions>
            <Button component={Link} to={links.list(fill.data.list.id)} variant="outlined">
              {t('lists.show')}
            </Button>
            <Button variant="contained" autoFocus onClick={onClose}>
              {t('app.close')}
            </Button>
          </DialogActions>
        </>
      ) : (
        <form
          onSubmit={(event) => {
            event.preventDefault()
            void save()
          }}
        >
          <div className={styles.body}>
            <RadioGroup
              aria-label={t('lists.which')}
              value={id ?? ''}
              onChange={(_, chosen) => {
                setPicked(chosen === '' ? null : chosen)
              }}
            >
              <FormControlLabel value="" control={<Radio size="small" />} label={t('lists.new')} />
              {id === null && (
                <TextField
                  size="small"
                  label={t('lists.name')}
                  value={name}
                  slotProps={{ htmlInput: { maxLength: LONGEST.name } }}
                  onChange={(event) => {
                    setName(event.target.value)
                  }}
                />
              )}
              {lists?.map((list) => (
                <FormControlLabel
                  key={list.id}
                  value={list.id}
                  control={<Radio size="small" />}
                  label={t('lists.oneOf', { name: list.name, count: list.count })}
                />
              ))}
            </RadioGroup>
            {!reader && <p className={styles.soft}>{t('lists.guest')}</p>}
            {fill.error && <Alert severity="error">{problemInWords(t, fill.error, all)}</Alert>}
          </div>
          <DialogActions>
            <Button type="submit" variant="contained" disabled={fill.isPending || (id === null && name.trim() === '')}>
              {reader ? t('lists.save') : t('lists.signInAndSave')}
            </Button>
          </DialogActions>
        </form>
      )}
    </Dialog>
  )
}

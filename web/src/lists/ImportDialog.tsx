/** A list from another program: its titles are looked for here, and what is not found is told. */
import { MOST_SOUGHT } from '@catalex/contract/lists'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import LinearProgress from '@mui/material/LinearProgress'
import { useMutation } from '@tanstack/react-query'
import { useRef } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { call } from '../shared/api.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'
import { useBackCloses } from '../shared/useBackCloses.ts'
import { DialogHead } from '../ui/DialogHead.tsx'
import { LARGEST_FILE, soughtIn, type Fault, type Sought } from './bringing.ts'
import { useFillList } from './queries.ts'
import styles from './lists.module.css'

/** What came of a file: a list, and the titles that are not here. */
type Outcome = { fault: Fault } | { id: string; name: string; found: number; missing: Sought[] }

export default function ImportDialog({ onClose }: { onClose(): void }) {
  useBackCloses(onClose)
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  const input = useRef<HTMLInputElement>(null)
  const fill = useFillList()
  const bring = useMutation({
    mutationFn: async (file: File): Promise<Outcome> => {
      if (file.size > LARGEST_FILE) return { fault: 'too-large' }
      const sought = soughtIn(file.name, await file.text())
      if (typeof sought === 'string') return { fault: sought }
      const numbers: (string | null)[] = []
      for (let at = 0; at < sought.length; at += MOST_SOUGHT)
        numbers.push(...(await call('findTitles', { body: { sought: sought.slice(at, at + MOST_SOUGHT) } })))
      const found = [...new Set(numbers.filter((one) => one !== null))]
      const name = file.name.replace(/\.\w+$/, '').slice(0, 100) || t('lists.broughtName')
      const { list } = await fill.mutateAsync({ id: null, name, which: found.map((controlNumber) => ({ controlNumber, barcode: null })) })
      return { id: list.id, name: list.name, found: found.length, missing: sought.filter((_, i) => numbers[i] === null) }
    },
  })
  const outcome = bring.data
  return (
    <Dialog open onClose={onClose} maxWidth="sm" fullWidth aria-labelledby="bring-heading">
      <DialogHead id="bring-heading" title={t('lists.bring')} onClose={onClose} />
      <div className={styles.body}>
        <p>{t('lists.bringHow')}</p>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,.tsv,.txt,.ris"
          data-testid="file"
          onChange={(event) => {
            const file = event.target.files?.[0]
            event.target.value = ''
            if (file) bring.mutate(file)
          }}
        />
        {bring.isPending && <LinearProgress aria-label={t('lists.looking')} />}
        {bring.error && <Alert severity="error">{problemInWords(t, bring.error, all)}</Alert>}
        {outcome && 'fault' in outcome && <Alert severity="error">{t(`lists.faults.${outcome.fault}`)}</Alert>}
        {outcome && 'id' in outcome && (
          <div role="status">
            <p>
              {t('lists.brought', { count: outcome.found, all: outcome.found + outcome.missing.length })}{' '}
              <Link to={links.list(outcome.id)}>{outcome.name}</Link>
            </p>
            {outcome.missing.length > 0 && (
              <>
                <p>{t('lists.missing', { count: outcome.missing.length })}</p>
                <ul className={styles.missing}>
                  {outcome.missing.map(({ title, who, isbns }, i) => (
                    <li key={i}>{[title || isbns[0], who].filter(Boolean).join(' / ')}</li>
                  ))}
                </ul>
              </>
            )}
          </div>
        )}
      </div>
      <DialogActions>
        <Button
          variant="contained"
          disabled={bring.isPending}
          onClick={() => {
            input.current?.click()
          }}
        >
          {t('lists.choose')}
        </Button>
      </DialogActions>
    </Dialog>
  )
}

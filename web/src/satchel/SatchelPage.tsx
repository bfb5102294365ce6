/** The satchel: what has been gathered, in the edition that is meant, and what to do with all of it. */
import { entryKey, type Entry } from '@catalex/core/satchel'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import { useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useKept } from '../shared/kept.ts'
import { useLinks } from '../shared/links.ts'
import { useNotice } from '../shared/notices.tsx'
import { useSatchel } from '../shared/satchel/useSatchel.ts'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Actions } from './Actions.tsx'
import { EntryLine } from './EntryLine.tsx'
import { useRows } from './rowsQuery.ts'
import { ORDERS, inOrder, type Order } from './order.ts'
import styles from './satchel.module.css'

export default function SatchelPage() {
  const { t } = useTranslation()
  const { chosen } = useScope()
  const { entries, change } = useSatchel()
  const { reader, askToSignIn } = useSession()
  const notify = useNotice()
  const links = useLinks()
  const [order, setOrder] = useKept<Order>('satchel order', 'added')
  const [unticked, setUnticked] = useState<readonly string[]>([])
  const titles = useMemo(() => [...new Set(entries.map(({ controlNumber }) => controlNumber))].sort(), [entries])
  const { rows, error, waiting, retry } = useRows(titles, chosen)
  const shown = inOrder(entries, rows, order)
  const ticked = shown.filter((one) => !unticked.includes(entryKey(one)))

  const remove = (gone: readonly Entry[], said: string) => {
    change({ add: [], remove: gone })
    notify(said, {
      label: t('satchel.undo'),
      onPress: () => {
        change({ add: gone, remove: [] })
      },
    })
  }
  const tick = (one: Entry, on: boolean) => {
    const others = unticked.filter((key) => key !== entryKey(one))
    setUnticked(on ? others : [...others, entryKey(one)])
  }
  if (entries.length === 0)
    return (
      <Page width={760} title={t('satchel.link')} view="satchel">
        <p>{t('satchel.empty')}</p>
        {reader && <Link to={links.lists}>{t('lists.heading')}</Link>}
        {!reader && <SignIn words={t('satchel.emptyGuest')} onSignIn={() => void askToSignIn()} />}
      </Page>
    )
  return (
    <Page width={980} title={t('satchel.heading', { count: entries.length })} view="satchel" busy={waiting}>
      {reader ? (
        <p className={styles.soft} data-screen>
          <Link to={links.lists}>{t('lists.heading')}</Link>
        </p>
      ) : (
        <SignIn words={t('satchel.inBrowser')} onSignIn={() => void askToSignIn()} />
      )}
      <Actions which={ticked} rows={rows} />
      {error !== null && <Trouble error={error} onRetry={retry} />}
      <div className={styles.head} data-screen>
        <FormControlLabel
          control={
            <Checkbox
              size="small"
              checked={ticked.length === shown.length}
              indeterminate={ticked.length > 0 && ticked.length < shown.length}
              onChange={(_, on) => {
                setUnticked(on ? [] : shown.map(entryKey))
              }}
            />
          }
          label={t('satchel.ticked', { count: ticked.length, all: shown.length })}
        />
        <Select
          variant="standard"
          size="small"
          value={order}
          inputProps={{ 'aria-label': t('satchel.order.label') }}
          onChange={(event) => {
            setOrder(event.target.value)
          }}
        >
          {ORDERS.map((one) => (
            <MenuItem key={one} value={one}>
              {t(`satchel.order.${one}`)}
            </MenuItem>
          ))}
        </Select>
        <Button
          size="small"
          onClick={() => {
            remove(shown, t('satchel.emptied', { count: shown.length }))
          }}
        >
          {t('satchel.clear')}
        </Button>
      </div>
      <ol className={styles.entries}>
        {shown.map((one) => (
          <li key={entryKey(one)} className={styles.entry} data-ticked={ticked.includes(one)}>
            <EntryLine
              which={one}
              row={rows.get(one.controlNumber) ?? (waiting ? undefined : null)}
              ticked={ticked.includes(one)}
              onTick={(on) => {
                tick(one, on)
              }}
              onEdition={(controlNumber) => {
                change({ add: [{ ...one, controlNumber }], remove: [one] })
              }}
              onRemove={() => {
                remove([one], t('satchel.takenOut', { title: rows.get(one.controlNumber)?.title ?? one.controlNumber }))
              }}
            />
          </li>
        ))}
      </ol>
    </Page>
  )
}

function SignIn({ words, onSignIn }: { words: string; onSignIn(): void }) {
  const { t } = useTranslation()
  return (
    <p className={styles.soft} data-screen>
      {words}{' '}
      <Button size="small" onClick={onSignIn}>
        {t('app.signIn')}
      </Button>
    </p>
  )
}

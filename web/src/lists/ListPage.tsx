/** One list of the reader: in an order of their own, with notes and labels, shared or not. */
import type { ListView } from '@catalex/contract/lists'
import { entryKey } from '@catalex/core/satchel'
import Button from '@mui/material/Button'
import Chip from '@mui/material/Chip'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useNavigate, useParams } from 'react-router'
import { Actions } from '../satchel/Actions.tsx'
import { useRows } from '../satchel/rowsQuery.ts'
import { useLinks } from '../shared/links.ts'
import { useNotice } from '../shared/notices.tsx'
import { useScope } from '../shared/scope.tsx'
import { useSession } from '../shared/session/session.tsx'
import { Page } from '../ui/Page.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Described } from './Described.tsx'
import { listQuery, useChangeList, useDeleteList } from './queries.ts'
import { Sharing } from './Sharing.tsx'
import { Sorted } from './Sorted.tsx'
import styles from './lists.module.css'

export default function ListPage() {
  const { t } = useTranslation()
  const links = useLinks()
  const { id = '' } = useParams()
  const { reader, known, askToSignIn } = useSession()
  const { data, error, refetch } = useQuery({ ...listQuery(id), enabled: reader !== null })
  if (known && !reader)
    return (
      <Page width={760} title={t('lists.heading')} view="list">
        <p>{t('lists.guest')}</p>
        <Button variant="contained" onClick={() => void askToSignIn()}>
          {t('app.signIn')}
        </Button>
      </Page>
    )
  if (error)
    return (
      <Page width={760} title={t('lists.heading')} view="list">
        <Trouble error={error} onRetry={() => void refetch()} />
        <p>
          <Link to={links.lists}>{t('lists.all')}</Link>
        </p>
      </Page>
    )
  if (!data) return <Skeleton variant="rectangular" height={320} />
  return <Shown list={data} />
}

function Shown({ list }: { list: ListView }) {
  const { t } = useTranslation()
  const links = useLinks()
  const navigate = useNavigate()
  const notify = useNotice()
  const { chosen } = useScope()
  const change = useChangeList(list.id)
  const deleteIt = useDeleteList(list.id)
  const [label, setLabel] = useState<string | null>(null)
  const [unticked, setUnticked] = useState<readonly string[]>([])
  const titles = useMemo(() => [...new Set(list.entries.map(({ controlNumber }) => controlNumber))].sort(), [list.entries])
  const { rows, error, waiting, retry } = useRows(titles, chosen)
  const labels = [...new Set(list.entries.flatMap((entry) => entry.labels))].sort()
  const shown = label === null ? list.entries : list.entries.filter((entry) => entry.labels.includes(label))
  const ticked = shown.filter((one) => !unticked.includes(entryKey(one)))
  const remove = (gone: ListView['entries'][number]) => {
    const order = list.entries.map(({ controlNumber, barcode }) => ({ controlNumber, barcode }))
    change.mutate({ remove: [{ controlNumber: gone.controlNumber, barcode: gone.barcode }] })
    notify(t('lists.takenOut', { title: rows.get(gone.controlNumber)?.title ?? gone.controlNumber, name: list.name }), {
      label: t('satchel.undo'),
      onPress: () => {
        change.mutate({ add: [gone], order })
      },
    })
  }
  return (
    <Page width={980} title={list.name} view={`list ${list.id}`} busy={waiting && titles.length > 0}>
      <p className={styles.soft}>
        <Link to={links.lists}>{t('lists.all')}</Link> · {t('lists.titles', { count: list.entries.length })}
      </p>
      <Described
        list={list}
        onChange={(said) => {
          change.mutate(said)
        }}
        onDelete={() => {
          deleteIt.mutate(undefined, { onSuccess: () => void navigate(links.lists, { replace: true }) })
        }}
      />
      <Sharing list={list} />
      {(change.error ?? deleteIt.error) && <Trouble error={change.error ?? deleteIt.error} />}
      {list.entries.length === 0 ? (
        <p>{t('lists.empty')}</p>
      ) : (
        <>
          <Actions which={ticked} rows={rows} />
          {error !== null && <Trouble error={error} onRetry={retry} />}
          {labels.length > 0 && (
            <div className={styles.labels} role="group" aria-label={t('lists.labels')} data-screen>
              {labels.map((one) => (
                <Chip
                  key={one}
                  size="small"
                  label={one}
                  color={one === label ? 'primary' : 'default'}
                  aria-pressed={one === label}
                  onClick={() => {
                    setLabel(one === label ? null : one)
                  }}
                />
              ))}
            </div>
          )}
          <Sorted
            entries={shown}
            rows={rows}
            waiting={waiting}
            ticked={ticked}
            onTick={(one, on) => {
              const others = unticked.filter((key) => key !== entryKey(one))
              setUnticked(on ? others : [...others, entryKey(one)])
            }}
            onOrder={
              label === null
                ? (order) => {
                    change.mutate({ order: order.map(({ controlNumber, barcode }) => ({ controlNumber, barcode })) })
                  }
                : null
            }
            onSay={({ controlNumber, barcode }, said) => {
              change.mutate({ say: [{ controlNumber, barcode, ...said }] })
            }}
            onRemove={remove}
          />
        </>
      )}
    </Page>
  )
}

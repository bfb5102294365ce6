/** The desk of a branch: what to take off the shelves, what comes, what is kept, and copies in one's hands. */
import type { ActAtDesk, DeskView } from '@catalex/contract/backroom'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useQuery } from '@tanstack/react-query'
import { useRef, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { useSearchParams } from 'react-router'
import { dayInWords, momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Part } from './Part.tsx'
import { deskQuery, useActAtDesk } from './queries.ts'
import { useOutcome } from './useOutcome.ts'
import styles from './backroom.module.css'

export function DeskPage() {
  const { t } = useTranslation()
  const { shelved, branchName } = usePlaces()
  const [parameters, setParameters] = useSearchParams()
  const branch = parameters.get('branch') ?? shelved[0]?.code ?? ''
  const { data, error } = useQuery(deskQuery(branch))
  const { mutate, data: acted, error: failed, submittedAt } = useActAtDesk()
  const outcome = useOutcome(acted)
  const act = (what: Pick<ActAtDesk, 'act' | 'barcode' | 'card'>) => {
    mutate({ ...what, branch })
  }
  return (
    <div className={styles.desk}>
      <div className={styles.atDesk} data-screen>
        <TextField
          select
          size="small"
          label={t('backroom.desk.branch')}
          value={branch}
          onChange={({ target }) => {
            parameters.set('branch', target.value)
            setParameters(parameters)
          }}
        >
          {shelved.map(({ code, name }) => (
            <MenuItem key={code} value={code}>
              {name}
            </MenuItem>
          ))}
        </TextField>
        <InHand onAct={act} />
        <p role="status" className={styles.outcome} key={submittedAt}>
          {outcome}
        </p>
        {failed && <Trouble error={failed} />}
      </div>
      {error && <Trouble error={error} />}
      {data && <Lists desk={data} name={branchName(branch)} onAct={act} />}
    </div>
  )
}

type OnAct = (what: Pick<ActAtDesk, 'act' | 'barcode' | 'card'>) => void

/** A copy in one's hands: its barcode scanned or typed, and with it a card where it is lent. */
function InHand({ onAct }: { onAct: OnAct }) {
  const { t } = useTranslation()
  const [barcode, setBarcode] = useState('')
  const [card, setCard] = useState('')
  const field = useRef<HTMLInputElement>(null)
  /** What Enter does, with which a barcode reader ends: without a card nothing is lent. */
  const usual = card.trim() === '' ? 'check in' : 'check out'
  const done = (act: 'check in' | 'check out') => {
    const scanned = barcode.trim()
    if (scanned === '') return
    onAct({ act, barcode: scanned, ...(act === 'check out' ? { card: card.trim() } : {}) })
    setBarcode('')
    // Ready for the next.
    field.current?.focus()
  }
  return (
    <form
      className={styles.scan}
      onSubmit={(event) => {
        event.preventDefault()
        done(usual)
      }}
    >
      <TextField size="small" inputRef={field} label={t('backroom.desk.barcode')} value={barcode} onChange={({ target }) => { setBarcode(target.value) }} slotProps={{ htmlInput: { maxLength: 100, autoComplete: 'off' } }} />
      <Button variant="contained" type={usual === 'check in' ? 'submit' : 'button'} onClick={() => { if (usual !== 'check in') done('check in') }}>{t('backroom.desk.checkIn')}</Button>
      <TextField size="small" label={t('backroom.desk.card')} value={card} onChange={({ target }) => { setCard(target.value) }} slotProps={{ htmlInput: { maxLength: 60, autoComplete: 'off' } }} />
      <Button variant="outlined" type={usual === 'check out' ? 'submit' : 'button'} onClick={() => { if (usual !== 'check out') done('check out') }}>{t('backroom.desk.checkOut')}</Button>
    </form>
  )
} // prettier-ignore

function Lists({ desk, name, onAct }: { desk: DeskView; name: string; onAct: OnAct }) {
  const { t } = useTranslation()
  const { all, branchName, pickupName } = usePlaces()
  const next = desk.next && t('backroom.picks.round', { time: momentInWords(desk.next, all.timeZone) })
  return (
    <>
      <Part
        title={t('backroom.desk.picks', { branch: name })}
        aside={[next, t('backroom.picks.all', { count: desk.picks.length })].filter(Boolean).join(' · ')}
        action={desk.picks.length > 0 && <Button size="small" data-screen onClick={() => { window.print() }}>{t('backroom.desk.print')}</Button>}
      >
        <Table empty={t('backroom.picks.none')} heads={['number', 'title', 'shelf', 'goes']} rows={desk.picks} actions={({ barcode, title }) => (
          <>
            <Button size="small" aria-label={`${t('backroom.desk.taken')}: ${title}`} onClick={() => { onAct({ act: 'check in', barcode }) }}>{t('backroom.desk.taken')}</Button>
            <Button size="small" color="warning" aria-label={`${t('backroom.desk.notFound')}: ${title}`} onClick={() => { onAct({ act: 'missing', barcode }) }}>{t('backroom.desk.notFound')}</Button>
          </>
        )} cells={({ title, spine, collection, floor, pickup, pieceOf, barcode }) => [
          <span className={styles.number} key="n">{spine.join(' ')}</span>,
          <>{title} <span className={styles.barcode}>{barcode}</span>{pieceOf !== null && ` · ${t('backroom.desk.piece')}`}</>,
          `${collection}, ${floor}`,
          pickupName(pickup),
        ]} />
      </Part>
      <Part title={t('backroom.desk.coming')} aside={t('backroom.road.copies', { count: desk.coming.length })}>
        <Table empty={t('backroom.desk.noneComing')} heads={['title', 'from', 'expected']} rows={desk.coming} actions={({ barcode, title }) => (
          <Button size="small" aria-label={`${t('backroom.desk.checkIn')}: ${title}`} onClick={() => { onAct({ act: 'check in', barcode }) }}>{t('backroom.desk.checkIn')}</Button>
        )} cells={({ title, barcode, from, expected }) => [
          <>{title} <span className={styles.barcode}>{barcode}</span></>,
          branchName(from),
          expected ? momentInWords(expected, all.timeZone) : '',
        ]} />
      </Part>
      <Part title={t('backroom.desk.shelf')} aside={t('backroom.shelves.ready', { count: desk.ready.length })}>
        <Table empty={t('backroom.desk.noneReady')} heads={['number', 'title', 'reader', 'until']} rows={desk.ready} actions={({ barcode, title }) => (
          <Button size="small" aria-label={`${t('backroom.desk.lend')}: ${title}`} onClick={() => { onAct({ act: 'check out', barcode }) }}>{t('backroom.desk.lend')}</Button>
        )} cells={({ title, spine, barcode, card, collectBy }) => [
          <span className={styles.number} key="n">{spine.join(' ')}</span>,
          <>{title} <span className={styles.barcode}>{barcode}</span></>,
          card === '' ? '' : t('backroom.desk.cardEnds', { end: card }),
          collectBy ? dayInWords(collectBy, all.timeZone) : '',
        ]} />
      </Part>
    </>
  )
} // prettier-ignore

interface TableProps<Row extends { barcode: string }> {
  rows: readonly Row[]
  heads: ('number' | 'title' | 'shelf' | 'goes' | 'from' | 'expected' | 'reader' | 'until')[]
  empty: string
  cells: (row: Row) => ReactNode[]
  actions: (row: Row) => ReactNode
}

function Table<Row extends { barcode: string }>({ rows, heads, empty, cells, actions }: TableProps<Row>) {
  const { t } = useTranslation()
  if (rows.length === 0) return <p className={styles.soft}>{empty}</p>
  return (
    <div className={styles.scroll}>
      <table className={styles.table}>
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col">
                {t(`backroom.desk.heads.${head}`)}
              </th>
            ))}
            <th data-screen>
              <span className={styles.unseen}>{t('backroom.desk.heads.act')}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.barcode}>
              {cells(row).map((cell, i) => (
                <td key={heads[i]}>{cell}</td>
              ))}
              <td data-screen>{actions(row)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  )
}

/** Your card: what waits today, what is on its way, what one has. */
import type { Card } from '@catalex/contract/card'
import type { HoldLine } from '@catalex/contract/holds'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import { useQuery } from '@tanstack/react-query'
import { useSnackbar } from 'notistack'
import { useEffect, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { get } from '../app/api.ts'
import { amountInWords, dayInWords } from '../app/formats.ts'
import { usePlaces } from '../app/places.tsx'
import { useSession } from '../app/session.tsx'
import { Journey } from '../holds/Journey.tsx'
import { useCancelHold } from '../holds/queries.ts'
import { refusalInWords } from '../ui/refusals.ts'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './card.module.css'

const ENDED = ['collected', 'cancelled', 'lapsed', 'unfillable']

export default function CardPage() {
  const { t } = useTranslation()
  const { reader, known, askToSignIn } = useSession()
  const { all } = usePlaces()
  const { data, error, refetch } = useQuery({ queryKey: ['card'], queryFn: () => get<Card>('/api/card'), enabled: reader !== null })
  useEffect(() => {
    document.title = `${t('card.heading')} · Catalex`
  }, [t])
  if (known && !reader) {
    return (
      <div className={styles.page}>
        <h1>{t('card.heading')}</h1>
        <p>{t('card.signInFirst')}</p>
        <Button
          variant="contained"
          onClick={() => {
            askToSignIn()
          }}
        >
          {t('app.signIn')}
        </Button>
      </div>
    )
  }
  if (error)
    return (
      <div className={styles.page}>
        <Trouble error={error} onRetry={() => void refetch()} />
      </div>
    )
  if (!data) return <div className={styles.page} aria-busy="true" />
  const ready = data.holds.filter((hold) => hold.state === 'ready')
  const ended = data.holds.filter((hold) => ENDED.includes(hold.state))
  const coming = data.holds.filter((hold) => hold.state !== 'ready' && !ENDED.includes(hold.state))
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>{t('card.heading')}</h1>
        <span className={styles.soft}>
          {data.name} · {data.categoryName} ·{' '}
          {t('card.line', {
            used: ready.length + coming.length,
            limit: data.holdsLimit,
            owed: data.owed === 0 ? t('card.owesNothing') : t('card.owes', { amount: amountInWords(data.owed) }),
          })}{' '}
          · {t('card.expires', { date: dayInWords(data.expires, all.timeZone) })}
        </span>
      </header>
      {data.warnings.map((warning) => (
        <p key={warning.code} className={styles.warning} role="alert">
          {refusalInWords(t, warning as Parameters<typeof refusalInWords>[1], all.timeZone)}
        </p>
      ))}
      <div className={styles.columns}>
        <div>
          <Section title={t('card.ready')} count={ready.length} empty={t('card.nothingReady')}>
            {ready.map((hold) => (
              <Ready key={hold.id} hold={hold} />
            ))}
          </Section>
          <Section title={t('card.onItsWay')} count={coming.length} empty={t('card.nothingOnWay')}>
            {coming.map((hold) => (
              <Coming key={hold.id} hold={hold} />
            ))}
          </Section>
          {ended.length > 0 && (
            <Section title={t('card.ended')} count={ended.length}>
              {ended.map((hold) => (
                <li key={hold.id} className={styles.hold}>
                  <HoldTitle hold={hold} />
                  <p className={styles.soft}>{t(`card.state.${hold.state}`)}</p>
                </li>
              ))}
            </Section>
          )}
        </div>
        <Section title={t('card.borrowed')} count={data.loans.length} empty={t('card.nothingBorrowed')}>
          {data.loans.map((loan) => (
            <li key={`${loan.controlNumber} ${loan.due}`} className={styles.loan}>
              <Link to={`/titles/${loan.controlNumber}`}>{loan.title}</Link>
              <span className={styles.due} data-overdue={loan.overdue}>
                {t(loan.overdue ? 'card.overdue' : 'card.due', { date: dayInWords(loan.due, all.timeZone) })}
              </span>
              <span className={styles.soft}>{t(`carriers.${loan.carrier as 'book'}`)}</span>
            </li>
          ))}
        </Section>
      </div>
    </div>
  )
}

function Section({ title, count, empty, children }: { title: string; count: number; empty?: string; children: ReactNode }) {
  return (
    <section className={styles.section} aria-label={title}>
      <h2>
        {title} <span className={styles.soft}>{count}</span>
      </h2>
      {count === 0 && empty ? <p className={styles.soft}>{empty}</p> : <ul>{children}</ul>}
    </section>
  )
}

function HoldTitle({ hold }: { hold: HoldLine }) {
  const { t } = useTranslation()
  const form =
    hold.editions > 1 && hold.from === null ? t('card.editions', { count: hold.editions }) : t(`carriers.${hold.carrier as 'book'}`)
  return (
    <span>
      <Link to={`/titles/${hold.controlNumber}`} className={styles.title}>
        {hold.title}
      </Link>{' '}
      <span className={styles.soft}>{[form, hold.enumeration].filter(Boolean).join(', ')}</span>
    </span>
  )
}

function Ready({ hold }: { hold: HoldLine }) {
  const { t } = useTranslation()
  const { branch, branchName, all } = usePlaces()
  return (
    <li className={styles.hold}>
      <div className={styles.holdHead}>
        <HoldTitle hold={hold} />
        <Cancel hold={hold} />
      </div>
      <p>
        {[branch(hold.pickup)?.pickup?.desk, branchName(hold.pickup)].filter(Boolean).join(', ')}{' '}
        {hold.collectBy && <b className={styles.until}>{t('card.until', { date: dayInWords(hold.collectBy, all.timeZone) })}</b>}
      </p>
    </li>
  )
}

function Coming({ hold }: { hold: HoldLine }) {
  return (
    <li className={styles.hold}>
      <div className={styles.holdHead}>
        <HoldTitle hold={hold} />
        <Cancel hold={hold} />
      </div>
      <Journey hold={hold} />
    </li>
  )
}

function Cancel({ hold }: { hold: HoldLine }) {
  const { t } = useTranslation()
  const [asking, setAsking] = useState(false)
  const { enqueueSnackbar } = useSnackbar()
  const cancel = useCancelHold()
  const confirm = () => {
    cancel.mutate(hold.id, {
      onSuccess: () => {
        setAsking(false)
        enqueueSnackbar(t('card.cancelled', { title: hold.title }))
      },
    })
  }
  return (
    <>
      <button
        type="button"
        className={styles.textButton}
        onClick={() => {
          setAsking(true)
        }}
        aria-label={`${t('card.cancel')}: ${hold.title}`}
      >
        {t('card.cancelShort')}
      </button>
      <Dialog
        open={asking}
        onClose={() => {
          setAsking(false)
        }}
        aria-labelledby={`cancel-${String(hold.id)}`}
      >
        <div className={styles.ask}>
          <h2 id={`cancel-${String(hold.id)}`}>{t('card.cancelAsk', { title: hold.title })}</h2>
          {cancel.error && <Trouble error={cancel.error} />}
          <Button
            onClick={() => {
              setAsking(false)
            }}
          >
            {t('card.cancelNo')}
          </Button>
          <Button variant="contained" color="error" autoFocus disabled={cancel.isPending} onClick={confirm}>
            {t('card.cancelYes')}
          </Button>
        </div>
      </Dialog>
    </>
  )
}

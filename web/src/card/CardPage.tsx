/** Your card: what waits today, what is on its way, what one has. */
import type { Card } from '@catalex/contract/card'
import type { Hold } from '@catalex/contract/holds'
import { isActive } from '@catalex/core/holds'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { formInWords } from '../holds/formInWords.ts'
import { Journey } from '../holds/Journey.tsx'
import { RequestItem } from '../requests/RequestItem.tsx'
import { amountInWords, dayInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { cardQuery } from '../shared/ownTitles.ts'
import { usePlaces } from '../shared/places.tsx'
import { refusalInWords } from '../shared/problems.ts'
import { useSession } from '../shared/session/session.tsx'
import Wait from '../waiting/Wait.tsx'
import { Page } from '../ui/Page.tsx'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { CardFiles } from './CardFiles.tsx'
import { HoldActions } from './holds/HoldActions.tsx'
import { LoanItem } from './loans/LoanItem.tsx'
import { Owed, Pay } from './Owed.tsx'
import { RenewAll } from './loans/RenewAll.tsx'
import SettingsDialog from './settings/SettingsDialog.tsx'
import { Returned } from './loans/Returned.tsx'
import { Told } from './Told.tsx'
import { TitleLink } from './TitleLink.tsx'
import styles from './card.module.css'

export default function CardPage() {
  const { t } = useTranslation()
  const { reader, known, askToSignIn } = useSession()
  const { data, error, refetch } = useQuery({ ...cardQuery, enabled: reader !== null })
  const title = t('card.heading')
  if (known && !reader) {
    return (
      <Page title={title}>
        <p>{t('card.signInFirst')}</p>
        <Button variant="contained" onClick={() => void askToSignIn()}>
          {t('app.signIn')}
        </Button>
      </Page>
    )
  }
  return (
    <Page title={title} busy={!data} aside={data && <CardHead card={data} />}>
      {error ? (
        <Trouble error={error} onRetry={() => void refetch()} />
      ) : data ? (
        <CardView card={data} />
      ) : (
        <Skeleton variant="rectangular" height={240} />
      )}
    </Page>
  )
}

const holdsOf = ({ holds }: Card) => ({
  ready: holds.filter(({ state }) => state === 'ready'),
  coming: holds.filter(({ state }) => state !== 'ready' && isActive(state)),
  ended: holds.filter(({ state }) => !isActive(state)),
})

function CardHead({ card }: { card: Card }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { all } = usePlaces()
  const { ready, coming } = holdsOf(card)
  const owed = card.owed === 0 ? t('card.owesNothing') : t('card.owes', { amount: amountInWords(card.owed) })
  const summary = [
    card.name,
    card.categoryName,
    t('card.summary', { used: ready.length + coming.length, limit: card.holdsLimit, owed }),
    t('card.expires', { date: dayInWords(card.expires, all.timeZone) }),
    card.told && t(`card.told.${card.told.channel}`, { to: card.told.to ?? t('card.onFile') }),
    card.guardian && t('card.guardian', { name: card.guardian }),
  ].filter(Boolean)
  return (
    <div className={styles.head}>
      <span className={styles.soft}>{summary.join(' · ')}</span>
      <Link to={links.lists} data-screen>
        {t('lists.heading')}
      </Link>
      <Settings card={card} />
      <CardFiles />
      <Everywhere sessions={card.sessions} />
    </div>
  )
}

function CardView({ card }: { card: Card }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { ready, coming, ended } = holdsOf(card)
  // What has come from outside waits to be collected like what came from here.
  const brought = card.requests.filter(({ state }) => state === 'ready')
  const requests = card.requests.filter(({ state }) => state !== 'ready')
  return (
    <>
      {card.warnings.map((warning) => (
        <Alert key={warning.code} severity="error" icon={false} sx={{ mt: 3 }}>
          {refusalInWords(t, warning, all)}
          {warning.code === 'owes-too-much' && card.till && (
            <div className={styles.pay}>
              <Pay owed={card.owed} prominent />
            </div>
          )}
          <HelpAtHand words={t('routes.askDesk')} />
        </Alert>
      ))}
      <div className={styles.columns}>
        <div>
          <Section title={t('card.ready')} count={ready.length + brought.length} empty={t('card.nothingReady')}>
            {brought.map((request) => (
              <RequestItem key={request.id} request={request}>
                {request.pickup && <CollectAt pickup={request.pickup} until={request.day} />}
              </RequestItem>
            ))}
            {ready.map((hold) => (
              <HoldItem key={hold.id} hold={hold} cancellable>
                <CollectAt pickup={hold.pickup} until={hold.collectBy} />
              </HoldItem>
            ))}
          </Section>
          <Section title={t('card.onItsWay')} count={coming.length} empty={t('card.nothingOnWay')}>
            {coming.map((hold) => (
              <HoldItem key={hold.id} hold={hold} cancellable>
                {hold.unconfirmed && <p className={styles.soft}>{t('lending.unconfirmed')}</p>}
                <Journey hold={hold} />
                {hold.recalled && <p className={styles.soft}>{t('card.recalledFor', { date: dayInWords(hold.recalled, all.timeZone) })}</p>}
                {hold.state === 'waiting' && <Wait wish={{ hold: hold.id }} />}
              </HoldItem>
            ))}
          </Section>
          {requests.length > 0 && (
            <Section title={t('requests.onCard')} count={requests.length}>
              {requests.map((request) => (
                <RequestItem key={request.id} request={request} />
              ))}
            </Section>
          )}
          {ended.length > 0 && (
            <Section title={t('card.ended')} count={ended.length}>
              {ended.map((hold) => (
                <HoldItem key={hold.id} hold={hold}>
                  <p className={styles.soft}>{t(`card.state.${hold.state}`)}</p>
                </HoldItem>
              ))}
            </Section>
          )}
        </div>
        <div>
          <Section
            title={t('card.borrowed')}
            count={card.loans.length}
            empty={t('card.nothingBorrowed')}
            action={<RenewAll loans={card.loans} />}
          >
            {card.loans.map((loan) => (
              <LoanItem key={loan.barcode} loan={loan} stopped={card.warnings} />
            ))}
          </Section>
          {card.owed > 0 && <Owed card={card} />}
          {card.messages.length > 0 && <Told messages={card.messages} />}
          {card.history && <Returned />}
        </div>
      </div>
    </>
  )
}

function Settings({ card }: { card: Card }) {
  const { t } = useTranslation()
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        size="small"
        data-screen
        onClick={() => {
          setOpen(true)
        }}
      >
        {t('card.settings.open')}
      </Button>
      {open && (
        <SettingsDialog
          card={card}
          onClose={() => {
            setOpen(false)
          }}
        />
      )}
    </>
  )
}

/** Signing out in every place, where there is another than this. */
function Everywhere({ sessions }: { sessions: number }) {
  const { t } = useTranslation()
  const { signOutEverywhere } = useSession()
  const { mutate, isPending, error } = useMutation({ mutationFn: signOutEverywhere })
  if (sessions < 2) return null
  return (
    <>
      <Button
        size="small"
        disabled={isPending}
        onClick={() => {
          mutate()
        }}
      >
        {t('card.everywhere', { count: sessions })}
      </Button>
      {error && <Trouble error={error} />}
    </>
  )
}

interface SectionProps {
  title: string
  count: number
  empty?: string
  action?: ReactNode
  children: ReactNode
}

function Section({ title, count, empty, action, children }: SectionProps) {
  return (
    <section className={styles.section} aria-label={title}>
      <div className={styles.sectionHead}>
        <Typography variant="h2">
          {title} <span className={styles.soft}>{count}</span>
        </Typography>
        {action}
      </div>
      {count === 0 && empty ? <p className={styles.soft}>{empty}</p> : <ul>{children}</ul>}
    </section>
  )
}

function HoldItem({ hold, cancellable, children }: { hold: Hold; cancellable?: boolean; children: ReactNode }) {
  const { t } = useTranslation()
  return (
    <li className={styles.hold}>
      <div className={styles.holdHead}>
        <span>
          <TitleLink controlNumber={hold.controlNumber} title={hold.title} /> <span className={styles.soft}>{formInWords(t, hold)}</span>
        </span>
        {cancellable && <HoldActions hold={hold} />}
      </div>
      {children}
    </li>
  )
}

function CollectAt({ pickup: code, until }: { pickup: string; until: string | null }) {
  const { t } = useTranslation()
  const { pickup, pickupName, all } = usePlaces()
  return (
    <p>
      {t('card.collectAt')} {[pickup(code)?.desk, pickupName(code)].filter(Boolean).join(', ')}{' '}
      {until && <b className={styles.until}>{t('card.until', { date: dayInWords(until, all.timeZone) })}</b>}
    </p>
  )
}

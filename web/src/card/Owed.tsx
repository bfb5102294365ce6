/** What is owed, for what, and paying it. */
import type { Card } from '@catalex/contract/card'
import Button from '@mui/material/Button'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { call } from '../shared/api.ts'
import { amountInWords, dayInWords } from '../shared/formats.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { useSession } from '../shared/session/session.tsx'
import { refreshCard } from '../shared/ownTitles.ts'
import { Trouble } from '../ui/Trouble.tsx'
import styles from './card.module.css'

/** Where it stops the card, paying is offered there. */
const isStoppedByOwing = ({ warnings }: Card): boolean => warnings.some(({ code }) => code === 'owes-too-much')

export function Pay({ owed, prominent = false }: { owed: number; prominent?: boolean }) {
  const { t } = useTranslation()
  const { asReader } = useSession()
  const client = useQueryClient()
  const notify = useNotice()
  const { mutateAsync, isPending, error } = useMutation({
    mutationFn: () => asReader(() => call('payOwed', { body: { amount: owed } })),
    onSettled: () => refreshCard(client),
  })
  const pay = async () => {
    const paid = await mutateAsync().catch(() => null)
    if (paid !== null) notify(t('card.owed.paid', { amount: amountInWords(owed) }))
  }
  return (
    <>
      <Button size="small" variant={prominent ? 'contained' : 'text'} data-screen disabled={isPending} onClick={() => void pay()}>
        {t('card.owed.pay', { amount: amountInWords(owed) })}
      </Button>
      {error && <Trouble error={error} />}
    </>
  )
}

export function Owed({ card }: { card: Card }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const { owed, charges, till } = card
  const listed = charges.reduce((sum, { amount }) => sum + amount, 0)
  return (
    <section className={styles.section} aria-label={t('card.owed.heading')}>
      <div className={styles.sectionHead}>
        <h2>
          {t('card.owed.heading')} <span className={styles.soft}>{amountInWords(owed)}</span>
        </h2>
        {till && !isStoppedByOwing(card) && <Pay owed={owed} />}
      </div>
      <ul>
        {charges.map(({ what, title, amount, at }) => (
          <li key={`${at} ${title}`} className={styles.loan}>
            <span>
              {title} <span className={styles.soft}>{t(`card.owed.${what}`, { date: dayInWords(at, all.timeZone) })}</span>
            </span>
            <span className={styles.due}>{amountInWords(amount)}</span>
          </li>
        ))}
        {listed < owed && (
          <li className={styles.loan}>
            <span className={styles.soft}>{t('card.owed.before')}</span>
            <span className={styles.due}>{amountInWords(owed - listed)}</span>
          </li>
        )}
      </ul>
      <p className={styles.soft}>{t(till ? 'card.owed.till' : 'card.owed.desk')}</p>
    </section>
  )
}

/** Something borrowed: until when, and until when it would be if it were renewed now, or why it is not. */
import type { Loan } from '@catalex/contract/card'
import type { Refusal } from '@catalex/core/holds'
import { DUE_SOON_DAYS } from '@catalex/core/messages'
import Button from '@mui/material/Button'
import type { TFunction } from 'i18next'
import { useEffect, useRef } from 'react'
import { useTranslation } from 'react-i18next'
import { amountInWords, dueInWords, now } from '../../shared/formats.ts'
import { rateInWords } from '../../shared/loanTerms.ts'
import { useNotice } from '../../shared/notices.tsx'
import { usePlaces } from '../../shared/places.tsx'
import { refusalInWords } from '../../shared/problems.ts'
import { Trouble } from '../../ui/Trouble.tsx'
import styles from '../card.module.css'
import { useRenewLoan } from '../queries.ts'
import { TitleLink } from '../TitleLink.tsx'

/** @param stopped what stops the card altogether, and is said of it once */
export function LoanItem({ loan, stopped }: { loan: Loan; stopped: readonly Refusal[] }) {
  const { t } = useTranslation()
  const { all, placeName } = usePlaces()
  const notify = useNotice()
  const renew = useRenewLoan()
  const { due, refusal } = loan.renewal
  const why = refusal !== null && !stopped.some(({ code }) => code === refusal.code) && refusalInWords(t, refusal, all)
  const facts = [
    loan.carrier && t(`carriers.${loan.carrier}`),
    loan.renewals > 0 && t('card.renewed', { count: loan.renewals }),
    lateInWords(t, loan),
    loan.returnTo && t('card.returnTo', { owner: placeName(loan.returnTo) }),
  ]
    .filter(Boolean)
    .join(' · ')
  // The button goes with the loan that can't be renewed again: the focus stays with the loan.
  const line = useRef<HTMLLIElement>(null)
  const pressed = useRef(false)
  useEffect(() => {
    if (pressed.current) line.current?.focus()
    pressed.current = false
  }, [loan.due])
  const renewed = async () => {
    pressed.current = true
    const done = await renew.mutateAsync(loan.barcode).catch(() => null)
    if (done === null) pressed.current = false
    else notify(t('card.renewedUntil', { title: loan.title, date: dueInWords(done.due, all.timeZone) }))
  }
  return (
    <li ref={line} tabIndex={-1} className={styles.loan}>
      <TitleLink controlNumber={loan.controlNumber} title={loan.title} />
      <span className={styles.due} data-overdue={loan.overdue}>
        {t(loan.overdue ? 'card.overdue' : 'card.due', { date: dueInWords(loan.due, all.timeZone) })}
      </span>
      {loan.recalledFrom && (
        <span className={styles.recalled}>{t('card.recalled', { date: dueInWords(loan.recalledFrom, all.timeZone) })}</span>
      )}
      <span className={styles.soft}>{[facts, why].filter(Boolean).join(' · ')}</span>
      {due !== null && (
        <Button
          size="small"
          data-screen
          sx={{ justifySelf: 'end', alignSelf: 'end', mr: -2 }}
          disabled={renew.isPending}
          aria-label={`${t('card.renew')}: ${loan.title}`}
          onClick={() => void renewed()}
        >
          {t('card.renewUntil', { date: dueInWords(due, all.timeZone) })}
        </Button>
      )}
      {renew.error && <Trouble error={renew.error} />}
    </li>
  )
}

const DAY_MS = 86_400_000

/** What lateness costs: told while something can still be done about it. */
function lateInWords(t: TFunction<'app'>, { late, overdue, due }: Loan): string | null {
  if (!late) return null
  const rate = rateInWords(t, late.rate)
  if (late.soFar > 0) return t('card.lateSoFar', { amount: amountInWords(late.soFar), rate })
  const soon = due.length > 10 || Date.parse(due) - now() <= DUE_SOON_DAYS * DAY_MS
  return overdue || soon ? t('card.late', { rate }) : null
}

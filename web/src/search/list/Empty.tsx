/** No results is a beginning: what would find more, widest first. */
import type { SearchAnswer } from '@catalex/contract/search'
import { countNarrowings, isNarrowed, NARROWINGS, withoutNarrowing, type Question } from '@catalex/core/query'
import Link from '@mui/material/Link'
import { Suspense } from 'react'
import { useTranslation } from 'react-i18next'
import { HelpAtHand } from '../../ui/HelpAtHand.tsx'
import { Offers } from './Offers.tsx'
import { lazyWithTexts } from '../../ui/parts/lazyPart.tsx'
import styles from '../search.module.css'

const WaysToUnheld = lazyWithTexts(() => import('../../requests/WaysToUnheld.tsx'))

interface Props {
  question: Question
  answer: SearchAnswer
  onChange(next: Question): void
  onWider(): void
  /** With titles that are read online, too. */
  onOnline(): void
}

interface WayOn {
  text: string
  take(): void
}

export function Empty({ question, answer, onChange, onWider, onOnline }: Props) {
  const { t } = useTranslation()
  const misprinted = answer.readback.some(({ kind }) => kind === 'isbn-misprint' || kind === 'issn-misprint')
  const ways: WayOn[] = [
    ...(answer.online === null ? [] : [{ text: t('search.offer.online', { count: answer.online }), take: onOnline }]),
    ...(answer.wider === null ? [] : [{ text: t('search.offer.wider', { count: answer.wider }), take: onWider }]),
    ...NARROWINGS.filter((name) => isNarrowed(question, name) && (answer.without[name] ?? 0) > 0).map((name) => ({
      text: t('search.offer.drop', { what: t(`narrowing.names.${name}`), count: answer.without[name] ?? 0 }),
      take: () => {
        onChange(withoutNarrowing(question, name))
      },
    })),
    ...(countNarrowings(question) > 1 && answer.unnarrowed > 0
      ? [
          {
            text: t('search.offer.unnarrow', { count: answer.unnarrowed }),
            take: () => {
              onChange(withoutNarrowing(question))
            },
          },
        ]
      : []),
    ...(question.field === 'anywhere'
      ? []
      : [
          {
            text: t('search.offer.anywhere'),
            take: () => {
              onChange({ ...question, field: 'anywhere', page: 1 })
            },
          },
        ]),
  ]
  return (
    <div className={styles.empty}>
      <h2>{t('search.emptyTitle')}</h2>
      {misprinted ? <p>{t('search.misprint')}</p> : ways.length + answer.offers.length > 0 && <p>{t('search.emptyOffers')}</p>}
      <ul>
        {ways.map(({ text, take }) => (
          <li key={text}>
            <Link component="button" onClick={take}>
              {text}
            </Link>
          </li>
        ))}
      </ul>
      <Offers question={question} offers={answer.offers} onChange={onChange} />
      {question.q.trim() !== '' && (
        <Suspense>
          <WaysToUnheld words={question.q.trim()} />
        </Suspense>
      )}
      <HelpAtHand words={t('search.askStaff')} />
    </div>
  )
}

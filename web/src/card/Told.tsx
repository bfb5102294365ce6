/** What this reader was told, newest first. */
import type { Card } from '@catalex/contract/card'
import { useTranslation } from 'react-i18next'
import { momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './card.module.css'

export function Told({ messages }: Pick<Card, 'messages'>) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return (
    <section className={styles.section} aria-label={t('card.messages.heading')}>
      <div className={styles.sectionHead}>
        <h2>
          {t('card.messages.heading')} <span className={styles.soft}>{messages.length}</span>
        </h2>
      </div>
      {messages.map(({ reference, at, channel, subject, text }) => (
        <details key={reference} className={styles.message}>
          <summary>
            {subject} <span className={styles.soft}>{t(`card.messages.${channel}`, { time: momentInWords(at, all.timeZone) })}</span>
          </summary>
          <p>{text}</p>
        </details>
      ))}
    </section>
  )
}

/** What has happened, newest first. */
import type { Backroom } from '@catalex/contract/backroom'
import { useTranslation } from 'react-i18next'
import { dayInWords, timeInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './backroom.module.css'

type Happening = Backroom['happenings'][number]

const SHOWN = 14

export function Happenings({ happenings, mine }: Pick<Backroom, 'happenings'> & { mine: boolean }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  if (happenings.length === 0) return <p className={styles.soft}>{t(mine ? 'backroom.nothingOfMine' : 'backroom.nothingYet')}</p>
  return (
    <ol className={styles.happenings}>
      {happenings.slice(0, SHOWN).map((happening, i) => (
        <li key={`${happening.at} ${String(i)}`} data-mine={happening.mine}>
          <time dateTime={happening.at}>
            {timeInWords(happening.at, all.timeZone)}
            <span>{dayInWords(happening.at, all.timeZone)}</span>
          </time>
          <Told happening={happening} />
        </li>
      ))}
    </ol>
  )
}

function Told({ happening: { what, title, place, to, line, count, mine } }: { happening: Happening }) {
  const { t } = useTranslation()
  const { branchName, pickupName } = usePlaces()
  const facts = {
    title: title ?? '',
    place: place === null ? '' : what === 'lapsed' || what === 'collected' ? pickupName(place) : branchName(place),
    to: to === null ? '' : branchName(to),
    line: line ?? '',
    count,
  }
  return (
    <span>
      {t(`backroom.what.${what}`, facts)}
      {to !== null && what !== 'run left' && ` ${t('backroom.what.on', facts)}`}
      {mine && <b className={styles.yours}> {t('backroom.what.yours')}</b>}
    </span>
  )
}

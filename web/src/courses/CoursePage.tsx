/** One course: each text with where its copies are kept, whether they are in, and for how long they are lent. */
import type { CourseView } from '@catalex/contract/courses'
import Skeleton from '@mui/material/Skeleton'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link, useParams } from 'react-router'
import { TakeAll } from '../satchel/TakeAll.tsx'
import { call } from '../shared/api.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { CopyLines } from '../title/CopyLines.tsx'
import { HelpAtHand } from '../ui/HelpAtHand.tsx'
import { Page } from '../ui/Page.tsx'
import { SatchelButton } from '../ui/SatchelButton.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import styles from './courses.module.css'

export default function CoursePage() {
  const { t } = useTranslation()
  const links = useLinks()
  const { branchName } = usePlaces()
  const { id = '' } = useParams()
  const { data, error, refetch } = useQuery({
    queryKey: ['course', id],
    queryFn: ({ signal }) => call('course', { path: { course: id } }, { signal }),
  })
  if (error)
    return (
      <Page width={760} title={t('courses.heading')}>
        <Trouble error={error} onRetry={() => void refetch()} />
        <p>
          <Link to={links.courses}>{t('courses.all')}</Link>
        </p>
      </Page>
    )
  if (!data) return <Skeleton variant="rectangular" height={320} />
  return (
    <Page width={980} title={data.name}>
      <p className={styles.soft}>{[data.code, data.section, data.department, ...data.instructors].filter(Boolean).join(' · ')}</p>
      {!data.running && <p>{t('courses.notNow')}</p>}
      {data.branch !== null && (
        <p>
          {t('courses.ask')} <Link to={links.branch(data.branch)}>{branchName(data.branch)}</Link>
        </p>
      )}
      <TakeAll titles={data.texts.flatMap(({ controlNumber }) => controlNumber ?? [])} />
      {data.texts.length === 0 && <HelpAtHand words={t('courses.nothingEntered')} />}
      <ol className={styles.texts}>
        {data.texts.map((text, i) => (
          <Text key={i} text={text} />
        ))}
      </ol>
    </Page>
  )
}

function Text({ text: { controlNumber, title, who, note, copies } }: { text: CourseView['texts'][number] }) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const links = useLinks()
  const named = title ?? t('courses.gone')
  const branches = [...new Set(copies.map(({ place }) => place.branch))]
  return (
    <li>
      <h2>
        {controlNumber === null ? (
          <Words>{named}</Words>
        ) : (
          <Link to={links.title(controlNumber)}>
            <Words>{named}</Words>
          </Link>
        )}{' '}
        <span className={styles.soft}>{who.join(', ')}</span>{' '}
        {controlNumber !== null && <SatchelButton look="sign" which={{ controlNumber, barcode: null }} title={named} />}
      </h2>
      {note && <p>{note}</p>}
      {controlNumber === null && <HelpAtHand words={t('courses.notHeld')} />}
      {branches.map((branch) => (
        <div key={branch}>
          <h3>
            <Link to={links.branch(branch)}>{branchName(branch)}</Link>
          </h3>
          <CopyLines copies={copies.filter(({ place }) => place.branch === branch)} family="print" onHold={undefined} onPlan={undefined} />
        </div>
      ))}
    </li>
  )
}

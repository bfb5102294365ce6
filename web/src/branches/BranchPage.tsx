/** One branch: where it is, when it is open in the next two weeks, what is collected where, what stands on which floor. */
import type { Branch } from '@catalex/contract/libraries'
import { openingHours, closureOn, spansOn } from '@catalex/core/calendar'
import Button from '@mui/material/Button'
import Skeleton from '@mui/material/Skeleton'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { DateTime } from 'luxon'
import { Suspense, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link, useParams } from 'react-router'
import { dayInWords, now, timeInWords, weekInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { letsReadersIn, OpenState } from '../ui/marks/OpenState.tsx'
import { Page } from '../ui/Page.tsx'
import { lazyWithTexts } from '../ui/parts/lazyPart.tsx'
import styles from './branches.module.css'

const DAYS = 14
const BranchPlan = lazyWithTexts(() => import('../plan/BranchPlan.tsx'))

export default function BranchPage() {
  const { t } = useTranslation()
  const { code = '' } = useParams()
  const { all, branch: find, placeName } = usePlaces()
  const branch = find(code)
  if (all.branches.length === 0) return <Skeleton variant="rectangular" height={320} />
  if (!branch)
    return (
      <Page title={t('branches.none')}>
        <p>
          <AllBranches />
        </p>
      </Page>
    )
  return (
    <Page width={980} title={branch.name}>
      <p className={styles.soft}>
        {placeName(branch.system)} · <OpenState branch={branch} />
      </p>
      <div className={styles.columns}>
        <div>
          <Reach branch={branch} />
          <Collecting branch={branch} />
          <Floors branch={branch} />
        </div>
        {letsReadersIn(branch) && <TwoWeeks branch={branch} />}
      </div>
      {all.plans?.includes(branch.code) && (
        <Suspense fallback={<Skeleton variant="rectangular" height={240} />}>
          <BranchPlan branch={branch} />
        </Suspense>
      )}
    </Page>
  )
}

function AllBranches() {
  const { t } = useTranslation()
  return <Link to={useLinks().branches}>{t('branches.heading')}</Link>
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className={styles.section}>
      <Typography variant="h2">{title}</Typography>
      {children}
    </section>
  )
}

function Reach({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { scope } = useScope()
  const { address, telephone, mail, web } = branch.contact ?? { address: null, telephone: null, mail: null }
  return (
    <Section title={t('branches.reach')}>
      {address && <p>{address}</p>}
      <p>
        {telephone && <a href={`tel:${telephone.replaceAll(' ', '')}`}>{telephone}</a>}
        {telephone && mail && ' · '}
        {mail && <a href={`mailto:${mail}`}>{mail}</a>}
        {(telephone ?? mail) && web && ' · '}
        {web && <a href={web}>{t('branches.web')}</a>}
      </p>
      <div className={styles.actions} data-screen>
        <Button variant="outlined" component={Link} to={links.search(links.kept, { ...scope, in: [branch.code] })}>
          {t('branches.search')}
        </Button>
        <Button component={Link} to={links.ask('question')}>
          {t('foot.ask')}
        </Button>
      </div>
    </Section>
  )
}

/** Each pickup point by what stands on its door; hours that are not those of the branch are said. */
function Collecting({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const { pickups } = usePlaces()
  const here = pickups.filter(({ at }) => at.code === branch.code)
  return (
    <Section title={t('branches.collecting')}>
      {here.length === 0 && <p>{t('branches.noPickup')}</p>}
      {here.map((point) => (
        <div key={point.code} className={styles.point}>
          {here.length > 1 && <h3>{point.name}</h3>}
          <p>
            {t('branches.desk')} <b>{point.desk}</b>. {t('branches.bring')} {point.bring}.
          </p>
          <p>
            {t('hold.keptDays', { count: point.holdShelfDays })}{' '}
            {point.categories && t('branches.only', { who: point.categories.join(', ') })} {point.loan}
          </p>
          {point.hours && <p>{t('branches.pointHours', { hours: weekInWords(point.hours) })}</p>}
        </div>
      ))}
    </Section>
  )
}

function Floors({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const links = useLinks()
  const { scope } = useScope()
  return (
    <Section title={t('branches.floors')}>
      <ul className={styles.floors}>
        {branch.floors.map(({ code, name }) => (
          <li key={code}>
            <h3>
              {name}
              {code === branch.entrance && <span className={styles.soft}> · {t('branches.entrance')}</span>}
            </h3>
            <ul>
              {branch.collections
                .filter(({ floor }) => floor === code)
                .map((collection) => (
                  <li key={collection.code}>
                    <Link to={links.search(links.kept, { ...scope, in: [`${branch.code}/${collection.code}`] })}>{collection.name}</Link>
                    {collection.kind !== 'open shelf' && <span className={styles.soft}> · {t(`branches.kinds.${collection.kind}`)}</span>}
                  </li>
                ))}
            </ul>
          </li>
        ))}
      </ul>
    </Section>
  )
}

/** Day by day, with why it is closed where that is out of turn. */
function TwoWeeks({ branch }: { branch: Branch }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  const today = DateTime.fromMillis(now(), { zone: all.timeZone }).startOf('day')
  const days = Array.from({ length: DAYS }, (_, i) => today.plus({ days: i }))
  return (
    <Section title={t('branches.hours')}>
      <Table size="small" aria-label={t('branches.hours')}>
        <TableBody>
          {days.map((day) => {
            const date = day.toISODate() ?? ''
            const spans = spansOn(openingHours(branch), day)
            const closure = closureOn(branch, day)
            const time = (at: DateTime) => timeInWords(at.toISO() ?? '', all.timeZone)
            return (
              <TableRow key={date} data-closed={spans.length === 0}>
                <TableCell component="th" scope="row">
                  {dayInWords(date, all.timeZone)}
                </TableCell>
                <TableCell className={styles.times}>
                  {spans.length === 0 ? t('branches.closed') : spans.map(([from, until]) => `${time(from)}–${time(until)}`).join(', ')}
                  {closure && <span className={styles.soft}> · {closure.reason}</span>}
                </TableCell>
              </TableRow>
            )
          })}
        </TableBody>
      </Table>
    </Section>
  )
}

/** The shelf walk: branch by branch from the door along the shelves, to print or to hold in one hand. */
import { familyOf } from '@catalex/core/catalogue'
import CopyIcon from '@mui/icons-material/ContentCopyOutlined'
import PrintIcon from '@mui/icons-material/PrintOutlined'
import Button from '@mui/material/Button'
import FormControlLabel from '@mui/material/FormControlLabel'
import Skeleton from '@mui/material/Skeleton'
import Switch from '@mui/material/Switch'
import { useQuery } from '@tanstack/react-query'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useKept } from '../shared/kept.ts'
import { useLinks } from '../shared/links.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { Page } from '../ui/Page.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { Words } from '../ui/Words.tsx'
import { apartInWords } from './apartInWords.ts'
import { BranchWalk } from './BranchWalk.tsx'
import { useOffline } from './useOffline.ts'
import { useTicked } from './useTicked.ts'
import { walkInText } from './walkInText.ts'
import { WalkLink } from './WalkLink.tsx'
import { useWalkParameters, walkQuery } from './walkQuery.ts'
import styles from './shelfwalk.module.css'

export default function WalkPage() {
  const { t } = useTranslation()
  const links = useLinks()
  const places = usePlaces()
  const notify = useNotice()
  const asked = useWalkParameters()
  const { titles } = asked
  const [stepless, setStepless] = useKept('without stairs', false)
  const { data, error, refetch } = useQuery(walkQuery(asked, stepless))
  const { ticked, tick } = useTicked(titles)
  const kept = useOffline(data, asked)
  if (titles.length === 0)
    return (
      <Page width={760} title={t('walk.heading')} view="walk">
        <p>
          {t('walk.nothing')} <Link to={links.satchel}>{t('walk.toSatchel')}</Link>
        </p>
      </Page>
    )
  const stops = data?.walks.flatMap((walk) => walk.stops) ?? []
  const copyText = async () => {
    if (!data) return
    await navigator.clipboard.writeText(walkInText(t, data, places))
    notify(t('walk.copied'))
  }
  return (
    <Page width={1120} title={t('walk.heading')} view="walk" busy={!data && !error}>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!data && !error && <Skeleton variant="rectangular" height={320} />}
      {data && (
        <>
          <p className={styles.sum} role="status">
            {t('walk.taken', { count: stops.length, taken: stops.filter(({ barcode }) => ticked.includes(barcode)).length })}
            {kept && <span className={styles.soft}> · {t('walk.kept')}</span>}
          </p>
          <div className={styles.tools} data-screen>
            <Button
              size="small"
              startIcon={<PrintIcon />}
              onClick={() => {
                window.print()
              }}
            >
              {t('satchel.print')}
            </Button>
            <Button size="small" startIcon={<CopyIcon />} onClick={() => void copyText()}>
              {t('walk.copy')}
            </Button>
            <FormControlLabel
              control={
                <Switch
                  size="small"
                  checked={stepless}
                  onChange={(_, on) => {
                    setStepless(on)
                  }}
                />
              }
              label={t('plan.stepless')}
            />
          </div>
          {data.walks.map((walk) => (
            <BranchWalk key={walk.branch} walk={walk} stepless={stepless} ticked={ticked} onTick={tick} />
          ))}
          {data.apart.length > 0 && (
            <section aria-labelledby="apart-heading" className={styles.apart}>
              <h2 id="apart-heading">{t('walk.apart')}</h2>
              <ul>
                {data.apart.map((one) => (
                  <li key={one.controlNumber + (one.place?.callNumber.text ?? '')}>
                    <SpineLabel lines={one.place?.callNumber.spine ?? []} family={familyOf(one.carrier ?? 'book')} />
                    <div>
                      {one.title === null ? (
                        one.controlNumber
                      ) : (
                        <WalkLink to={links.title(one.controlNumber)}>
                          <Words>{one.title}</Words>
                        </WalkLink>
                      )}
                      <p className={styles.soft}>{apartInWords(t, one, places)}</p>
                    </div>
                  </li>
                ))}
              </ul>
            </section>
          )}
        </>
      )}
    </Page>
  )
}

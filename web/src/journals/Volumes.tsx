/** A journal's volumes: what is held and lacking in a sentence, and a table of them, years down and volumes across. */
import { heldOf, isMeant, numberedIn } from '@catalex/core/journals'
import Skeleton from '@mui/material/Skeleton'
import Tab from '@mui/material/Tab'
import Tabs from '@mui/material/Tabs'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useEffectEvent, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import { volumesQuery } from '../shared/titleQuery.ts'
import { Trouble } from '../ui/Trouble.tsx'
import { useHeldInWords } from './heldInWords.ts'
import type { VolumeLine } from './volumeLine.ts'
import { VolumeTable } from './VolumeTable.tsx'
import styles from './journals.module.css'

interface Props {
  controlNumber: string
  /** What was typed to find a volume; empty for nothing. */
  sought: string
  /** Barcode of the volume chosen; null for none. */
  chosen: string | null
  onChoose(volume: VolumeLine): void
}

export default function Volumes({ controlNumber, sought, chosen, onChoose }: Props) {
  const { t } = useTranslation()
  const { branchName } = usePlaces()
  const { chosen: scope } = useScope()
  const heldInWords = useHeldInWords()
  const [at, setAt] = useState<string | null>(null)
  const { data, error, refetch } = useQuery(volumesQuery(controlNumber, scope))
  const meant = sought === '' ? null : numberedIn(sought)
  const fits = ({ enumeration }: VolumeLine) => meant === null || isMeant(meant, numberedIn(enumeration ?? ''))
  const hits = meant === null ? [] : (data?.volumes.filter(fits) ?? [])
  const [hit] = hits
  const only = hits.length === 1 && hit ? hit : null
  // Whoever names a volume of which there is one has chosen it.
  const choose = useEffectEvent(() => {
    if (only !== null && only.barcode !== chosen) onChoose(only)
  })
  useEffect(() => {
    choose()
  }, [only?.barcode])
  if (error) return <Trouble error={error} onRetry={() => void refetch()} />
  if (!data) return <Skeleton variant="rectangular" height={220} />
  const { volumes } = data
  // What nobody can find is not held.
  const there = volumes.filter(({ status }) => status !== 'missing')
  const branches = [...new Set(volumes.map(({ branch }) => branch))]
  const countAt = (branch: string) => volumes.filter((one) => one.branch === branch && fits(one)).length
  // What is sought shows itself at the first branch that has it.
  const shown =
    (at !== null && (meant === null || countAt(at) > 0) ? at : null) ??
    branches.find((branch) => countAt(branch) > 0) ??
    branches.at(0) ??
    ''
  const found = volumes.filter(fits).length
  return (
    <>
      <p className={styles.held}>{heldInWords(heldOf(there.map(({ enumeration }) => numberedIn(enumeration ?? ''))))}</p>
      {meant !== null && (
        <p role="status" className={styles.soft}>
          {found === 0 ? t('journals.notFound', { sought }) : t('title.foundCopies', { count: found })}
        </p>
      )}
      <Tabs
        value={shown}
        variant="scrollable"
        aria-label={t('journals.branches')}
        onChange={(_, branch: string) => {
          setAt(branch)
        }}
      >
        {branches.map((branch) => (
          <Tab
            key={branch}
            value={branch}
            id={`volumes-of-${branch}`}
            aria-controls="volumes-shown"
            label={`${branchName(branch)} ${String(countAt(branch))}`}
          />
        ))}
      </Tabs>
      <div role="tabpanel" id="volumes-shown" aria-labelledby={`volumes-of-${shown}`}>
        <VolumeTable volumes={volumes.filter(({ branch }) => branch === shown)} fits={fits} chosen={chosen} onChoose={onChoose} />
      </div>
    </>
  )
}

/** Where a copy stands: its floor with the bay lit, the way from the door drawn and said. */
import type { CopyLine } from '@catalex/contract/title'
import { bayOf, wayTo } from '@catalex/core/plan'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Skeleton from '@mui/material/Skeleton'
import Switch from '@mui/material/Switch'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'
import { useKept } from '../shared/kept.ts'
import { usePlaces } from '../shared/places.tsx'
import { Trouble } from '../ui/Trouble.tsx'
import { directionsInWords } from './directionsInWords.ts'
import { planQuery } from './planQuery.ts'
import { PlanView } from './PlanView.tsx'
import styles from './plan.module.css'
import title from '../title/title.module.css'

interface Props {
  /** Copies that a plan shows, those that a reader would go for first. */
  copies: readonly CopyLine[]
  /** The one that somebody has asked for. */
  chosen: CopyLine | null
  onChoose(copy: CopyLine): void
}

export default function WhereItStands({ copies, chosen, onChoose }: Props) {
  const { t } = useTranslation()
  const { branch: find, branchName } = usePlaces()
  const [stepless, setStepless] = useKept('without stairs', false)
  const copy = chosen ?? copies.find(({ inNow }) => inNow) ?? copies.at(0)
  const choices = copy ? oneOfEachBranch([copy, ...copies]) : []
  const branch = copy && find(copy.place.branch)
  const { data: plan, error, refetch } = useQuery({ ...planQuery(branch?.code ?? ''), enabled: branch !== undefined })
  const bay = copy?.place.bay ?? ''
  const at = plan && bayOf(plan, bay)
  const [floor, setFloor] = useState({ bay, code: '' })
  if (!copy || !branch) return null
  const way = plan && (wayTo(plan, bay, { stepless }) ?? wayTo(plan, bay))
  const hasLift = (plan?.lifts.length ?? 0) > 0 && (way?.legs.length ?? 0) > 1
  return (
    <section aria-labelledby="stands-heading" id="stands">
      <div className={title.sectionHead}>
        <h2 id="stands-heading">{t('plan.heading')}</h2>
        <span className={styles.soft}>
          {choices.length > 1 ? (
            <Select
              variant="standard"
              size="small"
              value={copy.barcode}
              inputProps={{ 'aria-label': t('plan.copy') }}
              onChange={(event) => {
                const one = choices.find(({ barcode }) => barcode === event.target.value)
                if (one) onChoose(one)
              }}
            >
              {choices.map(({ barcode, place }) => (
                <MenuItem key={barcode} value={barcode}>
                  {branchName(place.branch)}, {place.callNumber.text}
                </MenuItem>
              ))}
            </Select>
          ) : (
            `${branch.name}, ${copy.place.callNumber.text}`
          )}
        </span>
      </div>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {!plan && !error && <Skeleton variant="rectangular" height={240} />}
      {plan && at && (
        <div className={styles.stands}>
          <PlanView
            plan={plan}
            branch={branch}
            lit={[{ bay, marks: [] }]}
            legs={way?.legs ?? []}
            floor={floor.bay === bay && floor.code !== '' ? floor.code : at.floor.floor}
            onFloor={(code) => {
              setFloor({ bay, code })
            }}
          />
          <div>
            <p>
              <b>{copy.place.collection}</b>, {copy.place.floor}
            </p>
            {way && (
              <>
                <ol className={styles.directions} aria-label={t('plan.directions')}>
                  {directionsInWords(t, way, plan, branch, bay).map((step, i) => (
                    <li key={i}>{step}</li>
                  ))}
                </ol>
                {way.directions.length > STRAIGHT && <p className={styles.soft}>{t('plan.metres', { count: way.metres })}</p>}
              </>
            )}
            {hasLift && (
              <FormControlLabel
                data-screen
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
            )}
          </div>
        </div>
      )}
    </section>
  )
}

/** Straight on, and the bay: how far it is has been said. */
const STRAIGHT = 2

const oneOfEachBranch = (copies: readonly CopyLine[]): CopyLine[] =>
  copies.filter((copy, i) => copies.findIndex((one) => one.place.branch === copy.place.branch) === i)

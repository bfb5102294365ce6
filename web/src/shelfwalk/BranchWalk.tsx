/** The walk through one branch: its plan with the stops numbered, and the stops floor by floor. */
import type { ShelfWalk, Stop } from '@catalex/contract/shelfwalk'
import { familyOf } from '@catalex/core/catalogue'
import { bayOf } from '@catalex/core/plan'
import { waysBetween } from '@catalex/core/shelfwalk'
import Checkbox from '@mui/material/Checkbox'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { directionsInWords } from '../plan/directionsInWords.ts'
import { PaperPlans } from './PaperPlans.tsx'
import { planQuery } from '../plan/planQuery.ts'
import { PlanView } from '../plan/PlanView.tsx'
import { shortName } from '../plan/signs.ts'
import { useLinks } from '../shared/links.ts'
import { usePlaces } from '../shared/places.tsx'
import { OpenState } from '../ui/marks/OpenState.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { Words } from '../ui/Words.tsx'
import { WalkLink } from './WalkLink.tsx'
import styles from './shelfwalk.module.css'

interface Props {
  walk: ShelfWalk['walks'][number]
  stepless: boolean
  /** Barcodes. */
  ticked: readonly string[]
  onTick(barcode: string, on: boolean): void
}

export function BranchWalk({ walk: { branch: code, stops }, stepless, ticked, onTick }: Props) {
  const { t } = useTranslation()
  const links = useLinks()
  const { branch: find, all } = usePlaces()
  const branch = find(code)
  const planned = all.plans?.includes(code) === true
  const { data: plan } = useQuery({ ...planQuery(code), enabled: planned })
  const ways = useMemo(
    () =>
      plan
        ? waysBetween(
            plan,
            stops.map(({ place }) => place.bay),
            stepless,
          )
        : [],
    [plan, stops, stepless],
  )
  const legs = ways.flatMap((way) => way?.legs ?? [])
  const floors = stretches(stops)
  const next = stops.find(({ barcode }) => !ticked.includes(barcode)) ?? stops[0]
  const [chosen, setChosen] = useState<string | null>(null)
  if (!branch) return null
  const floorOf = (bay: string | null) => (plan && bay !== null ? bayOf(plan, bay)?.floor.floor : undefined)
  const said = (i: number): string => {
    const way = ways[i]
    const bay = stops[i]?.place.bay
    return way && plan && bay ? directionsInWords(t, way, plan, branch, bay).join('. ') : ''
  }
  const lit = [...new Set(stops.flatMap(({ place: { bay } }) => bay ?? []))].map((bay) => ({
    bay,
    marks: stops.flatMap(({ place, barcode }, i) => (place.bay === bay ? [{ number: i + 1, done: ticked.includes(barcode) }] : [])),
  }))
  return (
    <section className={styles.branch} aria-labelledby={`walk-${code}`}>
      <div className={styles.branchHead}>
        <h2 id={`walk-${code}`}>
          <WalkLink to={links.branch(code)}>{branch.name}</WalkLink>
        </h2>
        <OpenState branch={branch} />
        <span className={styles.soft}>{t('walk.stops', { count: stops.length })}</span>
      </div>
      <div className={styles.both}>
        {plan && (
          <div className={styles.plan}>
            <PlanView
              plan={plan}
              branch={branch}
              lit={lit}
              legs={legs}
              floor={chosen ?? floorOf(next?.place.bay ?? null) ?? plan.floors[0]?.floor ?? ''}
              onFloor={setChosen}
            />
          </div>
        )}
        <div className={styles.stops}>
          {floors.map(({ floor, from, stops: some }) => (
            <div key={from}>
              <h3>{floor === '' ? t('walk.somewhere') : shortName(floor)}</h3>
              <ol start={from + 1}>
                {some.map((stop, i) => (
                  <StopLine
                    key={stop.barcode}
                    stop={stop}
                    number={from + i + 1}
                    way={said(from + i)}
                    done={ticked.includes(stop.barcode)}
                    onTick={(on) => {
                      setChosen(null)
                      onTick(stop.barcode, on)
                    }}
                  />
                ))}
              </ol>
            </div>
          ))}
        </div>
      </div>
      {plan && <PaperPlans plan={plan} branch={branch} lit={lit} legs={legs} />}
    </section>
  )
}

/** Stops of one floor that follow each other. */
function stretches(stops: readonly Stop[]): { floor: string; from: number; stops: Stop[] }[] {
  const found: { floor: string; from: number; stops: Stop[] }[] = []
  stops.forEach((stop, i) => {
    const last = found.at(-1)
    if (last?.floor === stop.place.floor) last.stops.push(stop)
    else found.push({ floor: stop.place.floor, from: i, stops: [stop] })
  })
  return found
}

interface LineProps {
  stop: Stop
  number: number
  way: string
  done: boolean
  onTick(on: boolean): void
}

function StopLine({
  stop: { controlNumber, title, who, enumeration, carrier, place, use, languages },
  number,
  way,
  done,
  onTick,
}: LineProps) {
  const { t } = useTranslation()
  const links = useLinks()
  const named = [title, enumeration].filter(Boolean).join(', ')
  return (
    <li className={styles.stop} data-done={done}>
      <Checkbox
        checked={done}
        slotProps={{ input: { 'aria-label': t('walk.tick', { title: named }) } }}
        onChange={(_, on) => {
          onTick(on)
        }}
      />
      <span className={styles.number} aria-hidden>
        {number}
      </span>
      <span className={styles.label}>
        <SpineLabel lines={place.callNumber.spine} family={familyOf(carrier)} repeated />
      </span>
      <div className={styles.what}>
        <WalkLink to={links.title(controlNumber)}>
          <Words language={languages[0]}>{title}</Words>
        </WalkLink>
        {enumeration && `, ${enumeration}`}
        <p className={styles.soft}>
          {[who.join(', '), place.collection].filter(Boolean).join(' · ')}
          {use !== 'loan' && <b> · {t(`use.${use}`)}</b>}
        </p>
        <p className={styles.call}>{place.callNumber.text}</p>
        {way !== '' && <p className={styles.way}>{way}</p>}
      </div>
    </li>
  )
}

/** How a copy comes, step by step, for whoever wants to know why it takes so long. */
import type { Delivery } from '@catalex/contract/courier'
import Button from '@mui/material/Button'
import { useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { momentInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import styles from './routes.module.css'

interface Props {
  delivery: Delivery
  /** Branch of the copy. */
  from: string
  pickup: string
}

export function DeliverySteps({ delivery, from, pickup }: Props) {
  const { t } = useTranslation()
  const { all, branchName, pickupName } = usePlaces()
  const [open, setOpen] = useState(false)
  const id = useId()
  const at = (moment: string) => momentInWords(moment, all.timeZone)
  const { picked, legs, inHand, latest } = delivery
  const steps: [when: string, what: string][] = [
    [picked, t('routes.steps.picked', { branch: branchName(from) })],
    ...legs.flatMap(({ line, from: start, depart, to, arrive }): [string, string][] => [
      [depart, t('routes.steps.leaves', { line, branch: branchName(start) })],
      [arrive, t('routes.steps.arrives', { branch: branchName(to) })],
    ]),
    [inHand, t('routes.steps.ready', { place: pickupName(pickup) })],
    ...(latest === null ? [] : [[latest, t('routes.steps.latest')] as [string, string]]),
  ]
  return (
    <>
      <Button
        size="small"
        className={styles.how}
        data-screen
        aria-expanded={open}
        aria-controls={id}
        onClick={() => {
          setOpen(!open)
        }}
      >
        {t(open ? 'routes.steps.hide' : 'routes.steps.show')}
      </Button>
      <ol id={id} className={styles.steps} hidden={!open}>
        {steps.map(([when, what], i) => (
          <li key={i}>
            <time dateTime={when}>{at(when)}</time> <span>{what}</span>
          </li>
        ))}
      </ol>
    </>
  )
}

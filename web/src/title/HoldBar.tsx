/** On a narrow screen the hold is always at hand: at the foot, where the routes with theirs are out of sight. */
import Button from '@mui/material/Button'
import { useEffect, useState, type RefObject } from 'react'
import { useTranslation } from 'react-i18next'
import type { Volume } from '../holds/form/wish.ts'
import { holdInWords } from '../routes/RoutesPanel.tsx'
import { usePlaces } from '../shared/places.tsx'
import { useScope } from '../shared/scope.tsx'
import styles from './title.module.css'

/** As much of a button as is all of it, but for rounding. */
const IN_SIGHT = 0.98

export function HoldBar({ beside, volume, onHold }: { beside: RefObject<HTMLElement | null>; volume: Volume | null; onHold(): void }) {
  const { t } = useTranslation()
  const { scope } = useScope()
  const { pickupName } = usePlaces()
  const [needed, setNeeded] = useState(false)
  useEffect(() => {
    const ways = beside.current
    if (!ways) return
    // A part of it that is in sight can't be pressed for sure.
    const watching = new IntersectionObserver(
      (entries) => {
        const seen = entries.at(-1)?.intersectionRatio
        if (seen !== undefined) setNeeded(seen < IN_SIGHT)
      },
      { threshold: [0, IN_SIGHT] },
    )
    let watched: Element | null = null
    // The ways come, and change, by themselves.
    const look = () => {
      const button = ways.querySelector('[data-hold]')
      if (button === watched) return
      watching.disconnect()
      watched = button
      if (button) watching.observe(button)
      else setNeeded(false)
    }
    const changes = new MutationObserver(look)
    changes.observe(ways, { childList: true, subtree: true })
    look()
    return () => {
      changes.disconnect()
      watching.disconnect()
    }
  }, [beside])
  if (!needed) return null
  return (
    <div className={styles.holdBar} data-screen>
      <Button variant="contained" fullWidth onClick={onHold}>
        {holdInWords(t, volume, pickupName(scope.at))}
      </Button>
    </div>
  )
}

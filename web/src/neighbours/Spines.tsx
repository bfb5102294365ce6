/** Spines on a shelf: thick as they have pages, high as they are, in the cloth of their family; pale while they are out. */
import { familyOf, measuresIn } from '@catalex/core/catalogue'
import type { Spine } from '@catalex/contract/neighbours'
import { drawnAs } from '@catalex/core/neighbours'
import { useLayoutEffect, useRef, useState, type CSSProperties, type KeyboardEvent, type RefObject } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { useLinks } from '../shared/links.ts'
import { useNotice } from '../shared/notices.tsx'
import { useGather, useSatchel } from '../shared/satchel/useSatchel.ts'
import type { ShelfProps } from './shelfProps.ts'
import { footOf, sizeFor } from './spineFoot.ts'
import { useSpineInWords } from './spineInWords.ts'
import styles from './neighbours.module.css'

/** In rem: the thinnest and lowest spine, and what the thickest and highest have more. */
const WIDTH = { least: 1.75, more: 1.75 }
const HEIGHT = { least: 6.5, more: 3 }

/** So near to an end, in screens of the shelf, more is asked for. */
const NEAR = 0.75

export function Spines({ spines, own, label, onLeft, onRight }: ShelfProps & { label?: string }) {
  const { t } = useTranslation()
  const inWords = useSpineInWords()
  const satchel = useSatchel()
  const gather = useGather()
  const notify = useNotice()
  const shelf = useRef<HTMLOListElement>(null)
  const [at, setAt] = useState(own ?? spines[0]?.barcode)
  const [looked, setLooked] = useState<string | null>(null)
  useStandingStill(shelf, spines, own ?? '')
  const shown = spines.find(({ barcode }) => barcode === (looked ?? at))
  const go = (event: KeyboardEvent) => {
    if (event.key === 's') {
      const spine = spines.find(({ barcode }) => barcode === at)
      if (spine) {
        const which = { controlNumber: spine.controlNumber, barcode: null }
        notify(t(satchel.has(which) ? 'satchel.takenOut' : 'satchel.putIn', { title: spine.title }))
        gather(which)
      }
      event.preventDefault()
      event.stopPropagation()
      return
    }
    const step = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    const to =
      event.key === 'Home' ? (own ?? spines[0]?.barcode) : step && spines[spines.findIndex(({ barcode }) => barcode === at) + step]?.barcode
    if (!to) return
    event.preventDefault()
    shelf.current?.querySelector<HTMLElement>(`[data-barcode="${CSS.escape(to)}"]`)?.focus()
  }
  const goOn = () => {
    if (!shelf.current) return
    const { scrollLeft, scrollWidth, clientWidth } = shelf.current
    if (scrollLeft < clientWidth * NEAR) onLeft?.()
    if (scrollWidth - scrollLeft - clientWidth < clientWidth * NEAR) onRight?.()
  }
  return (
    <>
      <ol ref={shelf} className={styles.shelf} aria-label={label ?? t('neighbours.shelf')} onScroll={goOn}>
        {spines.map((spine) => (
          <li
            key={spine.barcode}
            onMouseEnter={() => {
              setLooked(spine.barcode)
            }}
            onMouseLeave={() => {
              setLooked(null)
            }}
          >
            <Drawn
              spine={spine}
              words={inWords(spine)}
              own={spine.barcode === own}
              current={spine.barcode === at}
              onFocus={() => {
                setAt(spine.barcode)
              }}
              onKeyDown={go}
            />
          </li>
        ))}
      </ol>
      <p className={styles.said} aria-hidden>
        {shown && inWords(shown)}
      </p>
    </>
  )
}

interface DrawnProps {
  spine: Spine
  words: string
  own: boolean
  /** The one that the tabulator reaches. */
  current: boolean
  onFocus(): void
  onKeyDown(event: KeyboardEvent): void
}

function Drawn({ spine, words, own, current, onFocus, onKeyDown }: DrawnProps) {
  const links = useLinks()
  const { thickness, tallness } = drawnAs(measuresIn(spine.extent))
  const width = WIDTH.least + WIDTH.more * thickness
  const family = familyOf(spine.carrier)
  return (
    <Link
      to={links.title(spine.controlNumber)}
      className={styles.spine}
      data-barcode={spine.barcode}
      data-own={own}
      data-out={!spine.inNow}
      aria-label={words}
      aria-current={own ? 'true' : undefined}
      tabIndex={current ? 0 : -1}
      style={
        {
          width: `${String(width)}rem`,
          '--cloth': `var(--family-${family})`,
          '--dye': `${String(dyeOf(spine.controlNumber))}%`,
        } as CSSProperties
      }
      onFocus={onFocus}
      onKeyDown={onKeyDown}
    >
      <span className={styles.cloth} style={{ height: `${String(HEIGHT.least + HEIGHT.more * tallness)}rem` }}>
        <span>{spine.title}</span>
      </span>
      <span className={styles.label}>
        {footOf(spine.callNumber.spine).map((word, i) => (
          <span key={i} style={{ fontSize: sizeFor(word, width) }}>
            {word}
          </span>
        ))}
      </span>
    </Link>
  )
}

/** Cloths of one family differ a little, each title's always by the same: so many parts in a hundred of its colour. */
function dyeOf(controlNumber: string): number {
  const sum = [...controlNumber].reduce((all, sign) => (all * 31 + sign.charCodeAt(0)) % 9973, 7)
  return LIGHTEST - (sum % 4) * SHADE
}
/** In percent: lighter, the title on the cloth of a player could not be read by everybody. */
const LIGHTEST = 86
const SHADE = 9

/** The own copy in the middle at first; what is set before the others afterwards pushes nothing away. */
function useStandingStill(shelf: RefObject<HTMLOListElement | null>, spines: readonly Spine[], own: string): void {
  const before = useRef<{ first: string | undefined; width: number } | null>(null)
  const first = spines[0]?.barcode
  useLayoutEffect(() => {
    const list = shelf.current
    if (!list) return
    if (before.current === null) {
      const middle = list.querySelector<HTMLElement>(`[data-barcode="${CSS.escape(own)}"]`)
      if (middle) list.scrollTo({ left: middle.offsetLeft - list.offsetLeft - (list.clientWidth - middle.offsetWidth) / 2 })
    } else if (before.current.first !== first) list.scrollBy({ left: list.scrollWidth - before.current.width })
    before.current = { first, width: list.scrollWidth }
  }, [shelf, spines, first, own])
}

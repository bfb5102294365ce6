/** Volumes of one branch by the decade: each with its status by sign, word and colour; gaps among them. By keyboard they are one stop, with arrows. */
import { numberedIn, tableOf, type Row } from '@catalex/core/journals'
import type { TFunction } from 'i18next'
import { useRef, useState, type KeyboardEvent } from 'react'
import { useTranslation } from 'react-i18next'
import { dueInWords } from '../shared/formats.ts'
import { usePlaces } from '../shared/places.tsx'
import type { VolumeLine } from './volumeLine.ts'
import styles from './journals.module.css'

interface Props {
  volumes: readonly VolumeLine[]
  /** Whether it is among those sought. */
  fits(volume: VolumeLine): boolean
  chosen: string | null
  onChoose(volume: VolumeLine): void
}

export function VolumeTable({ volumes, fits, chosen, onChoose }: Props) {
  const { t } = useTranslation()
  const table = useRef<HTMLDListElement>(null)
  const [at, setAt] = useState<string | null>(null)
  const stop = [at, chosen].find((one) => volumes.some(({ barcode }) => barcode === one)) ?? (volumes.find(fits) ?? volumes[0])?.barcode
  const move = (event: KeyboardEvent) => {
    const next = table.current && neighbourOf(event, table.current)
    if (!next) return
    event.preventDefault()
    next.focus()
  }
  return (
    <dl ref={table} className={styles.table}>
      {tableOf(volumes, ({ enumeration }) => numberedIn(enumeration ?? '')).map((row) => (
        <div key={nameOf(t, row)}>
          <dt>{nameOf(t, row)}</dt>
          <dd>
            <ul>
              {row.cells.map(({ volume, line }) => (
                <li key={line?.barcode ?? volume}>
                  {line === null ? (
                    <span className={styles.cell} data-state="lacking">
                      <span>{t('journals.volume', { volume })}</span>
                      <small>{t('journals.lacking')}</small>
                    </span>
                  ) : (
                    <button
                      type="button"
                      className={styles.cell}
                      data-state={stateOf(line)}
                      data-dim={!fits(line)}
                      aria-pressed={line.barcode === chosen}
                      tabIndex={line.barcode === stop ? 0 : -1}
                      onKeyDown={move}
                      onFocus={() => {
                        setAt(line.barcode)
                      }}
                      onClick={() => {
                        onChoose(line)
                      }}
                    >
                      <span>{shortOf(line)}</span>
                      <Status line={line} />
                    </button>
                  )}
                </li>
              ))}
            </ul>
          </dd>
        </div>
      ))}
    </dl>
  )
}

/** To which an arrow leads: along a decade and on into the next, or to the same place in the decade above or below. */
function neighbourOf({ key, target }: KeyboardEvent, table: HTMLElement): HTMLElement | undefined {
  const rows = [...table.querySelectorAll('dd')].map((row) => [...row.querySelectorAll('button')]).filter((row) => row.length > 0)
  const all = rows.flat()
  const at = all.findIndex((button) => button === target)
  const row = rows.findIndex((buttons) => buttons.some((button) => button === target))
  const place = rows[row]?.findIndex((button) => button === target) ?? -1
  if (at < 0) return undefined
  if (key === 'Home' || key === 'End') return all.at(key === 'Home' ? 0 : -1)
  const along = { ArrowLeft: -1, ArrowRight: 1 }[key]
  if (along !== undefined) return at + along < 0 ? undefined : all[at + along]
  const across = { ArrowUp: -1, ArrowDown: 1 }[key]
  const next = across === undefined || row + across < 0 ? undefined : rows[row + across]
  return next?.[Math.min(place, next.length - 1)]
}

const stateOf = ({ inNow, status }: VolumeLine): string => (inNow ? 'in' : status === 'missing' ? 'lacking' : 'out')

function Status({ line: { status, statusText, due } }: { line: VolumeLine }) {
  const { t } = useTranslation()
  const { all } = usePlaces()
  return <small>{due === null ? (statusText ?? t(`status.${status}`)) : t('status.due', { date: dueInWords(due, all.timeZone) })}</small>
}

/** "v.12 ’90": the rest stands in its line when it is chosen. */
function shortOf({ enumeration, barcode }: VolumeLine): string {
  const { volume, issue, year } = numberedIn(enumeration ?? '')
  if (volume === null || issue !== null || year === null) return enumeration ?? barcode
  return `v.${String(volume)} ’${String(year).slice(2)}`
}

function nameOf(t: TFunction<'app'>, { decade, from }: Row<VolumeLine>): string {
  if (decade !== null) return t('journals.decade', { year: decade })
  return from === null ? '–' : t('journals.volume', { volume: from })
}

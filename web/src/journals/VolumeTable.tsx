/** Volumes of one branch by the decade: each with its status by sign, word and colour; gaps among them. */
import { heldOf, numberedIn } from '@catalex/core/journals'
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

interface Cell {
  key: string
  volume: number | null
  year: number | null
  /** null for a gap. */
  line: VolumeLine | null
}

export function VolumeTable({ volumes, fits, chosen, onChoose }: Props) {
  const { t } = useTranslation()
  return (
    <dl className={styles.table}>
      {rowsOf(volumes).map(({ name, decade, cells }) => (
        <div key={name}>
          <dt>{decade === null ? name : t('journals.decade', { year: decade })}</dt>
          <dd>
            <ul>
              {cells.map(({ key, volume, line }) => (
                <li key={key}>
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

/** By decade where years are known, else by tens of volumes; gaps stand where their volumes would. */
function rowsOf(volumes: readonly VolumeLine[]): { name: string; decade: number | null; cells: Cell[] }[] {
  const cells = volumes.map((line): Cell => {
    const { volume, year } = numberedIn(line.enumeration ?? '')
    return { key: line.barcode, volume, year, line }
  })
  const gaps = heldOf(volumes.map(({ enumeration }) => numberedIn(enumeration ?? ''))).lacking.map((volume): Cell => {
    // A gap is taken for as many years after the volume before it as it is volumes.
    const before = cells.filter((cell) => cell.volume !== null && cell.volume < volume).sort((a, b) => (b.volume ?? 0) - (a.volume ?? 0)).at(0) // prettier-ignore
    const year = before?.year == null || before.volume === null ? null : before.year + volume - before.volume
    return { key: `gap ${String(volume)}`, volume, year, line: null }
  })
  const ordered = [...cells, ...gaps].sort((a, b) => (a.volume ?? a.year ?? Infinity) - (b.volume ?? b.year ?? Infinity))
  const rows = new Map<string, Cell[]>()
  for (const cell of ordered) rows.set(rowName(cell), [...(rows.get(rowName(cell)) ?? []), cell])
  return [...rows].map(([name, inRow]) => ({ name, decade: decadeOf(inRow[0]?.year ?? null), cells: inRow }))
}

const decadeOf = (year: number | null): number | null => (year === null ? null : Math.floor(year / 10) * 10)

function rowName({ volume, year }: Cell): string {
  if (year !== null) return String(decadeOf(year))
  return volume === null ? '–' : `v.${String(Math.floor((volume - 1) / 10) * 10 + 1)}`
}

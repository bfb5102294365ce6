/** Volumes of one branch by the decade: each with its status by sign, word and colour; gaps among them. */
import { numberedIn, tableOf, type Row } from '@catalex/core/journals'
import type { TFunction } from 'i18next'
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
  return (
    <dl className={styles.table}>
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

function nameOf(t: TFunction<'app'>, { decade, from }: Row<VolumeLine>): string {
  if (decade !== null) return t('journals.decade', { year: decade })
  return from === null ? '–' : t('journals.volume', { volume: from })
}

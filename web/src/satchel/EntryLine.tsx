/** One title that has been gathered: what it is, in which edition, where the nearest copy stands. */
import type { ResultRow } from '@catalex/contract/search'
import { familyOf } from '@catalex/core/catalogue'
import type { Which } from '@catalex/core/satchel'
import RemoveIcon from '@mui/icons-material/CloseOutlined'
import Checkbox from '@mui/material/Checkbox'
import IconButton from '@mui/material/IconButton'
import MenuItem from '@mui/material/MenuItem'
import Select from '@mui/material/Select'
import Skeleton from '@mui/material/Skeleton'
import type { ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { Link } from 'react-router'
import { languageInWords } from '../shared/formats.ts'
import { useLinks } from '../shared/links.ts'
import { useOwnTitles } from '../shared/ownTitles.ts'
import { Nearest } from '../search/list/Nearest.tsx'
import { Hint } from '../ui/hints/Hint.tsx'
import { OwnMark } from '../ui/marks/OwnMark.tsx'
import { SpineLabel } from '../ui/marks/SpineLabel.tsx'
import { Words } from '../ui/Words.tsx'
import styles from './satchel.module.css'

interface Props {
  which: Which
  /** Undefined while it is on its way; null where the catalogue has it no more. */
  row: ResultRow | null | undefined
  ticked: boolean
  onTick(on: boolean): void
  /** Another edition takes its place; left out where none may. */
  onEdition?: (controlNumber: string) => void
  onRemove?: () => void
  children?: ReactNode
}

export function EntryLine({ which, row, ticked, onTick, onEdition, onRemove, children }: Props) {
  const { t } = useTranslation()
  const links = useLinks()
  const ownOf = useOwnTitles()
  const title = row?.title ?? which.controlNumber
  const edition = row?.editions.find(({ controlNumber }) => controlNumber === which.controlNumber)
  return (
    <>
      <Checkbox
        size="small"
        checked={ticked}
        slotProps={{ input: { 'aria-label': t('satchel.tick', { title }) } }}
        data-screen
        onChange={(_, on) => {
          onTick(on)
        }}
      />
      <SpineLabel lines={row?.nearest?.place.callNumber.spine ?? []} family={familyOf(edition?.carrier ?? 'book')} />
      <div className={styles.body}>
        {row === undefined ? (
          <Skeleton width="60%" />
        ) : (
          <h2>
            {row === null ? (
              t('satchel.gone', { number: which.controlNumber })
            ) : (
              <Link to={links.title(which.controlNumber)}>
                <Words language={edition?.languages[0]}>{title}</Words>
              </Link>
            )}
          </h2>
        )}
        {row && (
          <>
            <p className={styles.soft}>
              {[row.who.join(', '), edition?.publisher, edition?.year].filter(Boolean).join(' · ')}{' '}
              <OwnMark own={ownOf([which.controlNumber])} />
            </p>
            {onEdition && row.editions.length > 1 && which.barcode === null ? (
              <Select
                variant="standard"
                size="small"
                value={which.controlNumber}
                className={styles.edition}
                inputProps={{ 'aria-label': t('satchel.edition', { title }) }}
                onChange={(event) => {
                  onEdition(event.target.value)
                }}
              >
                {row.editions.map((one) => (
                  <MenuItem key={one.controlNumber} value={one.controlNumber}>
                    {[
                      t(`carriers.${one.carrier}`),
                      one.edition,
                      one.year,
                      one.languages[0] && languageInWords(one.languages[0]),
                      t('search.row.chip', one.tally),
                    ]
                      .filter(Boolean)
                      .join(', ')}
                  </MenuItem>
                ))}
              </Select>
            ) : (
              edition && <p className={styles.soft}>{t(`carriers.${edition.carrier}`)}</p>
            )}
            <Nearest row={row} elsewhere={row.editions.reduce((sum, { tally }) => sum + tally.elsewhere, 0)} />
          </>
        )}
        {children}
      </div>
      {onRemove && (
        <Hint text={t('satchel.remove', { title })}>
          <IconButton size="small" data-screen aria-label={t('satchel.remove', { title })} onClick={onRemove}>
            <RemoveIcon fontSize="small" />
          </IconButton>
        </Hint>
      )}
    </>
  )
}

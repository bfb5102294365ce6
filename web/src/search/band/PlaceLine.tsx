/** The Place line: the scope as a sentence, each part of which opens a small chooser. */
import { FAMILY_CODES } from '@catalex/core/catalogue'
import ExpandIcon from '@mui/icons-material/ArrowDropDown'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Skeleton from '@mui/material/Skeleton'
import { lazy, Suspense, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../../shared/places.tsx'
import { useScope } from '../../shared/scope.tsx'
import { useValueName } from '../../shared/valueNames.ts'
import { FormatMark } from '../../ui/FormatMark.tsx'
import type { Choices } from './Chooser.tsx'
import styles from './band.module.css'

const Chooser = lazy(() => import('./Chooser.tsx'))

/** @param before what stands before the sentence on a narrow screen: the field */
export function PlaceLine({ before }: { before: ReactNode }) {
  const { t } = useTranslation()
  const { all, shelved, pickups, pickupName } = usePlaces()
  const { scope, setScope } = useScope()
  const valueName = useValueName()
  if (all.branches.length === 0)
    return (
      <div className={styles.line}>
        <Skeleton width="24rem" className={styles.unknown} />
      </div>
    )
  const list = (facet: 'place' | 'format', codes: readonly string[], none: string) => {
    const [first] = codes
    if (first === undefined) return none
    const name = valueName(facet, first)
    return codes.length === 1 ? name : t('band.andMore', { first: name, count: codes.length - 1 })
  }
  return (
    <div className={styles.line}>
      {before}
      <span>{t('band.in')}</span>
      <Part
        what={t('band.chooseIn')}
        value={list('place', scope.in, t('band.everywhere', { count: shelved.length }))}
        choices={{
          kind: 'several',
          none: t('band.allPlaces'),
          chosen: scope.in,
          onChange: (codes) => {
            setScope({ in: codes })
          },
          groups: all.systems.map((system) => ({
            code: system.code,
            label: system.name,
            members: shelved.filter((branch) => branch.system === system.code),
          })),
        }}
      />
      <span>{t('band.as')}</span>
      <Part
        what={t('band.chooseAs')}
        value={list('format', scope.as, t('band.anyFormat'))}
        choices={{
          kind: 'several',
          none: t('band.allFormats'),
          chosen: scope.as,
          onChange: (codes) => {
            setScope({ as: codes })
          },
          groups: FAMILY_CODES.filter((family) => family !== 'online').map((family) => ({
            code: family,
            label: <FormatMark family={family} label={t(`families.${family}`)} />,
            members: [],
          })),
        }}
      />
      <FormControlLabel
        className={styles.online}
        control={
          <Checkbox
            size="small"
            checked={scope.online}
            onChange={(_, online) => {
              setScope({ online })
            }}
          />
        }
        label={t('band.online')}
      />
      <span>{t('band.at')}</span>
      <Part
        what={t('band.chooseAt')}
        value={pickupName(scope.at)}
        choices={{
          kind: 'one',
          options: pickups,
          chosen: scope.at,
          onChange: (code) => {
            setScope({ at: code })
          },
        }}
      />
    </div>
  )
}

/** One part of the sentence: what is chosen, and the chooser that it opens. */
function Part({ what, value, choices }: { what: string; value: string; choices: Choices }) {
  const { t } = useTranslation()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  return (
    <>
      <Button
        size="small"
        className={styles.part}
        endIcon={<ExpandIcon />}
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-label={`${value}. ${t('band.change', { what })}`}
        onClick={(event) => {
          setAnchor(event.currentTarget)
        }}
      >
        {value}
      </Button>
      {anchor && (
        <Suspense>
          <Chooser
            what={what}
            choices={choices}
            anchor={anchor}
            onClose={() => {
              setAnchor(null)
            }}
          />
        </Suspense>
      )}
    </>
  )
}

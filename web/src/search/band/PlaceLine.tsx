/** The Place line: the scope as a sentence, each part of which opens a small chooser. */
import { FAMILY_CODES } from '@catalex/core/catalogue'
import { IN_HAND, questionFromAddress } from '@catalex/core/query'
import ExpandIcon from '@mui/icons-material/ArrowDropDown'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Skeleton from '@mui/material/Skeleton'
import { Suspense, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { useLocation, useNavigate, useSearchParams } from 'react-router'
import { usePlaces } from '../../shared/places.tsx'
import { useScope } from '../../shared/scope.tsx'
import { useValueName } from '../../shared/valueNames.ts'
import { FormatMark } from '../../ui/marks/FormatMark.tsx'
import type { Choices } from './Chooser.tsx'
import { lazyPart, overThePage } from '../../ui/parts/lazyPart.tsx'
import styles from './band.module.css'

const Chooser = lazyPart(() => import('./Chooser.tsx'), overThePage)

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
      {all.courier && <By />}
    </div>
  )
}

/** By when: kept for what is searched next, as the rest of the sentence is. */
function By() {
  const { t } = useTranslation()
  const [parameters] = useSearchParams()
  const { pathname, state } = useLocation() as { pathname: string; state: unknown }
  const navigate = useNavigate()
  const { by } = questionFromAddress(parameters)
  const choose = (code: string) => {
    const address = new URLSearchParams(window.location.search)
    for (const name of ['by', 'page']) address.delete(name)
    const kept = address.getAll('keep').filter((name) => name !== 'by')
    address.delete('keep')
    for (const name of code === WHENEVER ? kept : [...kept, 'by']) address.append('keep', name)
    if (code !== WHENEVER) address.set('by', code)
    void navigate({ pathname, search: address.toString() }, { replace: pathname !== '/search', state })
  }
  const options = ([WHENEVER, ...IN_HAND] as const).map((code): { code: string; name: string } => ({
    code,
    name: t(`narrowing.by.${code}`),
  }))
  return (
    <>
      <span>{t('band.by')}</span>
      <Part
        what={t('band.chooseBy')}
        value={t(`narrowing.by.${by ?? WHENEVER}`)}
        choices={{ kind: 'one', options, chosen: by ?? WHENEVER, onChange: choose }}
      />
    </>
  )
}

const WHENEVER = 'whenever'

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

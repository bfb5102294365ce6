/** The Place line: the standing context as a sentence, each part of which opens a small chooser. */
import { carriersOf, FAMILIES, FAMILY_CODES } from '@catalex/core/catalogue'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Popover from '@mui/material/Popover'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { useId, useState, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import { usePlaces } from '../app/places.tsx'
import { useStanding } from '../app/standing.tsx'
import { FormatMark } from '../ui/FormatMark.tsx'
import styles from './band.module.css'

export function PlaceLine() {
  const { t } = useTranslation()
  const { all, placeName, pickups, branchName } = usePlaces()
  const { standing, setStanding } = useStanding()
  if (all.branches.length === 0) return <div className={styles.line} />
  const list = (codes: readonly string[], name: (code: string) => string, none: string) =>
    codes.length === 0 ? none : codes.length === 1 ? name(codes[0]) : t('band.andMore', { first: name(codes[0]), count: codes.length - 1 })
  const formatName = (code: string) =>
    Object.hasOwn(FAMILIES, code) ? t(`families.${code as keyof typeof FAMILIES}`) : t(`carriers.${carriersOf(code)[0] ?? 'book'}`)
  return (
    <div className={styles.line}>
      <span>{t('band.in')}</span>
      <Chooser what={t('band.chooseIn')} value={list(standing.in, placeName, t('band.everywhere', { count: all.branches.length }))}>
        <Ticks
          none={t('band.allPlaces')}
          chosen={standing.in}
          onChange={(codes) => {
            setStanding({ in: codes })
          }}
          groups={all.systems.map((system) => ({
            code: system.code,
            label: system.name,
            members: all.branches
              .filter((branch) => branch.system === system.code)
              .map((branch) => ({ code: branch.code, label: branch.name })),
          }))}
        />
      </Chooser>
      <span>{t('band.as')}</span>
      <Chooser what={t('band.chooseAs')} value={list(standing.as, formatName, t('band.anyFormat'))}>
        <Ticks
          none={t('band.allFormats')}
          chosen={standing.as}
          onChange={(codes) => {
            setStanding({ as: codes })
          }}
          groups={FAMILY_CODES.filter((family) => family !== 'online').map((family) => ({
            code: family,
            label: <FormatMark family={family} label={t(`families.${family}`)} />,
            members: [],
          }))}
        />
      </Chooser>
      <span>{t('band.at')}</span>
      <Chooser what={t('band.chooseAt')} value={branchName(standing.at)}>
        <RadioGroup
          value={standing.at}
          onChange={(_, code) => {
            setStanding({ at: code })
          }}
          aria-label={t('band.chooseAt')}
          className={styles.choices}
        >
          {pickups.map((branch) => (
            <FormControlLabel key={branch.code} value={branch.code} control={<Radio size="small" />} label={branch.name} />
          ))}
        </RadioGroup>
      </Chooser>
    </div>
  )
}

function Chooser({ what, value, children }: { what: string; value: string; children: ReactNode }) {
  const { t } = useTranslation()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const id = useId()
  return (
    <>
      <button
        type="button"
        className={styles.chip}
        aria-haspopup="dialog"
        aria-expanded={anchor !== null}
        aria-label={`${value}. ${t('band.change', { what })}`}
        onClick={(event) => {
          setAnchor(event.currentTarget)
        }}
      >
        {value}
      </button>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={() => {
          setAnchor(null)
        }}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-labelledby': id } }}
      >
        <div className={styles.chooser}>
          <h2 id={id}>{what}</h2>
          {children}
          <Button
            size="small"
            variant="contained"
            onClick={() => {
              setAnchor(null)
            }}
          >
            {t('app.close')}
          </Button>
        </div>
      </Popover>
    </>
  )
}

interface Group {
  code: string
  label: ReactNode
  members: { code: string; label: string }[]
}

/** Ticks in groups; ticking a whole group takes the place of its members. */
function Ticks({ none, groups, chosen, onChange }: { none: string; groups: Group[]; chosen: string[]; onChange(codes: string[]): void }) {
  const toggle = (code: string, drop: string[] = []) => {
    const rest = chosen.filter((other) => other !== code && !drop.includes(other))
    onChange(chosen.includes(code) ? rest : [...rest, code])
  }
  return (
    <div className={styles.choices}>
      <FormControlLabel
        control={
          <Checkbox
            size="small"
            checked={chosen.length === 0}
            onChange={() => {
              onChange([])
            }}
          />
        }
        label={none}
      />
      {groups.map((group) => (
        <div key={group.code}>
          <FormControlLabel
            control={
              <Checkbox
                size="small"
                checked={chosen.includes(group.code)}
                onChange={() => {
                  toggle(
                    group.code,
                    group.members.map((member) => member.code),
                  )
                }}
              />
            }
            label={group.label}
            className={styles.group}
          />
          {group.members.map((member) => (
            <FormControlLabel
              key={member.code}
              className={styles.member}
              control={
                <Checkbox
                  size="small"
                  checked={chosen.includes(member.code) || chosen.includes(group.code)}
                  onChange={() => {
                    toggle(member.code, [group.code])
                  }}
                />
              }
              label={member.label}
            />
          ))}
        </div>
      ))}
    </div>
  )
}

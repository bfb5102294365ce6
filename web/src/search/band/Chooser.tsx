/** A small chooser that one part of the Place line opens: ticks in groups, or one of several. */
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Popover from '@mui/material/Popover'
import Radio from '@mui/material/Radio'
import RadioGroup from '@mui/material/RadioGroup'
import { useId, type ReactNode } from 'react'
import { useTranslation } from 'react-i18next'
import styles from './band.module.css'

export interface Group {
  code: string
  label: ReactNode
  members: { code: string; name: string }[]
}

export type Choices =
  | {
      kind: 'several'
      /** What it is called when nothing is chosen. */
      none: string
      groups: Group[]
      chosen: readonly string[]
      onChange(codes: string[]): void
    }
  | { kind: 'one'; options: { code: string; name: string }[]; chosen: string; onChange(code: string): void }

interface Props {
  what: string
  choices: Choices
  anchor: HTMLElement
  onClose(): void
}

export default function Chooser({ what, choices, anchor, onClose }: Props) {
  const { t } = useTranslation()
  const id = useId()
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-labelledby': id } }}
    >
      <div className={styles.chooser}>
        <h2 id={id}>{what}</h2>
        {choices.kind === 'several' ? <Ticks {...choices} /> : <OneOf {...choices} label={what} />}
        <Button size="small" variant="contained" onClick={onClose}>
          {t('app.close')}
        </Button>
      </div>
    </Popover>
  )
}

function OneOf({ options, chosen, onChange, label }: Extract<Choices, { kind: 'one' }> & { label: string }) {
  return (
    <RadioGroup
      value={chosen}
      onChange={(_, code) => {
        onChange(code)
      }}
      aria-label={label}
      className={styles.choices}
    >
      {options.map(({ code, name }) => (
        <FormControlLabel key={code} value={code} control={<Radio />} label={name} />
      ))}
    </RadioGroup>
  )
}

/** Ticks in groups; ticking a whole group takes the place of its members. */
function Ticks({ none, groups, chosen, onChange }: Extract<Choices, { kind: 'several' }>) {
  const toggle = (code: string, instead: string[] = []) => {
    const rest = chosen.filter((other) => other !== code && !instead.includes(other))
    onChange(chosen.includes(code) ? rest : [...rest, code])
  }
  return (
    <div className={styles.choices}>
      <Tick
        label={none}
        checked={chosen.length === 0}
        onToggle={() => {
          onChange([])
        }}
      />
      {groups.map(({ code, label, members }) => (
        <div key={code}>
          <Tick
            label={label}
            strong
            checked={chosen.includes(code)}
            onToggle={() => {
              toggle(
                code,
                members.map((member) => member.code),
              )
            }}
          />
          {members.map((member) => (
            <Tick
              key={member.code}
              label={member.name}
              inner
              checked={chosen.includes(member.code) || chosen.includes(code)}
              onToggle={() => {
                toggle(member.code, [code])
              }}
            />
          ))}
        </div>
      ))}
    </div>
  )
}

interface TickProps {
  label: ReactNode
  checked: boolean
  strong?: boolean
  inner?: boolean
  onToggle(): void
}

function Tick({ label, checked, strong, inner, onToggle }: TickProps) {
  return (
    <FormControlLabel
      control={<Checkbox checked={checked} onChange={onToggle} />}
      label={label}
      sx={{ ml: inner ? '1.25rem' : '-5px', '& .MuiFormControlLabel-label': strong ? { fontWeight: 600 } : {} }}
    />
  )
}

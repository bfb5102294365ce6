/** Puts a title into the satchel, and takes it out again. */
import PutIcon from '@mui/icons-material/BackpackOutlined'
import InsideIcon from '@mui/icons-material/Backpack'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import type { Which } from '@catalex/core/satchel'
import { Hint } from './Hint.tsx'
import { useGather, useSatchel } from '../shared/satchel/useSatchel.ts'

interface Props {
  which: Which
  title: string
  /** Of a plain button in a dense row; without it, it looks like the buttons of a page. */
  className?: string
  /** Where there is no room for words beside the sign. */
  iconOnly?: boolean
}

export function SatchelButton({ which, title, className, iconOnly = false }: Props) {
  const { t } = useTranslation()
  const inside = useSatchel().has(which)
  const gather = useGather()
  const toggle = () => {
    gather(which)
  }
  const Icon = inside ? InsideIcon : PutIcon
  const words = t(inside ? 'satchel.inside' : 'satchel.put')
  const said = { 'aria-pressed': inside, 'aria-label': `${t('satchel.put')}: ${title}` }
  if (className === undefined)
    return (
      <Button size="small" variant="outlined" startIcon={<Icon />} data-screen {...said} onClick={toggle}>
        {words}
      </Button>
    )
  const button = (
    <button
      type="button"
      className={className}
      style={iconOnly ? { minWidth: '1.5rem' } : undefined}
      {...said}
      onClick={(event) => {
        event.stopPropagation()
        toggle()
      }}
    >
      <Icon sx={{ fontSize: iconOnly ? '1.125rem' : '0.9375rem', verticalAlign: '-0.1875rem' }} aria-hidden />
      {!iconOnly && ` ${words}`}
    </button>
  )
  return iconOnly ? <Hint text={words}>{button}</Hint> : button
}

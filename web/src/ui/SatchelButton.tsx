/** Puts a title into the satchel, and takes it out again. */
import PutIcon from '@mui/icons-material/BackpackOutlined'
import InsideIcon from '@mui/icons-material/Backpack'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import type { Which } from '@catalex/core/satchel'
import { useGather, useSatchel } from '../shared/satchel/useSatchel.ts'

interface Props {
  which: Which
  title: string
  /** Of a plain button in a dense row; without it, it looks like the buttons of a page. */
  className?: string
}

export function SatchelButton({ which, title, className }: Props) {
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
  return (
    <button
      type="button"
      className={className}
      {...said}
      onClick={(event) => {
        event.stopPropagation()
        toggle()
      }}
    >
      <Icon sx={{ fontSize: '0.9375rem', verticalAlign: '-0.1875rem' }} aria-hidden /> {words}
    </button>
  )
}

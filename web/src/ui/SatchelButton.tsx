/** Puts a title into the satchel, and takes it out again. */
import type { Which } from '@catalex/core/satchel'
import InsideIcon from '@mui/icons-material/Backpack'
import PutIcon from '@mui/icons-material/BackpackOutlined'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { useGather, useSatchel } from '../shared/satchel/useSatchel.ts'
import { Hint } from './hints/Hint.tsx'
import styles from './ui.module.css'

interface Props {
  which: Which
  title: string
  /** As the buttons of a page; as words at the end of a line; as a sign alone, where a line has no room for words. */
  look: 'page' | 'line' | 'sign'
}

export function SatchelButton({ which, title, look }: Props) {
  const { t } = useTranslation()
  const inside = useSatchel().has(which)
  const gather = useGather()
  const Icon = inside ? InsideIcon : PutIcon
  const words = t(inside ? 'satchel.inside' : 'satchel.put')
  const said = { 'aria-pressed': inside, 'aria-label': `${t('satchel.put')}: ${title}` }
  if (look === 'page')
    return (
      <Button
        size="small"
        variant="outlined"
        startIcon={<Icon />}
        data-screen
        {...said}
        onClick={() => {
          gather(which)
        }}
      >
        {words}
      </Button>
    )
  const button = (
    <button
      type="button"
      className={styles.gather}
      {...said}
      onClick={(event) => {
        event.stopPropagation()
        gather(which)
      }}
    >
      <Icon sx={{ fontSize: look === 'sign' ? '1.125rem' : '0.9375rem', verticalAlign: '-0.1875rem' }} aria-hidden />
      {look === 'line' && ` ${words}`}
    </button>
  )
  return look === 'sign' ? <Hint text={words}>{button}</Hint> : button
}

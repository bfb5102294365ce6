/** What stands on the card, to take along as a file. */
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useId, useState } from 'react'
import { useTranslation } from 'react-i18next'

const FORMS = ['ics', 'csv', 'json'] as const

export function CardFiles() {
  const { t } = useTranslation()
  const id = useId()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => {
    setAnchor(null)
  }
  return (
    <>
      <Button
        size="small"
        data-screen
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        aria-controls={anchor ? id : undefined}
        onClick={(event) => {
          setAnchor(event.currentTarget)
        }}
      >
        {t('card.files.heading')}
      </Button>
      <Menu id={id} anchorEl={anchor} open={anchor !== null} onClose={close}>
        {FORMS.map((form) => (
          <MenuItem key={form} component="a" href={`/api/card.${form}`} download onClick={close}>
            {t(`card.files.${form}`)}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

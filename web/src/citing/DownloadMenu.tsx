/** Titles as a file, in the form that is chosen. */
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useId, useState } from 'react'
import { useTranslation } from 'react-i18next'
import { FORMS, type Form } from './exportAddress.ts'

interface Props {
  address(form: Form): string
  /** What the button says, where it is more than that. */
  label?: string
}

export function DownloadMenu({ address, label }: Props) {
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
        startIcon={<DownloadIcon />}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        aria-controls={anchor ? id : undefined}
        data-screen
        onClick={(event) => {
          setAnchor(event.currentTarget)
        }}
      >
        {label ?? t('cite.download')}
      </Button>
      <Menu id={id} anchorEl={anchor} open={anchor !== null} onClose={close}>
        {FORMS.map((form) => (
          <MenuItem key={form} component="a" href={address(form)} download onClick={close}>
            {t(`cite.forms.${form}`)}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

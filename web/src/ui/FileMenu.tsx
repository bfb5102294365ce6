/** A button that opens a choice of files. */
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useId, useState, type ReactNode } from 'react'

interface Props {
  label: string
  icon?: ReactNode
  files: readonly { href: string; label: string }[]
}

export function FileMenu({ label, icon, files }: Props) {
  const id = useId()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const close = () => {
    setAnchor(null)
  }
  return (
    <>
      <Button
        size="small"
        startIcon={icon}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        aria-controls={anchor ? id : undefined}
        data-screen
        onClick={(event) => {
          setAnchor(event.currentTarget)
        }}
      >
        {label}
      </Button>
      {/* In its place in the page, so that it stands within a landmark. */}
      <Menu disablePortal id={id} anchorEl={anchor} open={anchor !== null} onClose={close}>
        {files.map((file) => (
          <MenuItem key={file.href} component="a" href={file.href} download onClick={close}>
            {file.label}
          </MenuItem>
        ))}
      </Menu>
    </>
  )
}

/** A page beneath the band: as wide as lines are read, room at the sides, the window's title. */
import Box from '@mui/material/Box'
import { useEffect, type ReactNode } from 'react'

interface Props {
  /** Largest width in pixels of a 16-pixel type. */
  width?: number
  /** Of the window. */
  title?: string
  busy?: boolean
  children?: ReactNode
}

export function Page({ width = 1240, title, busy, children }: Props) {
  useEffect(() => {
    if (title !== undefined) document.title = `${title} · Catalex`
  }, [title])
  return (
    <Box
      aria-busy={busy}
      sx={{
        maxWidth: `${String(width / 16)}rem`,
        mx: 'auto',
        px: { xs: '0.875rem', sm: '1.25rem' },
        pt: '1rem',
        pb: '2.5rem',
        minHeight: '60vh',
      }}
    >
      {children}
    </Box>
  )
}

/** A page beneath the band: as wide as lines are read, room at the sides, its heading arrived at. */
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { useArrival } from '../shared/focus/useArrival.ts'

interface Props {
  /** Largest width in pixels of a 16-pixel type. */
  width?: number
  /** Heading of the page, and of the window. */
  title: string
  /** Names the view where its title does not. */
  view?: string
  /** Beside the heading. */
  aside?: ReactNode
  busy?: boolean
  children?: ReactNode
}

export function Page({ width = 1240, title, view = title, aside, busy, children }: Props) {
  const heading = useArrival(view, title)
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
      <Typography variant="h1" ref={heading} tabIndex={-1}>
        {title}
      </Typography>
      {aside}
      {children}
    </Box>
  )
}

/** What a notice looks like. */
import Button from '@mui/material/Button'
import Snackbar from '@mui/material/Snackbar'
import type { NoticeAction } from '../shared/notices.tsx'

const SHOWN_MS = 5000
/** Long enough to reach what can be pressed. */
const ACTION_MS = 12_000

interface Props {
  text: string
  action: NoticeAction | undefined
  onClose(): void
}

export default function NoticeBar({ text, action, onClose }: Props) {
  return (
    <Snackbar
      open
      message={text}
      autoHideDuration={action ? ACTION_MS : SHOWN_MS}
      action={
        action && (
          <Button
            size="small"
            color="inherit"
            onClick={() => {
              action.onPress()
              onClose()
            }}
          >
            {action.label}
          </Button>
        )
      }
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      onClose={(_, reason) => {
        if (reason !== 'clickaway') onClose()
      }}
    />
  )
}

/** Why nobody is signed in, where that was not asked for, or where the server does not know yet. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useEffect, useRef } from 'react'
import { useTranslation } from 'react-i18next'
import { useSession } from '../shared/session/session.tsx'

export default function SessionNotices({ untold }: { untold: boolean }) {
  const { t } = useTranslation()
  const { askToSignIn, signOut } = useSession()
  const said = useRef<HTMLDivElement>(null)
  // What had the focus is gone with the session; whoever comes back begins with why.
  useEffect(() => {
    said.current?.focus()
  }, [])
  const wayOn = (
    <Button size="small" variant="outlined" onClick={() => void (untold ? signOut() : askToSignIn())}>
      {t(untold ? 'idle.tellAgain' : 'app.signIn')}
    </Button>
  )
  return (
    <Alert ref={said} tabIndex={-1} severity={untold ? 'warning' : 'info'} icon={false} action={wayOn}>
      {t(untold ? 'idle.untold' : 'idle.ended')}
    </Alert>
  )
}

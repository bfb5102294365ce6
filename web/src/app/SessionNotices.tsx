/** Why nobody is signed in, where that was not asked for, or where the server does not know yet. */
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'
import { useSession } from '../shared/session/session.tsx'

export default function SessionNotices({ untold }: { untold: boolean }) {
  const { t } = useTranslation()
  const { askToSignIn, signOut } = useSession()
  if (untold)
    return (
      <Alert
        severity="warning"
        icon={false}
        action={
          <Button size="small" variant="outlined" onClick={() => void signOut()}>
            {t('idle.tellAgain')}
          </Button>
        }
      >
        {t('idle.untold')}
      </Alert>
    )
  return (
    <Alert
      severity="info"
      icon={false}
      action={
        <Button size="small" variant="outlined" onClick={() => void askToSignIn()}>
          {t('app.signIn')}
        </Button>
      }
    >
      {t('idle.ended')}
    </Alert>
  )
}

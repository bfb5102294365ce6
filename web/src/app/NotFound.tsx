import Typography from '@mui/material/Typography'
import { useTranslation } from 'react-i18next'
import { Page } from '../ui/Page.tsx'

export function NotFound() {
  const { t } = useTranslation()
  return (
    <Page>
      <Typography variant="h1">{t('app.notFound')}</Typography>
      <p>{t('app.notFoundWay')}</p>
    </Page>
  )
}

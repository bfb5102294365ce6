import { useTranslation } from 'react-i18next'
import { Page } from '../ui/Page.tsx'

export default function NotFound() {
  const { t } = useTranslation()
  return (
    <Page title={t('app.notFound')}>
      <p>{t('app.notFoundWay')}</p>
    </Page>
  )
}

import { useTranslation } from 'react-i18next'
import styles from './app.module.css'

export function NotFound() {
  const { t } = useTranslation()
  return (
    <div className={styles.page}>
      <h1>{t('app.notFound')}</h1>
      <p>{t('app.notFoundWay')}</p>
    </div>
  )
}

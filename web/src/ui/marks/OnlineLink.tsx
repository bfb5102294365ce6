/** The way to a version that is read online: it leaves the catalogue, and says so. */
import OnlineIcon from '@mui/icons-material/LinkOutlined'
import { useTranslation } from 'react-i18next'
import styles from '../ui.module.css'

interface Props {
  version: { url: string; label: string | null }
  title: string
  /** No library has a copy. */
  only?: boolean
}

export function OnlineLink({ version: { url, label }, title, only = false }: Props) {
  const { t } = useTranslation()
  return (
    <a
      className={styles.online}
      href={url}
      target="_blank"
      rel="noreferrer noopener"
      data-screen
      aria-label={t('onlineVersion.of', { title, label: label ?? t('onlineVersion.read') })}
      onClick={(event) => {
        event.stopPropagation()
      }}
    >
      <OnlineIcon aria-hidden="true" sx={{ fontSize: '1rem' }} />
      {t(only ? 'onlineVersion.only' : 'onlineVersion.also')}
      {label !== null && `: ${label}`}
    </a>
  )
}

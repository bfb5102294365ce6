import Button from '@mui/material/Button'
import { useTranslation } from 'react-i18next'

export function ShowTitles({ count, onShow }: { count: number; onShow(): void }) {
  const { t } = useTranslation()
  return (
    <Button variant="contained" fullWidth onClick={onShow}>
      {t('search.showTitles', { count })}
    </Button>
  )
}

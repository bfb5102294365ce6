/** What stands on the card, to take along as a file. */
import { useTranslation } from 'react-i18next'
import { FileMenu } from '../ui/FileMenu.tsx'

const FORMS = ['ics', 'csv', 'json'] as const

export function CardFiles() {
  const { t } = useTranslation()
  return (
    <FileMenu
      label={t('card.files.heading')}
      files={FORMS.map((form) => ({ href: `/api/card.${form}`, label: t(`card.files.${form}`) }))}
    />
  )
}

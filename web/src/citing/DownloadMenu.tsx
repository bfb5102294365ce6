/** Titles as a file, in the form that is chosen. */
import DownloadIcon from '@mui/icons-material/FileDownloadOutlined'
import { useTranslation } from 'react-i18next'
import { FileMenu } from '../ui/FileMenu.tsx'
import { FORMS, type Form } from './exportAddress.ts'

interface Props {
  address(form: Form): string
  /** What the button says, where it is more than that. */
  label?: string
}

export function DownloadMenu({ address, label }: Props) {
  const { t } = useTranslation()
  const files = FORMS.map((form) => ({ href: address(form), label: t(`cite.forms.${form}`) }))
  return <FileMenu label={label ?? t('cite.download')} icon={<DownloadIcon />} files={files} />
}

/** Changes the language in place, by the other language's own name. */
import Button from '@mui/material/Button'
import type { SxProps } from '@mui/material/styles'
import { useTranslation } from 'react-i18next'
import { language, LANGUAGES, speak, type Language } from '../shared/i18n.ts'

export function OtherLanguage({ sx }: { sx?: SxProps }) {
  // Drawn anew when the language changes.
  useTranslation()
  const others = (Object.keys(LANGUAGES) as Language[]).filter((code) => code !== language())
  return others.map((code) => (
    <Button key={code} size="small" color="inherit" lang={code} sx={sx} onClick={() => void speak(code)}>
      {LANGUAGES[code]}
    </Button>
  ))
}

/** Changes the language in place, by the other language's own name. */
import Button from '@mui/material/Button'
import type { SxProps } from '@mui/material/styles'
import { useTranslation } from 'react-i18next'
import { language, LANGUAGES, offered, speak } from '../shared/i18n.ts'
import { usePlaces } from '../shared/places.tsx'

export function OtherLanguage({ sx }: { sx?: SxProps }) {
  // Drawn anew when the language changes.
  useTranslation()
  const { all } = usePlaces()
  const others = offered(all.languages).filter((code) => code !== language())
  return others.map((code) => (
    <Button key={code} size="small" color="inherit" lang={code} sx={sx} onClick={() => void speak(code)}>
      {LANGUAGES[code]}
    </Button>
  ))
}

/** Changes the language in place, by the other language's own name. */
import { LANGUAGES } from '@catalex/core/languages'
import Button from '@mui/material/Button'
import type { SxProps } from '@mui/material/styles'
import { useTranslation } from 'react-i18next'
import { language, offered, speak } from '../shared/i18n.ts'
import { useNotice } from '../shared/notices.tsx'
import { usePlaces } from '../shared/places.tsx'
import { problemInWords } from '../shared/problems.ts'

export function OtherLanguage({ sx }: { sx?: SxProps }) {
  // Drawn anew when the language changes.
  const { t } = useTranslation()
  const notify = useNotice()
  const { all } = usePlaces()
  const others = offered(all.languages).filter((code) => code !== language())
  // A button stays, with the focus, and takes the name of the language that was left.
  return others.map((code, place) => (
    <Button
      key={place}
      size="small"
      color="inherit"
      lang={code}
      sx={sx}
      onClick={() => {
        speak(code).catch((error: unknown) => {
          notify(problemInWords(t, error, all))
        })
      }}
    >
      {LANGUAGES[code]}
    </Button>
  ))
}

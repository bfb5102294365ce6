/** A PIN or password, which whoever types it may look at. */
import HideIcon from '@mui/icons-material/VisibilityOffOutlined'
import ShowIcon from '@mui/icons-material/VisibilityOutlined'
import IconButton from '@mui/material/IconButton'
import InputAdornment from '@mui/material/InputAdornment'
import TextField, { type TextFieldProps } from '@mui/material/TextField'
import { useState } from 'react'
import { useTranslation } from 'react-i18next'

export function SecretField(props: Omit<TextFieldProps, 'type' | 'slotProps'>) {
  const { t } = useTranslation()
  const [isShown, setShown] = useState(false)
  const show = (
    <InputAdornment position="end">
      <IconButton size="small" edge="end" aria-label={t('signIn.show')} aria-pressed={isShown} onClick={() => { setShown(!isShown) }}>
        {isShown ? <HideIcon fontSize="small" /> : <ShowIcon fontSize="small" />}
      </IconButton>
    </InputAdornment>
  )
  return (
    <TextField
      {...props}
      type={isShown ? 'text' : 'password'}
      slotProps={{ inputLabel: { shrink: true }, input: { endAdornment: show }, htmlInput: { autoCapitalize: 'none', spellCheck: false } }}
    />
  )
} // prettier-ignore

/** MUI dressed in our tokens, down to the focus ring. */
import { createTheme, type Theme } from '@mui/material/styles'
import { cssVariables, DARK, LIGHT } from './tokens.ts'

export const SANS = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif"
export const SERIF = "'Literata Variable', Georgia, serif"
export const MONO = "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace"

export function themeFor(mode: 'light' | 'dark'): Theme {
  const tokens = mode === 'dark' ? DARK : LIGHT
  const ring = { outline: `3px solid ${tokens.search}`, outlineOffset: 1, boxShadow: `0 0 0 1px ${tokens.ink}` }
  return createTheme({
    palette: {
      mode,
      primary: { main: tokens.action, contrastText: tokens.actionInk },
      secondary: { main: tokens.search, contrastText: tokens.searchInk },
      error: { main: tokens.attention },
      warning: { main: tokens.waiting },
      background: { default: tokens.paper, paper: tokens.panel },
      text: { primary: tokens.ink, secondary: tokens.soft },
      divider: tokens.line,
    },
    shape: { borderRadius: 4 },
    spacing: 4,
    typography: { fontFamily: SANS, fontSize: 14, button: { textTransform: 'none', fontWeight: 600 } },
    transitions: { create: () => 'none' },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          ':root': { ...cssVariables(tokens), '--sans': SANS, '--serif': SERIF, '--mono': MONO, colorScheme: mode },
          body: { backgroundColor: tokens.paper, color: tokens.ink, fontSize: 14, lineHeight: 1.45 },
          a: { color: tokens.action },
          ':focus-visible': ring,
        },
      },
      MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { '&.Mui-focusVisible': ring } } },
      MuiButton: { defaultProps: { disableElevation: true }, styleOverrides: { root: { padding: '7px 14px', lineHeight: 1.4 } } },
      MuiCheckbox: { styleOverrides: { root: { padding: 5 } } },
      MuiRadio: { styleOverrides: { root: { padding: 5 } } },
      MuiPopover: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: {
          paper: { border: `1px solid ${tokens.line}`, boxShadow: '0 6px 24px rgb(0 0 0 / 18%)', backgroundImage: 'none' },
        },
      },
      MuiDialog: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: { paper: { backgroundColor: tokens.paper, backgroundImage: 'none' } },
      },
      MuiDrawer: { defaultProps: { transitionDuration: 0 }, styleOverrides: { paper: { backgroundImage: 'none' } } },
    },
  })
}

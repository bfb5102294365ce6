/** MUI dressed in our tokens, down to the focus ring. */
import { createTheme, type Theme } from '@mui/material/styles'
import { cssVariables, DARK, LIGHT } from './tokens.ts'

export const SANS = "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif"
export const SERIF = "'Literata Variable', Georgia, serif"
export const MONO = "'Atkinson Hyperlegible Mono Variable', ui-monospace, monospace"

/** Below `sm` a phone, below `md` two columns, from `md` on three. In rem: 760, 1060, 1240 and 1536 px where letters are of the usual size. */
export const BREAKPOINTS = { xs: 0, sm: 47.5, md: 66.25, lg: 77.5, xl: 96 }

/** Windows so low, or so narrow, that a band which stays would leave little to see. */
const LOW = '@media (max-height: 30rem), (max-width: 22rem)'

export function themeFor(mode: 'light' | 'dark'): Theme {
  const tokens = mode === 'dark' ? DARK : LIGHT
  const ring = { outline: `3px solid ${tokens.search}`, outlineOffset: 1, boxShadow: `0 0 0 1px ${tokens.ink}` }
  const framed = { border: `1px solid ${tokens.line}`, boxShadow: '0 6px 24px rgb(0 0 0 / 18%)', backgroundImage: 'none' }
  return createTheme({
    palette: {
      mode,
      // What is under the pointer darkens a little, and its words stay readable.
      tonalOffset: 0.08,
      primary: { main: tokens.action, contrastText: tokens.actionInk },
      secondary: { main: tokens.search, contrastText: tokens.searchInk },
      error: { main: tokens.attention },
      warning: { main: tokens.waiting },
      background: { default: tokens.paper, paper: tokens.panel },
      text: { primary: tokens.ink, secondary: tokens.soft },
      divider: tokens.line,
      action: { hover: tokens.hover },
    },
    // In rem, so that whoever has larger letters has the layout that has room for them.
    breakpoints: { values: BREAKPOINTS, unit: 'rem', step: 100 * (0.05 / 16) },
    shape: { borderRadius: 4 },
    spacing: 4,
    typography: {
      fontFamily: SANS,
      fontSize: 14,
      h1: { fontFamily: SERIF, fontWeight: 600, fontSize: '1.5625rem', lineHeight: 1.2, letterSpacing: 0 },
      h2: { fontWeight: 600, fontSize: '0.9375rem', lineHeight: 1.3, letterSpacing: 0 },
      h3: { fontWeight: 600, fontSize: '0.875rem', lineHeight: 1.3 },
      body1: { fontSize: '0.875rem', lineHeight: 1.45 },
      body2: { fontSize: '0.8125rem', lineHeight: 1.4 },
      button: { textTransform: 'none', fontWeight: 600 },
    },
    transitions: { create: () => 'none' },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          ':root': { ...cssVariables(tokens), '--sans': SANS, '--serif': SERIF, '--mono': MONO, colorScheme: mode },
          body: { backgroundColor: tokens.paper, color: tokens.ink, fontSize: '0.875rem', lineHeight: 1.45, overflowWrap: 'break-word' },
          // A word without an end breaks rather than the page.
          'h1, h2, h3, bdi': { overflowWrap: 'anywhere' },
          a: { color: tokens.action },
          ':focus-visible': ring,
          // A heading takes the focus when its page has come; it is no control.
          'h1:focus-visible, main:focus-visible, [tabindex="-1"]:focus-visible': { outline: 'none', boxShadow: 'none' },
          // What has the focus is never behind the band; where the window is low the band scrolls away.
          html: {
            scrollPaddingTop: '9rem',
            '@media (max-width: 47.496875rem)': { scrollPaddingTop: '11.5rem' },
            [LOW]: { scrollPaddingTop: '1rem' },
          },
          // Shadows and colours of our own are gone there; outlines stay.
          '@media (forced-colors: active)': {
            ':focus-visible, :focus-within:has(> :focus-visible)': { outline: '3px solid Highlight !important' },
          },
          // A telephone zooms into what is typed or chosen in smaller letters, and stays there.
          '@media (max-width: 37.5rem)': { 'input, select, textarea': { fontSize: 'max(1em, 16px) !important' } },
          '@media print': {
            '[data-screen], .MuiDialog-root, .MuiDrawer-root, .MuiSnackbar-root': { display: 'none !important' },
            body: { backgroundColor: '#fff !important', color: '#000 !important' },
            '@page': { margin: '15mm' },
          },
        },
      },
      MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { '&.Mui-focusVisible': ring } } },
      MuiButton: {
        defaultProps: { disableElevation: true },
        styleOverrides: {
          root: { padding: '7px 14px', lineHeight: 1.4, minWidth: 0 },
          sizeSmall: { padding: '2px 8px', fontSize: '0.875rem', minHeight: '1.625rem' },
          startIcon: { '& > *:nth-of-type(1)': { fontSize: '1.125rem !important' } },
        },
      },
      MuiLink: {
        defaultProps: { underline: 'hover' },
        styleOverrides: { button: { fontWeight: 600, textAlign: 'left', padding: '2px 0', minHeight: '1.5rem' } },
      },
      MuiCheckbox: { defaultProps: { size: 'small' }, styleOverrides: { root: { padding: 5 } } },
      MuiRadio: { defaultProps: { size: 'small' }, styleOverrides: { root: { padding: 5 } } },
      MuiIconButton: { styleOverrides: { root: { minWidth: 24, minHeight: 24 } } },
      MuiChip: {
        defaultProps: { size: 'small', variant: 'outlined' },
        styleOverrides: {
          // Its words are never cut off, however large they are: a long one takes a second line.
          root: {
            borderRadius: 4,
            borderColor: tokens.line,
            backgroundColor: tokens.panel,
            fontSize: '0.8125rem',
            height: 'auto',
            minHeight: 24,
            maxWidth: '100%',
          },
          label: { whiteSpace: 'normal', overflowWrap: 'anywhere', overflow: 'visible' },
          deleteIcon: { fontSize: '1rem', color: tokens.soft },
        },
      },
      MuiFormControlLabel: { styleOverrides: { root: { marginLeft: -5 }, label: { fontSize: '0.875rem', lineHeight: 1.25 } } },
      // The frame of a field shows the focus; a ring inside it would strike through its label.
      MuiInputBase: {
        styleOverrides: {
          // A telephone zooms into a field whose letters are smaller than 16 px, and stays there.
          root: { fontSize: '0.875rem', backgroundColor: tokens.panel, '@media (max-width: 37.5rem)': { fontSize: '1rem' } },
          input: { '&:focus-visible': { outline: 'none', boxShadow: 'none' } },
        },
      },
      MuiTextField: { defaultProps: { size: 'small' } },
      MuiSelect: { styleOverrides: { select: { '&:focus-visible': { outline: 'none', boxShadow: 'none' } } } },
      MuiAccordion: {
        defaultProps: { disableGutters: true, elevation: 0, square: true },
        styleOverrides: { root: { background: 'none', borderBottom: `1px solid ${tokens.line}`, '&::before': { display: 'none' } } },
      },
      MuiAccordionSummary: {
        styleOverrides: {
          root: { padding: 0, minHeight: 32 },
          content: { margin: '4px 0', fontFamily: SANS, fontWeight: 600, fontSize: '0.875rem' },
          expandIconWrapper: { color: tokens.soft },
        },
      },
      MuiAccordionDetails: { styleOverrides: { root: { padding: '0 0 8px' } } },
      MuiTab: {
        styleOverrides: {
          root: {
            padding: '6px 0',
            minWidth: 0,
            minHeight: 36,
            marginRight: 20,
            color: tokens.ink,
            fontWeight: 500,
            borderBottom: '2px solid transparent',
            '&.Mui-selected': { borderColor: tokens.action },
          },
        },
      },
      // On a narrow screen they stand in two lines rather than scroll sideways.
      MuiTabs: {
        styleOverrides: {
          root: { minHeight: 36, borderBottom: `1px solid ${tokens.ink}` },
          list: { flexWrap: 'wrap' },
          indicator: { display: 'none' },
        },
      },
      MuiTableCell: {
        styleOverrides: {
          root: { padding: '4px 10px 4px 0', borderColor: tokens.line, fontSize: '0.8125rem' },
          head: { color: tokens.soft, whiteSpace: 'nowrap' },
        },
      },
      MuiTooltip: {
        defaultProps: { arrow: true },
        styleOverrides: { tooltip: { backgroundColor: tokens.ink, color: tokens.paper, fontSize: '0.8125rem', maxWidth: 320 } },
      },
      MuiPopover: { defaultProps: { transitionDuration: 0 }, styleOverrides: { paper: framed } },
      MuiAutocomplete: { styleOverrides: { paper: framed } },
      MuiDialog: {
        defaultProps: { transitionDuration: 0 },
        styleOverrides: {
          // Hung from above: what a dialog still loads makes it longer, and moves nothing that is just being pressed.
          container: { alignItems: 'flex-start' },
          paper: { backgroundColor: tokens.paper, backgroundImage: 'none' },
        },
      },
      MuiDrawer: { defaultProps: { transitionDuration: 0 }, styleOverrides: { paper: { backgroundImage: 'none' } } },
      MuiAlert: {
        styleOverrides: {
          root: { borderRadius: 0, borderLeft: '4px solid', backgroundColor: tokens.panel, color: tokens.ink, fontSize: '0.875rem' },
        },
      },
    },
  })
}

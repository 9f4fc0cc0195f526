import { createTheme, type Theme } from '@mui/material/styles'
import { THEMES, type ThemeName } from './tokens.ts'

export const TEXT_FONT = '"Figtree Variable", system-ui, sans-serif'
export const NUMBER_FONT = '"JetBrains Mono", ui-monospace, monospace'

/** What moves only for show rests for those who asked their system for that. */
const STILL = { transitionDuration: 0 } as const
const restsFor = (still: boolean) =>
  still
    ? {
        MuiMenu: { defaultProps: STILL },
        MuiPopover: { defaultProps: STILL },
        MuiDialog: { defaultProps: STILL },
      }
    : {}

export const makeTheme = (name: ThemeName, still = false): Theme => {
  const t = THEMES[name]
  return createTheme({
    palette: {
      mode: name === 'night' ? 'dark' : 'light',
      primary: { main: t.persimmon, contrastText: t.onPersimmon },
      secondary: { main: t.pine },
      warning: { main: t.plum },
      background: { default: t.ground, paper: t.raised },
      text: { primary: t.ink, secondary: t.softInk },
      divider: t.line,
    },
    ...(still ? { transitions: { create: () => 'none' } } : {}),
    shape: { borderRadius: 6 },
    typography: {
      fontFamily: TEXT_FONT,
      fontSize: 13,
      body1: { fontSize: 13, lineHeight: 1.45 },
      body2: { fontSize: 12 },
      button: { textTransform: 'none', fontWeight: 600 },
    },
    components: {
      ...restsFor(still),
      MuiButton: {
        defaultProps: { disableElevation: true, size: 'small' },
        styleOverrides: { outlined: { borderColor: t.line, color: t.ink }, text: { color: t.ink } },
      },
      MuiIconButton: { defaultProps: { size: 'small' } },
      MuiTooltip: { defaultProps: { enterDelay: 500, disableInteractive: true } },
      MuiButtonBase: { defaultProps: { disableRipple: true } },
    },
  })
}

/** The same tokens as CSS variables, for everything that is not Material. */
export const applyTokens = (name: ThemeName): void => {
  const root = document.documentElement
  root.dataset['theme'] = name
  for (const [key, value] of Object.entries({ ...THEMES[name] } satisfies Record<string, string>))
    root.style.setProperty(`--${key}`, value)
}

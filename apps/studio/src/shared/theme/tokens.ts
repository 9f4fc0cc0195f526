/**
 * Colours of the chrome, one set a theme. The stage's own ground belongs to the effect's surroundings, not to
 * a theme.
 */
export interface Tokens {
  readonly ground: string
  readonly panel: string
  readonly raised: string
  readonly band: string
  readonly ink: string
  readonly softInk: string
  readonly line: string
  readonly persimmon: string
  readonly onPersimmon: string
  readonly pine: string
  readonly plum: string
  readonly mat: string
  readonly strip: string
}

const paper: Tokens = {
  ground: '#f4efe6',
  panel: '#fbf8f2',
  raised: '#ffffff',
  band: '#efe7da',
  ink: '#2a2320',
  softInk: '#6d6157',
  line: '#ded4c4',
  persimmon: '#b8430f',
  onPersimmon: '#ffffff',
  pine: '#1f6f5c',
  plum: '#8a2f5a',
  mat: '#84827e',
  strip: '#e5dbca',
}

const night: Tokens = {
  ground: '#1c1816',
  panel: '#26211e',
  raised: '#302a26',
  band: '#2f2824',
  ink: '#f1e9dd',
  softInk: '#b0a396',
  line: '#443b35',
  persimmon: '#f0733c',
  onPersimmon: '#1c1816',
  pine: '#4fb497',
  plum: '#d477a4',
  mat: '#3a3836',
  strip: '#3a322c',
}

/** Without any hue, for judging colours. */
const neutral: Tokens = {
  ground: '#d4d4d4',
  panel: '#dedede',
  raised: '#eeeeee',
  band: '#cacaca',
  ink: '#1d1d1d',
  softInk: '#4e4e4e',
  line: '#b2b2b2',
  persimmon: '#b8430f',
  onPersimmon: '#ffffff',
  pine: '#1a6150',
  plum: '#8a2f5a',
  mat: '#808080',
  strip: '#c2c2c2',
}

export const THEMES = { paper, night, neutral } as const
export type ThemeName = keyof typeof THEMES
export const THEME_LABELS = {
  paper: 'Paper',
  night: 'Night',
  neutral: 'Neutral grey',
} as const satisfies Record<ThemeName, string>

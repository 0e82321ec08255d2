/** Colours of what is drawn on canvas: the same as in theme.less. */
export const THEME = {
  paper: '#f7f3ea',
  paperLight: '#fdfbf5',
  rule: '#e3dac7',
  ruleStrong: '#d5c9b1',
  ink: '#22282c',
  inkSoft: '#575b57',
  accent: '#135e74',
  wash: '#cfdfe0',
  warning: '#a8321f',
  good: '#2c6a3f',
  brass: '#b5842f',
  sans: "'Source Sans', 'Segoe UI', sans-serif",
  reading: "'Literata', Georgia, serif",
} as const;

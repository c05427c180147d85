/** Colours of everything that is drawn, for one colour scheme. */
export interface Palette {
  isDark: boolean;
  ink: string;
  dim: string;
  paper: string;
  beyond: string;
  grid: string;
  river: string;
  ochre: string;
  clay: string;
  moss: string;
}

const LIGHT: Palette = {
  isDark: false,
  ink: '#1f2d36',
  dim: '#5b6a72',
  paper: '#fbf8f1',
  beyond: '#e9e0cd',
  grid: 'rgba(31, 45, 54, 0.06)',
  river: '#0e7a7f',
  ochre: '#c58a2b',
  clay: '#b24a2f',
  moss: '#5c7c3c',
};

const DARK: Palette = {
  isDark: true,
  ink: '#e9e3d5',
  dim: '#9aa7ad',
  paper: '#1b252c',
  beyond: '#10171c',
  grid: 'rgba(233, 227, 213, 0.06)',
  river: '#4fb7ba',
  ochre: '#dba950',
  clay: '#de7a5c',
  moss: '#93b46c',
};

export function paletteFor(scheme: 'light' | 'dark'): Palette {
  return scheme === 'dark' ? DARK : LIGHT;
}

/** The tint of ground or a kind, as it is written for paper, fitted to the scheme: in the dark, light becomes dark. */
export function fitTint(tint: string, palette: Palette): string {
  if (!palette.isDark) return tint;
  const [red, green, blue] = [1, 3, 5].map((place) => parseInt(tint.slice(place, place + 2), 16));
  const brightest = Math.max(red, green, blue);
  const darkest = Math.min(red, green, blue);
  const lightness = (brightest + darkest) / 2;
  // Pale tints turn over; strong ones are lifted a little.
  const target = lightness > 150 ? 28 + (255 - lightness) * 0.75 : Math.min(170, lightness + 34);
  const factor = target / Math.max(1, lightness);
  return `rgb(${[red, green, blue].map((part) => Math.round(Math.min(255, part * factor))).join(', ')})`;
}

import { createTheme, type MantineColorsTuple } from '@mantine/core';

const river: MantineColorsTuple = [
  '#e3f4f4',
  '#c9e7e7',
  '#99d0d1',
  '#66b8ba',
  '#3da4a7',
  '#23979a',
  '#0e7a7f',
  '#086b70',
  '#005d62',
  '#004e53',
];
const clay: MantineColorsTuple = [
  '#fbeae5',
  '#f2d3ca',
  '#e3a797',
  '#d57a62',
  '#c95b3e',
  '#bf4a2d',
  '#b24a2f',
  '#96391f',
  '#842f17',
  '#70240e',
];
const ochre: MantineColorsTuple = [
  '#fbf3e2',
  '#f3e4c6',
  '#e7ca91',
  '#dab058',
  '#d09b33',
  '#c58a2b',
  '#b27a20',
  '#976618',
  '#7d5310',
  '#634108',
];

/** From text to the deepest ground, for the dark scheme. */
const dark: MantineColorsTuple = [
  '#e9e3d5',
  '#c9cfd2',
  '#a3afb5',
  '#7d8b93',
  '#4a5963',
  '#31404a',
  '#263138',
  '#1b252c',
  '#151d23',
  '#10171c',
];

export const theme = createTheme({
  white: '#fbf8f1',
  black: '#1f2d36',
  primaryColor: 'river',
  primaryShade: 6,
  autoContrast: true,
  colors: { river, clay, ochre, dark },
  fontFamily: '"Inter Variable", sans-serif',
  fontFamilyMonospace: '"JetBrains Mono Variable", monospace',
  defaultRadius: 'sm',
  components: {
    // The list scrolls, and so can be reached.
    SpotlightActionsList: { defaultProps: { viewportProps: { tabIndex: 0 } } },
    Modal: {
      defaultProps: {
        closeButtonProps: { 'aria-label': 'Close' },
        // The head of a dialog is none of the page.
        attributes: { header: { role: 'none' } },
      },
    },
  },
  fontSizes: { xs: '12px', sm: '13px', md: '14px', lg: '16px', xl: '20px' },
});

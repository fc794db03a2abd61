import { createTheme } from '@mui/material/styles';
import { COLOURS, coloursOf, PALETTE } from './palette.ts';

const FONT = "'Archivo Variable', 'Archivo', 'DejaVu Sans', sans-serif";

const paletteOf = (mode: 'light' | 'dark') => {
  const colours = COLOURS[mode];
  return {
    background: { default: colours.canvas, paper: colours.chalk },
    text: { primary: colours.ink, secondary: colours.softInk },
    divider: colours.rule,
    primary: { main: colours.action },
    error: { main: colours.notMet },
    warning: { main: colours.cannotTell },
    info: { main: colours.planned },
    success: { main: colours.met },
  };
};

/** Light or dark as the device wishes. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'media' },
  colorSchemes: { light: { palette: paletteOf('light') }, dark: { palette: paletteOf('dark') } },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: FONT,
    h1: { fontSize: '1.6rem', fontWeight: 700, lineHeight: 1.2 },
    h2: { fontSize: '1.05rem', fontWeight: 700, lineHeight: 1.3 },
    body1: { fontSize: '0.95rem' },
    body2: { fontSize: '0.86rem' },
    button: { textTransform: 'none', fontWeight: 650 },
  },
  components: {
    // What is not chosen is read as well as what is.
    MuiToggleButton: { styleOverrides: { root: { color: PALETTE.ink } } },
    MuiCssBaseline: {
      styleOverrides: {
        ':root': { ...coloursOf('light'), colorScheme: 'light dark' },
        '@media (prefers-color-scheme: dark)': { ':root': coloursOf('dark') },
        body: { fontVariantNumeric: 'tabular-nums' },
        ':focus-visible': { outline: `3px solid ${PALETTE.action}`, outlineOffset: 2 },
        // Lengths in a drawing are metres: there the focus is a line three pixels wide at any scale.
        'svg :focus-visible': { outline: 'none' },
        'svg g:focus-visible > :first-child, svg circle:focus-visible, svg path:focus-visible': {
          stroke: PALETTE.action,
          strokeOpacity: 1,
          strokeWidth: '3px',
          vectorEffect: 'non-scaling-stroke',
        },
        // Every part of what is dragged: a finger that moves it must not scroll the page instead.
        '.stays, .stays *': { touchAction: 'none' },
        '@media print': {
          ':root': { ...coloursOf('light'), colorScheme: 'light' },
          body: { background: '#fff' },
          '.no-print': { display: 'none !important' },
        },
        '@page': { margin: '12mm' },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, variant: 'outlined' },
      styleOverrides: { root: { minHeight: 40, borderWidth: 2, '&:hover': { borderWidth: 2 } } },
    },
    MuiIconButton: { styleOverrides: { root: { minWidth: 40, minHeight: 40 } } },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { backgroundImage: 'none' }, outlined: { borderColor: PALETTE.rule } },
    },
    MuiTextField: { defaultProps: { size: 'small', variant: 'outlined' } },
    MuiFormControl: { defaultProps: { size: 'small' } },
    MuiTableContainer: { styleOverrides: { root: { position: 'relative' } } },
    MuiTableCell: {
      styleOverrides: {
        root: { padding: '6px 10px', borderColor: PALETTE.rule },
        head: { fontWeight: 700, color: PALETTE.softInk, borderBottom: `2px solid ${PALETTE.ink}` },
      },
    },
  },
});

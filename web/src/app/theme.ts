import { createTheme } from '@mui/material/styles';
import { PALETTE } from './palette.ts';

const FONT = "'Archivo Variable', 'Archivo', 'DejaVu Sans', sans-serif";

export const theme = createTheme({
  palette: {
    background: { default: PALETTE.canvas, paper: PALETTE.chalk },
    text: { primary: PALETTE.ink, secondary: PALETTE.softInk },
    divider: PALETTE.rule,
    primary: { main: PALETTE.action },
    error: { main: PALETTE.notMet },
    warning: { main: PALETTE.cannotTell },
    info: { main: PALETTE.planned },
    success: { main: PALETTE.met },
  },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: FONT,
    h1: { fontSize: '1.6rem', fontWeight: 700, lineHeight: 1.2, fontStretch: '90%' },
    h2: { fontSize: '1.05rem', fontWeight: 700, lineHeight: 1.3 },
    body1: { fontSize: '0.95rem' },
    body2: { fontSize: '0.86rem' },
    button: { textTransform: 'none', fontWeight: 650 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums' },
        ':focus-visible': { outline: `3px solid ${PALETTE.action}`, outlineOffset: 2 },
        '@media print': {
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

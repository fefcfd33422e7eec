import { createTheme } from '@mui/material/styles';

declare module '@mui/material/styles' {
  interface Palette {
    boxwood: Palette['primary'];
    bar: Palette['primary'];
    ink: Palette['primary'];
  }
  interface PaletteOptions {
    boxwood?: PaletteOptions['primary'];
    bar?: PaletteOptions['primary'];
    ink?: PaletteOptions['primary'];
  }
}

declare module '@mui/material/Button' {
  interface ButtonPropsColorOverrides {
    boxwood: true;
    ink: true;
  }
}

const light = {
  background: { default: '#F7F5EF', paper: '#FFFFFF' },
  text: { primary: '#1E272B', secondary: '#5A656A' },
  divider: '#DED9CC',
  primary: { main: '#0D5A66', dark: '#0A4650', contrastText: '#FFFFFF' },
  error: { main: '#B3261E', light: '#FBEAE8' },
  success: { main: '#2B6E45' },
  warning: { main: '#9A5B00' },
  boxwood: { main: '#EDC55A', light: '#F6E3A8', dark: '#B08A24', contrastText: '#1E272B' },
  bar: { main: '#1E272B', light: '#36424A', dark: '#B9C2C6', contrastText: '#F7F5EF' },
  ink: { main: '#1E272B', contrastText: '#F7F5EF' },
};

const dark = {
  background: { default: '#15191B', paper: '#1E2427' },
  text: { primary: '#EFEBDF', secondary: '#A9B1B4' },
  divider: '#3A4347',
  primary: { main: '#6CC4CF', dark: '#8AD6DF', contrastText: '#0E1D20' },
  error: { main: '#FF9A90', light: '#3C211F' },
  success: { main: '#8AD0A1' },
  warning: { main: '#F0B45A' },
  boxwood: { main: '#EDC55A', light: '#4A4022', dark: '#EDC55A', contrastText: '#1E272B' },
  bar: { main: '#0D1113', light: '#2C3539', dark: '#A9B1B4', contrastText: '#F7F5EF' },
  ink: { main: '#EFEBDF', contrastText: '#15191B' },
};

/** The whole look: colors, type, sizes. Nothing else writes a color or a font. */
export const theme = createTheme({
  cssVariables: { cssVarPrefix: 'ys', colorSchemeSelector: 'data-scheme' },
  colorSchemes: { light: { palette: light }, dark: { palette: dark } },
  shape: { borderRadius: 6 },
  typography: {
    fontFamily: 'Barlow, "Noto Sans", system-ui, sans-serif',
    fontSize: 14,
    button: { textTransform: 'none', fontWeight: 600, letterSpacing: 0 },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'medium' },
      styleOverrides: { root: { borderRadius: 5, minHeight: 34, paddingInline: 14 } },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiOutlinedInput: { styleOverrides: { root: { backgroundColor: 'var(--sheet)' } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiDialogTitle: { styleOverrides: { root: { fontSize: 18, fontWeight: 600, paddingBottom: 8 } } },
    MuiDialogActions: { styleOverrides: { root: { padding: '8px 24px 20px' } } },
  },
});

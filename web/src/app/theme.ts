import { createTheme } from '@mui/material/styles';

declare module '@mui/material/styles' {
  interface Palette {
    /** Told apart by hue, and everywhere by the shape of the marker too. */
    tomato: { main: string };
    pepper: { main: string };
    /** Temperature alone: from frost to warmth. */
    cold: { main: string };
    warm: { main: string };
    /** The yellow of a plant label, with ink on it. */
    label: { main: string; ink: string };
    stem: { main: string };
    bench: { main: string };
  }
  interface PaletteOptions {
    tomato?: { main: string };
    pepper?: { main: string };
    cold?: { main: string };
    warm?: { main: string };
    label?: { main: string; ink: string };
    stem?: { main: string };
    bench?: { main: string };
  }
}

const yellow = '#f4c81f';
const ink = '#15211c';
const body = '"Barlow", sans-serif';
const condensed = '"Barlow Semi Condensed", "Barlow", sans-serif';

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: yellow, contrastText: ink },
        error: { main: '#a81d2b' },
        background: { default: '#e4e8e9', paper: '#f8f9f9' },
        text: { primary: ink, secondary: '#46524d' },
        divider: '#c3cacb',
        tomato: { main: '#7d2c62' },
        pepper: { main: '#25694a' },
        cold: { main: '#5d82a3' },
        warm: { main: '#c98a2b' },
        label: { main: yellow, ink },
        stem: { main: '#3f5a4c' },
        bench: { main: '#d3d9da' },
      },
    },
    dark: {
      palette: {
        primary: { main: yellow, contrastText: ink },
        error: { main: '#ff8f8f' },
        background: { default: '#12181a', paper: '#1b2325' },
        text: { primary: '#e9eeec', secondary: '#a7b4af' },
        divider: '#35403f',
        tomato: { main: '#d99ac7' },
        pepper: { main: '#7fcaa0' },
        cold: { main: '#7fa6c9' },
        warm: { main: '#e0ad5c' },
        label: { main: yellow, ink },
        stem: { main: '#8fae9d' },
        bench: { main: '#263032' },
      },
    },
  },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: body,
    fontSize: 15,
    // Two weights of each cut ship with the application: medium is drawn as semi-bold.
    fontWeightMedium: 600,
    h1: { fontFamily: condensed, fontWeight: 600, fontSize: '1.9rem', lineHeight: 1.15 },
    h2: { fontFamily: condensed, fontWeight: 600, fontSize: '1.3rem', lineHeight: 1.2 },
    h3: { fontFamily: condensed, fontWeight: 600, fontSize: '1.08rem', lineHeight: 1.25 },
    button: { textTransform: 'none', fontWeight: 600, fontSize: '1rem', letterSpacing: 0 },
    overline: {
      fontFamily: condensed,
      fontWeight: 600,
      letterSpacing: '0.04em',
      lineHeight: 1.4,
      textTransform: 'none',
      fontSize: '0.9rem',
    },
  },
  components: {
    // A form in a dialog scrolls under its heading and over its buttons: those are always there.
    MuiDialog: {
      styleOverrides: {
        paper: { '& > form': { display: 'flex', flexDirection: 'column', minHeight: 0 } },
      },
    },
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums' },
        // A long name breaks rather than make a page wider than the phone.
        'main h1, main h2, main h3, main p': { overflowWrap: 'break-word' },
        // Whom motion makes ill sees where things end up, not how they get there.
        '@media (prefers-reduced-motion: reduce)': {
          '*, *::before, *::after': {
            animationDuration: '1ms !important',
            transitionDuration: '1ms !important',
            scrollBehavior: 'auto !important',
          },
        },
        '@media print': { body: { background: '#fff' }, '.no-print': { display: 'none !important' } },
      },
    },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minHeight: 44, paddingInline: 16 },
        outlined: ({ theme: t }) => ({ color: t.vars.palette.text.primary, borderColor: t.vars.palette.text.secondary }),
        text: ({ theme: t }) => ({ color: t.vars.palette.text.primary, textDecoration: 'underline', textUnderlineOffset: 3 }),
      },
    },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiOutlinedInput: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          backgroundColor: t.vars.palette.background.paper,
          '&.Mui-focused:not(.Mui-error) .MuiOutlinedInput-notchedOutline': { borderColor: t.vars.palette.text.primary },
        }),
      },
    },
    MuiInputLabel: {
      styleOverrides: { root: ({ theme: t }) => ({ '&.Mui-focused:not(.Mui-error)': { color: t.vars.palette.text.primary } }) },
    },
    MuiCheckbox: { styleOverrides: { root: ({ theme: t }) => ({ '&.Mui-checked': { color: t.vars.palette.text.primary } }) } },
    MuiRadio: { styleOverrides: { root: ({ theme: t }) => ({ '&.Mui-checked': { color: t.vars.palette.text.primary } }) } },
    MuiToggleButton: {
      styleOverrides: { root: ({ theme: t }) => ({ color: t.vars.palette.text.primary, minHeight: 44, paddingInline: 14 }) },
    },
    MuiLink: { defaultProps: { color: 'inherit' } },
    MuiButtonBase: {
      styleOverrides: {
        root: ({ theme: t }) => ({
          '&.Mui-focusVisible': { outline: `3px solid ${t.vars.palette.text.primary}`, outlineOffset: 2 },
        }),
      },
    },
  },
});

export { condensed };

'use client';

import { createTheme } from '@mui/material/styles';

const FONT = "'Archivo Variable', 'Archivo', system-ui, sans-serif";

/**
 * Two themes, day and bay, over one set of named colours (`globals.css`). Verdigris: works. Copper: needs attention.
 * Magenta: stop. Each is paired with a shape or a word. MUI supplies behaviour and accessibility.
 */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: '[data-theme="%s"]' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#1f6f6b', dark: '#17544f', light: '#cfe3df', contrastText: '#ffffff' },
        secondary: { main: '#9c4a22', contrastText: '#ffffff' },
        error: { main: '#8e1b5a', contrastText: '#ffffff' },
        warning: { main: '#9c4a22', contrastText: '#ffffff' },
        success: { main: '#1f6f6b', contrastText: '#ffffff' },
        info: { main: '#4a5459', contrastText: '#ffffff' },
        background: { default: '#f4f1ea', paper: '#fbf9f4' },
        text: { primary: '#22272b', secondary: '#565d61', disabled: '#8a8f90' },
        divider: '#d8d2c4',
      },
    },
    dark: {
      palette: {
        primary: { main: '#6fc2b8', dark: '#4fa398', light: '#1d3d3c', contrastText: '#10201f' },
        secondary: { main: '#e59a72', contrastText: '#23130a' },
        error: { main: '#f08cc0', contrastText: '#2c0a1d' },
        warning: { main: '#e59a72', contrastText: '#23130a' },
        success: { main: '#6fc2b8', contrastText: '#10201f' },
        info: { main: '#aeb7ba', contrastText: '#15191c' },
        background: { default: '#171b1e', paper: '#1f2427' },
        text: { primary: '#ece8df', secondary: '#a9b0b2', disabled: '#767d80' },
        divider: '#363d41',
      },
    },
  },
  shape: { borderRadius: 4 },
  // Sizes are in px at a base of 16, and follow the text size of the browser.
  unstable_sxConfig: {
    fontSize: { themeKey: 'typography', transform: (size) => (typeof size === 'number' ? `${size / 16}rem` : (size as string)) },
  },
  typography: {
    fontFamily: FONT,
    fontSize: 14,
    h1: { fontSize: '1.5rem', fontWeight: 700, fontStretch: '88%', letterSpacing: '-0.01em', lineHeight: 1.2 },
    h2: { fontSize: '1.125rem', fontWeight: 680, fontStretch: '92%', lineHeight: 1.3 },
    h3: { fontSize: '0.8125rem', fontWeight: 650, lineHeight: 1.4 },
    body1: { fontSize: '0.9375rem', lineHeight: 1.5 },
    body2: { fontSize: '0.875rem', lineHeight: 1.45 },
    button: { textTransform: 'none', fontWeight: 650, fontSize: '0.9375rem' },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: { minHeight: 44, paddingInline: 16 },
        outlined: { borderColor: 'var(--ts-edge)', color: 'var(--ts-ink)', backgroundColor: 'var(--ts-card)' },
      },
    },
    MuiIconButton: { styleOverrides: { root: { minWidth: 44, minHeight: 44, borderRadius: 4 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 44,
          textTransform: 'none',
          paddingInline: 12,
          color: 'var(--ts-ink)',
          '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: 'var(--ts-work)', color: 'var(--ts-work-ink)' },
        },
      },
    },
    MuiTextField: { defaultProps: { size: 'small', fullWidth: true } },
    MuiButtonBase: { styleOverrides: { root: { fontFamily: 'inherit' } } },
    MuiOutlinedInput: { styleOverrides: { root: { minHeight: 44, backgroundColor: 'var(--ts-card)' } } },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 44 } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiDialog: { styleOverrides: { paper: { border: '1px solid var(--ts-edge)' } } },
    MuiTooltip: { defaultProps: { arrow: true } },
    MuiTableCell: { styleOverrides: { root: { borderColor: 'var(--ts-edge)' } } },
  },
});

import { createTheme } from '@mui/material';

/**
 * Neutral greys without any tint, so that nothing on the screen sways the eye (see ISO 3664).
 * The one place for colour is the photo, and small swatches of the photo's own colours.
 */
export const greys = {
  surround: '#4d4d4d',
  panel: '#383838',
  raised: '#434343',
  line: '#2b2b2b',
  text: '#ededed',
  quiet: '#b9b9b9',
} as const;

/** Where one points with fingers, and how large what they point at is at least, in CSS pixels. */
export const FINGERS = '@media (pointer: coarse)';
export const FINGER = 40;

/** Room around a handle of a drawing, which a finger needs and the eye does not: taken hold of up to the size of everything else. */
export const fingerRoom = (size: number) => ({ [FINGERS]: { '&::after': { content: '""', position: 'absolute', inset: `${String((size - FINGER) / 2)}px`, borderRadius: '50%' } } });

/** Where menus, dialogues and tips stand; see index.html. */
const overlays = () => document.getElementById('overlays') ?? document.body;

/** Who asked for less motion gets none. */
const still = typeof window !== 'undefined' && window.matchMedia('(prefers-reduced-motion: reduce)').matches;
const AT_ONCE = { shortest: 0, shorter: 0, short: 0, standard: 0, complex: 0, enteringScreen: 0, leavingScreen: 0 };

export const theme = createTheme({
  ...(still ? { transitions: { create: () => 'none', duration: AT_ONCE } } : {}),
  cssVariables: true,
  palette: {
    mode: 'dark',
    primary: { main: '#e6e6e6', contrastText: '#222' },
    secondary: { main: '#bdbdbd' },
    // Even warnings are told by words and icons: a red panel beside a photo spoils judging it.
    error: { main: '#f2f2f2' },
    warning: { main: '#f2f2f2' },
    info: { main: '#d9d9d9' },
    success: { main: '#e6e6e6' },
    background: { default: greys.surround, paper: greys.panel },
    text: { primary: greys.text, secondary: greys.quiet },
    divider: greys.line,
  },
  shape: { borderRadius: 4 },
  typography: {
    fontFamily: '"Inter Variable", sans-serif',
    fontSize: 13,
    button: { textTransform: 'none', fontWeight: 500 },
    subtitle2: { fontWeight: 600, fontSize: '0.8125rem', lineHeight: 1.4 },
    caption: { fontSize: '0.75rem', lineHeight: 1.4, color: greys.quiet },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        'html, body, #root': { height: '100%', overflow: 'hidden' },
        // Written twice, so that it wins over the rules of single parts, which take outlines away.
        ':root:root :focus-visible, :root:root .Mui-focusVisible': { outline: '2px solid #fff', outlineOffset: 1 },
        // Lists and menus show where one is inside, so that nothing of the mark is cut off at their edge.
        ':root:root [role=menuitem]:focus-visible, :root:root [data-inset]:focus-visible': { outlineOffset: -2 },
        '.desk-divider': { backgroundColor: greys.line, transition: 'background-color 120ms' },
        '.desk-divider[data-separator=hover], .desk-divider[data-separator=active], .desk-divider:focus-visible': { backgroundColor: '#8a8a8a' },
        '@media (prefers-reduced-motion: reduce)': { '*, *::before, *::after': { animation: 'none !important', transition: 'none !important' } },
        '@keyframes asked': { '0%, 100%': { opacity: 0.62 }, '50%': { opacity: 0.12 } },
      },
    },
    MuiPopover: { defaultProps: { container: overlays } },
    MuiDialog: { defaultProps: { container: overlays } },
    MuiPopper: { defaultProps: { container: overlays } },
    MuiMenuItem: { styleOverrides: { root: { '&.Mui-selected, &.Mui-selected:hover': { backgroundColor: '#4a4a4a', '& .MuiListItemText-secondary': { color: greys.text } } } } },
    MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: 'inherit', [FINGERS]: { minHeight: FINGER, minWidth: FINGER } } } },
    MuiButton: { defaultProps: { size: 'small', color: 'primary' } },
    MuiIconButton: { defaultProps: { size: 'small' } },
    MuiInputBase: { styleOverrides: { root: { [FINGERS]: { minHeight: FINGER } }, input: { [FINGERS]: { minHeight: FINGER, boxSizing: 'border-box' } } } },
    MuiSelect: { styleOverrides: { select: { [FINGERS]: { minHeight: `${String(FINGER)}px !important`, boxSizing: 'border-box', display: 'flex', alignItems: 'center' } } } },
    MuiSwitch: { styleOverrides: { root: { [FINGERS]: { height: FINGER, alignItems: 'center', '& .MuiSwitch-track': { height: 10 }, '& .MuiSwitch-switchBase': { minHeight: 0, minWidth: 0, top: (FINGER - 24) / 2 }, '& .MuiSwitch-input': { top: -(FINGER - 24) / 2, height: FINGER } } } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    // A tip describes; the name of a control is its label.
    MuiTooltip: { defaultProps: { enterDelay: 600, arrow: true, describeChild: true, disableInteractive: true }, styleOverrides: { tooltip: { fontSize: '0.75rem', maxWidth: 280 } } },
    MuiSlider: {
      defaultProps: { size: 'small', color: 'secondary' },
      styleOverrides: {
        root: { height: 3 },
        thumb: { width: 13, height: 13, backgroundColor: '#f0f0f0', '&:hover, &.Mui-active': { boxShadow: '0 0 0 5px rgb(255 255 255 / 18%)' } },
        track: { border: 'none' },
        rail: { opacity: 1, backgroundColor: '#6a6a6a' },
      },
    },
    MuiToggleButton: {
      styleOverrides: {
        root: { textTransform: 'none', padding: '2px 10px', color: greys.quiet, borderColor: '#565656', '&.Mui-selected': { color: '#fff', backgroundColor: '#5e5e5e' } },
      },
    },
  },
});

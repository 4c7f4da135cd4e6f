/** The one theme: tokens of light and dark, type, and how MUI's components wear them. */
import { createTheme } from "@mui/material/styles";

const text = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';
/** Formulas, as they are shown and as they are edited. */
export const mathsFont = '"Noto Sans Math", math';
const heading = '"Bricolage Grotesque", "Atkinson Hyperlegible Next Variable", sans-serif';

/** Ten unit hues, safe for colour-blind readers, a white letter readable on each. */
const unitHues = [
  "#1F6F9A",
  "#A4502E",
  "#4E7A27",
  "#7B4B8A",
  "#8A6A00",
  "#0F766E",
  "#A63A63",
  "#4A5B78",
  "#6B5B3A",
  "#4651A3",
];

/** `--unit-n` fills a bead; `--unit-ink-n` writes or outlines on the surface; `--unit-tint-n` is a strand. */
const unitVariables = (ink: (hue: string) => string, tint: (hue: string) => string) =>
  Object.fromEntries(
    unitHues.flatMap((hue, n) => [
      [`--unit-${n}`, hue],
      [`--unit-ink-${n}`, ink(hue)],
      [`--unit-tint-${n}`, tint(hue)],
    ]),
  );

/** Nobody presses anything on paper. */
const unprinted = { "@media print": { display: "none" } };

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: "data-theme" },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: "#1F5C4A", dark: "#17473A", contrastText: "#FFFFFF" },
        warning: { main: "#C77D0A", dark: "#7D4E00", light: "#FBF1DF", contrastText: "#1D2B27" },
        error: { main: "#A8412C", contrastText: "#FFFFFF" },
        info: { main: "#3B5876", contrastText: "#FFFFFF" },
        success: { main: "#1F5C4A", light: "#E7EEE7", contrastText: "#FFFFFF" },
        background: { default: "#F6F4EC", paper: "#FFFFFF" },
        text: { primary: "#1D2B27", secondary: "#5B6863" },
        divider: "#DAD7CA",
      },
    },
    dark: {
      palette: {
        primary: { main: "#86C9AF", dark: "#A9DCC8", contrastText: "#0F1E19" },
        warning: { main: "#E9A944", dark: "#F0C173", light: "#3A2F1A", contrastText: "#14201C" },
        error: { main: "#EE9A84", contrastText: "#14201C" },
        info: { main: "#9DBBD9", contrastText: "#14201C" },
        success: { main: "#86C9AF", light: "#22362E", contrastText: "#0F1E19" },
        background: { default: "#14201C", paper: "#1C2A25" },
        text: { primary: "#E9EDE6", secondary: "#AABAB2" },
        divider: "#37483F",
      },
    },
  },
  // Nothing moves for whoever has asked their device for less motion.
  motion: { reducedMotion: "system" },
  shape: { borderRadius: 8 },
  typography: {
    fontFamily: text,
    fontSize: 14,
    h1: { fontFamily: heading, fontSize: "1.625rem", fontWeight: 700, letterSpacing: "-0.01em" },
    h2: { fontFamily: heading, fontSize: "1.125rem", fontWeight: 700 },
    h3: { fontFamily: text, fontSize: "1rem", fontWeight: 700 },
    body1: { fontSize: "1rem", lineHeight: 1.45 },
    body2: { fontSize: "0.875rem", lineHeight: 1.45 },
    caption: { fontSize: "0.8125rem", lineHeight: 1.4 },
    button: { textTransform: "none", fontWeight: 700 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        ":root": unitVariables(
          (hue) => hue,
          (hue) => `color-mix(in oklab, ${hue} 22%, #ffffff)`,
        ),
        '[data-theme="dark"]': unitVariables(
          (hue) => `color-mix(in oklab, ${hue} 52%, #ffffff)`,
          (hue) => `color-mix(in oklab, ${hue} 45%, #1c2a25)`,
        ),
        body: {
          fontVariantNumeric: "tabular-nums",
          // A white letter on a bead needs its bead; the page itself needs no ink.
          "@media print": { backgroundColor: "#FFFFFF", printColorAdjust: "exact", WebkitPrintColorAdjust: "exact" },
        },
        ":focus-visible": { outline: "3px solid var(--mui-palette-warning-main)", outlineOffset: "2px" },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiToggleButton: { styleOverrides: { root: { color: "var(--mui-palette-text-primary)", textTransform: "none" } } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: unprinted,
        outlined: {
          borderColor:
            "color-mix(in oklab, var(--mui-palette-text-secondary) 55%, var(--mui-palette-background-paper))",
          color: "var(--mui-palette-text-primary)",
          backgroundColor: "var(--mui-palette-background-paper)",
        },
      },
    },
    MuiPaper: { defaultProps: { variant: "outlined" }, styleOverrides: { root: { backgroundImage: "none" } } },
    MuiLink: {
      defaultProps: { underline: "always" },
      // As large as a finger needs it, though it looks like a word.
      styleOverrides: { button: { minHeight: 24, minWidth: 24 } },
    },
    MuiIconButton: { styleOverrides: { root: unprinted } },
    MuiTabs: { styleOverrides: { root: unprinted } },
    MuiTextField: { defaultProps: { size: "small" } },
  },
});

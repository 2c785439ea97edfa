import { createSystem, defaultBaseConfig, defaultConfig, defineConfig } from '@chakra-ui/react'

/** Paper, ink, graphite; one water colour, one clay colour for “act”. Each has its lamp-off twin for a dim room. */
const twin = (light: string, dark: string) => ({ value: { _light: light, _dark: dark } })

const config = defineConfig({
  globalCss: {
    'html, body': { bg: 'paper', color: 'ink', fontFamily: 'body', minHeight: '100%' },
    // What has the focus is scrolled clear of the bar of tabs that lies over the foot of a narrow page.
    html: { scrollPaddingBottom: { base: '76px', md: '12px' } },
    body: { lineHeight: 1.45 },
    'html.dark': { colorScheme: 'dark' },
    '::selection': { bg: 'wash' },
    ':focus-visible': { outline: '2px solid var(--chakra-colors-water)', outlineOffset: '2px' },
    a: { color: 'inherit' },
    '.pencil': { color: 'pencil' },
    '.serif': { fontFamily: 'heading' },
    '.skip': {
      position: 'absolute',
      left: '-999px',
      top: 0,
      bg: 'paper',
      color: 'ink',
      p: 2,
      zIndex: 10,
    },
    '.skip:focus': { left: 2 },
    '*, *::before, *::after': {
      _motionReduce: {
        transition: 'none !important',
        animation: 'none !important',
        scrollBehavior: 'auto !important',
      },
    },
  },
  theme: {
    tokens: {
      fonts: {
        heading: { value: '"Literata Variable", Georgia, serif' },
        body: { value: '"Schibsted Grotesk Variable", "Helvetica Neue", Arial, sans-serif' },
      },
    },
    semanticTokens: {
      colors: {
        paper: twin('#FBF8EF', '#141A17'),
        margin: twin('#F4EFE1', '#1B221E'),
        tab: twin('#E9E2CE', '#232C27'),
        ink: twin('#1D2B24', '#E9E5D8'),
        contour: twin('#1D2B24', '#B4BDA9'),
        pencil: twin('#5E645B', '#A3AA9F'),
        graphite: twin('#A5A899', '#5D675F'),
        rule: twin('#CFC8B4', '#36413A'),
        // Of a map of light: what is lit is the lighter, lamp on or off.
        lit: twin('rgba(251, 248, 239, 0)', '#75857A'),
        shade: twin('rgba(29, 43, 36, 0.2)', 'rgba(4, 8, 6, 0.4)'),
        water: twin('#28646C', '#86BEC4'),
        wash: twin('#DCE8E4', '#223433'),
        clay: twin('#A8431F', '#EC9270'),
        moss: twin('#3F6B35', '#9CC58C'),
        leafGreen: twin('#7C9F63', '#5F8450'),
        leafPale: twin('#A3B877', '#8BA35F'),
        leafOlive: twin('#8C8757', '#857F4E'),
        leafRed: twin('#AF6B63', '#A4605A'),
        ground: twin('#A9A48F', '#4A4C42'),
        grain: twin('#6E6A59', '#7B7D70'),
        stone: twin('#BDB3A2', '#6B675D'),
        wood: twin('#9A7B5B', '#6C563F'),
      },
    },
  },
})

/** Kinds of tokens the pages are set in. The library's colours and recipes are left out but for the dialog's: making and styling all of them costs a slow machine an eighth of a second a page. */
const KEPT = [
  'borders',
  'durations',
  'easings',
  'fontSizes',
  'fontWeights',
  'letterSpacings',
  'lineHeights',
  'radii',
  'sizes',
  'spacing',
  'zIndex',
] as const

const { breakpoints, keyframes, tokens, semanticTokens, textStyles, slotRecipes } =
  defaultConfig.theme ?? {}
const lean = defineConfig({
  preflight: true,
  cssVarsPrefix: 'chakra',
  cssVarsRoot: ':where(html, .chakra-theme)',
  globalCss: {
    '*': { '--global-color-border': 'colors.rule' },
    html: { lineHeight: 1.5, '--global-font-body': 'fonts.body' },
    '*::placeholder': { color: 'pencil' },
  },
  theme: {
    breakpoints,
    textStyles,
    keyframes: {
      'fade-in': keyframes?.['fade-in'] ?? {},
      'fade-out': keyframes?.['fade-out'] ?? {},
    },
    tokens: {
      ...Object.fromEntries(KEPT.map((kind) => [kind, tokens?.[kind]])),
      colors: {
        transparent: { value: 'transparent' },
        current: { value: 'currentColor' },
        blackAlpha: { 500: { value: 'rgba(0, 0, 0, 0.36)' } },
      },
    },
    semanticTokens: { radii: semanticTokens?.radii },
    slotRecipes: slotRecipes ? { dialog: slotRecipes.dialog } : {},
  },
})

export const system = createSystem(defaultBaseConfig, lean, config)

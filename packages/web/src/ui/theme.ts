import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'

const value = (light: string, night: string): { value: { base: string; _dark: string } } => ({ value: { base: light, _dark: night } })

/** Ink and paper; the lures are the colour; one action colour, the float red. */
const config = defineConfig({
  theme: {
    tokens: {
      fonts: { heading: { value: "'Besley Variable', Georgia, serif" }, body: { value: "'Atkinson Hyperlegible Next Variable', system-ui, sans-serif" } },
      /** In rem: a reader who has set larger letters gets them. */
      fontSizes: {
        small: { value: '0.8125rem' },
        text: { value: '0.9375rem' },
        large: { value: '1.125rem' },
        title: { value: '1.4375rem' },
        display: { value: '1.8125rem' },
        figure: { value: '4rem' },
      },
      radii: { hair: { value: '2px' } },
    },
    semanticTokens: {
      colors: {
        paper: value('#edf0e9', '#0f181c'),
        sheet: value('#f9faf6', '#17242a'),
        ink: value('#17252b', '#e6ebe3'),
        quiet: value('#4b5a5e', '#9fb0b1'),
        rule: value('#d3d9d1', '#2a3a41'),
        band: value('#17252b', '#0a1114'),
        onBand: value('#edf0e9', '#e6ebe3'),
        onBandQuiet: value('#b9c6c4', '#9fb0b1'),
        float: value('#bb2f19', '#f07a5f'),
        onFloat: value('#ffffff', '#1a0d09'),
        hours: value('#2f7d74', '#62b3a6'),
        /** Outlines of lures, which keep their own colours by day and by night. */
        outline: value('#1b262a', '#d5dedb'),
        wash: value('#dfe5dc', '#1d2c33'),
      },
    },
  },
  globalCss: {
    'html, body': { bg: 'paper', color: 'ink', fontFamily: 'body', lineHeight: '1.45', fontVariantNumeric: 'tabular-nums' },
    body: { fontSize: 'text' },
    a: { color: 'ink', textDecoration: 'underline', textUnderlineOffset: '3px' },
    ':focus-visible': { outline: '3px solid', outlineColor: 'float', outlineOffset: '2px' },
  },
})

export const system = createSystem(defaultConfig, config)

/** Colours for drawings, which are not styled by props. */
export const ink = {
  paper: 'var(--chakra-colors-paper)',
  sheet: 'var(--chakra-colors-sheet)',
  ink: 'var(--chakra-colors-ink)',
  quiet: 'var(--chakra-colors-quiet)',
  rule: 'var(--chakra-colors-rule)',
  float: 'var(--chakra-colors-float)',
  hours: 'var(--chakra-colors-hours)',
  wash: 'var(--chakra-colors-wash)',
} as const

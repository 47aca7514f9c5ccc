import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'

/** Colours are variables of the page, so that a theme is one attribute on the root (see app.css). */
const config = defineConfig({
  globalCss: { html: { colorPalette: 'verdigris' } },
  theme: {
    tokens: {
      fonts: {
        body: { value: '"Atkinson Hyperlegible Next Variable", sans-serif' },
        heading: { value: '"Atkinson Hyperlegible Next Variable", sans-serif' },
      },
    },
    semanticTokens: {
      colors: {
        paper: { value: 'var(--k-paper)' },
        sheet: { value: 'var(--k-sheet)' },
        ink: { value: 'var(--k-ink)' },
        faint: { value: 'var(--k-faint)' },
        copper: { value: 'var(--k-copper)' },
        bg: {
          DEFAULT: { value: 'var(--k-paper)' },
          panel: { value: 'var(--k-sheet)' },
          subtle: { value: 'var(--k-sheet)' },
          muted: { value: 'var(--k-line)' },
        },
        fg: {
          DEFAULT: { value: 'var(--k-ink)' },
          muted: { value: 'var(--k-faint)' },
          error: { value: 'var(--k-alarm)' },
          subtle: { value: 'var(--k-faint)' },
        },
        border: { DEFAULT: { value: 'var(--k-line)' }, error: { value: 'var(--k-alarm)' } },
        verdigris: {
          DEFAULT: { value: 'var(--k-verdigris)' },
          solid: { value: 'var(--k-verdigris)' },
          contrast: { value: 'var(--k-on-verdigris)' },
          fg: { value: 'var(--k-verdigris)' },
          muted: { value: 'var(--k-faint)' },
          subtle: { value: 'var(--k-wash)' },
          emphasized: { value: 'var(--k-wash)' },
          focusRing: { value: 'var(--k-copper)' },
        },
      },
    },
  },
})

export const system = createSystem(defaultConfig, config)

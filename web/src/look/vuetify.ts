import { getCurrentInstance, watchEffect } from 'vue'
import { createVuetify, type ThemeDefinition } from 'vuetify'
import { aliases as noAliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { useLight } from './light'

/** The few strokes Vuetify's own parts need, drawn for this product (24 × 24). */
const strokes = {
  clear:
    'svg:M6.4 5.400 12 11l5.600-5.600 1 1L13 12l5.600 5.600-1 1L12 13l-5.600 5.600-1-1L11 12 5.400 6.400z',
  checkboxOn:
    'svg:M4 4h16v16H4zM5.500 5.500v13h13v-13zM10.500 16.200 7 12.700l1-1 2.500 2.500L16 8.700l1 1z',
  checkboxOff: 'svg:M4 4h16v16H4zM5.500 5.500v13h13v-13z',
}

const enamel: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#edefec',
    surface: '#f8f9f6',
    primary: '#20282b',
    secondary: '#4b575b',
    error: '#20282b',
    'on-background': '#20282b',
    'on-surface': '#20282b',
  },
  variables: { 'medium-emphasis-opacity': 0.86, 'high-emphasis-opacity': 1 },
}

const slate: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#161c1f',
    surface: '#1e2629',
    primary: '#e8ebe6',
    secondary: '#a9b4b5',
    error: '#e8ebe6',
    'on-background': '#e8ebe6',
    'on-surface': '#e8ebe6',
  },
  variables: { 'medium-emphasis-opacity': 0.86, 'high-emphasis-opacity': 1 },
}

/** The word of this answer that lets Vuetify set its theme in a style element. */
const cspNonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce ?? ''

const vuetify = createVuetify({
  theme: { defaultTheme: 'enamel', themes: { enamel, slate }, cspNonce },
  icons: {
    defaultSet: 'mdi',
    aliases: { ...noAliases, ...strokes },
    sets: { mdi },
  },
  defaults: {
    VTextarea: { variant: 'underlined', hideDetails: 'auto', color: 'primary' },
  },
})

let there = false

/**
 * Vuetify comes with the first room that has parts of it: the stove needs none of it and does not wait for it.
 * To be called in the set-up of a room.
 */
export function furnish(): void {
  const { light } = useLight()
  if (!there) getCurrentInstance()?.appContext.app.use(vuetify)
  there = true
  watchEffect(() => vuetify.theme.change(light.value))
}

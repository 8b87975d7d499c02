import { ref, shallowRef } from 'vue'
import { createVuetify, type LocaleInstance } from 'vuetify'
import { strokes } from './strokes'

/** The few words Vuetify's own parts say by themselves. */
const WORDS: Record<string, string> = {
  close: 'Close',
  open: 'Open',
  noDataText: 'Nothing is called that',
  'input.clear': 'Clear: {0}',
}
function say(key: string, ...given: unknown[]): string {
  const name = key.replace('$vuetify.', '')
  return (WORDS[name] ?? name).replace(/\{(\d)\}/g, (_, i) => String(given[Number(i)] ?? ''))
}
const words: LocaleInstance = {
  name: 'unctum',
  current: shallowRef('en'),
  fallback: shallowRef('en'),
  messages: ref({}),
  decimalSeparator: shallowRef('.'),
  numericGroupSeparator: shallowRef(' '),
  t: say,
  n: String,
  provide: () => words,
}

/**
 * Vuetify, as it is furnished here: no theme at run time (colours stand in `tokens.css`, its clothes in `clothes.css`),
 * strokes of our own, and everything still that need not move.
 */
export const vuetify = createVuetify({
  theme: false,
  icons: strokes,
  locale: { adapter: words },
  display: {
    mobileBreakpoint: 641,
    thresholds: { xs: 0, sm: 641, md: 960, lg: 1280, xl: 1920, xxl: 2560 },
  },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'text' },
    VTextField: { variant: 'underlined', hideDetails: 'auto', persistentPlaceholder: true },
    VNumberInput: {
      variant: 'underlined',
      hideDetails: 'auto',
      persistentPlaceholder: true,
    },
    VTextarea: {
      variant: 'underlined',
      hideDetails: 'auto',
      persistentPlaceholder: true,
      autoGrow: true,
    },
    VSelect: { variant: 'underlined', hideDetails: 'auto', persistentPlaceholder: true },
    VAutocomplete: { variant: 'underlined', hideDetails: 'auto', persistentPlaceholder: true },
    VRadioGroup: { hideDetails: true },
    VCheckbox: { hideDetails: 'auto', density: 'comfortable' },
    VSlider: { hideDetails: true, trackSize: 2, thumbSize: 22, elevation: 0, thumbLabel: false },
    VExpansionPanels: { variant: 'accordion', flat: true, static: true },
    VExpansionPanel: { elevation: 0 },
    VMenu: { transition: false },
    VBottomSheet: { transition: 'fade-transition' },
    VDialog: { transition: 'fade-transition' },
    VList: { bgColor: 'transparent' },
  },
})

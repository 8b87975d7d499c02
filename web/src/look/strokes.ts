import { mdi } from 'vuetify/iconsets/mdi-svg'

const CROSS =
  'svg:M6.4 5.400 12 11l5.600-5.600 1 1L13 12l5.600 5.600-1 1L12 13l-5.600 5.600-1-1L11 12 5.400 6.400z'

/** The strokes that Vuetify's own parts need, drawn for this product (24 × 24). */
const ours = {
  clear: CROSS,
  delete: CROSS,
  checkboxOn:
    'svg:M4 4h16v16H4zM5.500 5.500v13h13v-13zM10.500 16.200 7 12.700l1-1 2.500 2.500L16 8.700l1 1z',
  checkboxOff: 'svg:M4 4h16v16H4zM5.500 5.500v13h13v-13z',
  checkboxIndeterminate: 'svg:M4 4h16v16H4zM5.500 5.500v13h13v-13zM8 11.200h8v1.600H8z',
  radioOn:
    'svg:M12 3.500a8.500 8.500 0 1 1 0 17 8.500 8.500 0 0 1 0-17zM12 5a7 7 0 1 0 0 14 7 7 0 0 0 0-14zM12 8.300a3.700 3.700 0 1 1 0 7.400 3.700 3.700 0 0 1 0-7.400z',
  radioOff:
    'svg:M12 3.500a8.500 8.500 0 1 1 0 17 8.500 8.500 0 0 1 0-17zM12 5a7 7 0 1 0 0 14 7 7 0 0 0 0-14z',
  dropdown: 'svg:M6.2 9.6 12 15.1l5.8-5.5-1-1.1-4.8 4.5-4.8-4.5z',
  expand: 'svg:M6.2 9.6 12 15.1l5.8-5.5-1-1.1-4.8 4.5-4.8-4.5z',
  collapse: 'svg:M6.2 14.4 12 8.9l5.8 5.5-1 1.1-4.800-4.500-4.800 4.500z',
}

/** One set of icons, by name; what has no stroke of its own is not drawn. */
export const strokes = { defaultSet: 'mdi', aliases: ours as never, sets: { mdi } }

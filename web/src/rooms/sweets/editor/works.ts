import type { Api } from '@/api/client'

/** The words of the work itself, for lists to choose from. */

const KINDS: Record<Api<'StepKind'>, string> = {
  make_ready: 'make ready',
  dissolve: 'dissolve',
  boil_to_stage: 'boil to a stage',
  strain: 'strain',
  reduce: 'boil milk down',
  curdle: 'split milk',
  hang: 'hang in a cloth',
  knead: 'knead',
  roast: 'roast',
  grind: 'grind',
  soak: 'soak',
  ferment: 'let rise',
  extract_coconut_milk: 'press coconut milk',
  combine: 'put together',
  add_instalments: 'add bit by bit',
  cook_till_leaves_sides: 'cook till it leaves the sides',
  simmer: 'simmer',
  pour: 'pour',
  press: 'press into a tray',
  roll: 'roll out',
  mark: 'mark',
  cut: 'cut',
  lift: 'lift out',
  heat_fat: 'heat the fat',
  fry: 'fry',
  drain: 'drain',
  poach: 'poach',
  squeeze: 'squeeze',
  steep: 'steep',
  chill: 'chill',
  pressure_cook: 'cook under pressure',
  caramelise: 'melt sugar to colour',
  water_bath: 'cook over hot water',
  shape: 'shape by hand',
  rest: 'rest, covered',
  garnish: 'garnish',
  pack: 'pack',
  use: 'put to use',
}

const VESSELS: Record<Api<'Vessel'>, string> = {
  board: 'board or table',
  bowl: 'bowl',
  pan: 'pan',
  wide_pan: 'wide pan',
  frying_pot: 'frying pot',
  pressure_cooker: 'pressure cooker',
  water_bath: 'bowl over hot water',
  tray: 'tray',
  cloth: 'cloth or sieve',
  grinder: 'grinder',
  jar: 'jar or box',
  refrigerator: 'refrigerator',
}

const TIMINGS: Record<Api<'Timing'>, string> = {
  fixed: 'nothing: always the same',
  mass: 'the mass worked on',
  pieces: 'the number of pieces',
  pots: 'the number of potfuls',
  heat: 'the pan and its ring',
}

export const ATTENTIONS: Record<Api<'Attention'>, string> = {
  constant: 'hands on it',
  now_and_then: 'a look now and then',
  none: 'by itself',
}

/** What can become of a mass, in words; `rest` asks for the name of what leaves it. */
export const EFFECTS: Record<Api<'Effect'>['kind'], { name: string; rest?: string }> = {
  boil_to_stage: { name: 'Its syrup boils to a stage' },
  dry_to: { name: 'Water leaves, down to a share' },
  reduce_to: { name: 'It boils down to a share of itself' },
  lose: { name: 'Some of it is lost', rest: 'Lost as' },
  sieve: { name: 'The sieve keeps some back', rest: 'What stays behind' },
  separate: { name: 'It parts, and some runs off', rest: 'What runs off' },
  press: { name: 'Liquid is pressed out', rest: 'What runs off' },
  take_up: { name: 'It takes up what it lies in', rest: 'What is left' },
}

/** The parts of a food, as they are told apart. */
export const COMPONENTS: Record<keyof Api<'Composition'>, string> = {
  water_frac: 'Water',
  sucrose_frac: 'Sugar',
  reducing_frac: 'Reducing sugars',
  lactose_frac: 'Milk sugar',
  fat_frac: 'Fat',
  protein_frac: 'Protein',
  starch_frac: 'Starch',
  fibre_frac: 'Fibre',
  gums_frac: 'Gums',
  ash_frac: 'Minerals',
}

/** What a sweet can end up as. */
const SHAPES: Record<Api<'Shape'>['kind'], string> = {
  slab: 'a sheet or slab, cut',
  balls: 'balls, formed by hand',
  pieces: 'other pieces',
  spooned: 'helpings',
  loose: 'used by weight',
}

/** Words by key as things to choose from. */
export const listed = <K extends string>(words: Record<K, string>) =>
  (Object.entries(words) as [K, string][]).map(([value, title]) => ({ value, title }))

export const kinds = listed(KINDS)
export const vessels = listed(VESSELS)
export const timings = listed(TIMINGS)
export const attentions = listed(ATTENTIONS)
export const shapes = listed(SHAPES)

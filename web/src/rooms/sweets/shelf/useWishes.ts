import { computed } from 'vue'
import { useShelfAddress } from './useShelfAddress'

const ALLERGENS = [
  'milk',
  'tree nuts',
  'peanut',
  'sesame',
  'gluten',
  'egg',
  'coconut',
  'pulses',
  'sulphites',
]
const DIETS = [
  { key: 'vegetarian', name: 'Vegetarian, no leaf' },
  { key: 'no-egg', name: 'No egg' },
  { key: 'no-cane', name: 'No cane sugar' },
  { key: 'jaggery-only', name: 'Jaggery only' },
]
const ONLY = [
  { key: 'first', name: 'For a first try' },
  { key: 'bare', name: 'Without instruments' },
  { key: 'own', name: 'My own' },
]
const TIMES = [
  { key: '', name: 'Any time' },
  { key: '60', name: 'Within an hour' },
  { key: '180', name: 'Within three' },
] as const
type Within = (typeof TIMES)[number]['key']

/** A wish that can be turned on and off. */
export interface Wish {
  name: string
  on: boolean
  turn: () => void
}

/** What a sweet of the shelf has to answer to, as it stands in the address. */
export function useWishes() {
  const { text, set } = useShelfAddress()
  const listed = (of: string) => text(of).split(',').filter(Boolean)
  const oneOf = (of: string, key: string, name: string): Wish => {
    const now = listed(of)
    const on = now.includes(key)
    const next = on ? now.filter((k) => k !== key) : [...now, key]
    return { name, on, turn: () => set({ [of]: next.join(',') || undefined }) }
  }
  const only = computed((): Wish[] =>
    ONLY.map(({ key, name }) => {
      const on = text(key) === '1'
      return { name, on, turn: () => set({ [key]: on ? undefined : '1' }) }
    }),
  )
  const suits = computed(() => DIETS.map((d) => oneOf('suits', d.key, d.name)))
  const without = computed(() => ALLERGENS.map((a) => oneOf('without', a, a)))
  const within = computed({
    get: () => text('within') as Within,
    set: (key: Within) => set({ within: key || undefined }),
  })
  /** All that are on, in words that stand by themselves. */
  const taken = computed((): Wish[] => {
    const time = TIMES.find((t) => t.key && t.key === within.value)
    return [
      ...(time ? [{ name: time.name, on: true, turn: () => (within.value = '') }] : []),
      ...only.value,
      ...suits.value,
      ...without.value.map((w) => ({ ...w, name: `no ${w.name}` })),
    ].filter((w) => w.on)
  })
  return { TIMES, only, suits, without, within, taken }
}

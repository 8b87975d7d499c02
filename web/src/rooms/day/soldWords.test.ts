import { afterEach, expect, test } from 'vitest'
import type { Api } from '@/api/client'
import { units } from '@/units/format'
import { soldWords } from './soldWords'

const line = (of: Partial<Api<'ShoppingLine'>>) =>
  ({ buy_g: 1000, packs: null, sold: null, ...of }) as Api<'ShoppingLine'>

afterEach(() => (units.mass = 'metric'))

test('what is bought is said as the shop sells it', () => {
  expect(soldWords(line({}))).toBe('1000 g')
  expect(soldWords(line({ packs: 2 }))).toBe('2 × 500 g')
  expect(soldWords(line({ sold: { kind: 'whole', count: 1, of: 'coconut' } }))).toBe('1 coconut')
  expect(soldWords(line({ sold: { kind: 'whole', count: 3, of: 'egg' } }))).toBe('3 eggs')
  expect(soldWords(line({ sold: { kind: 'poured', volume_ml: 1400 } }))).toBe('1.4 l')
  expect(soldWords(line({ sold: { kind: 'poured', volume_ml: 250 } }))).toBe('250 ml')
  units.mass = 'us'
  expect(soldWords(line({ sold: { kind: 'poured', volume_ml: 1400 } }))).toBe('47.3 fl oz')
})

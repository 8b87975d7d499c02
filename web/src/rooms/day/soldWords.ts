import type { Api } from '@/api/client'
import { dose, gramUnit, millilitreUnit, millilitres, number, units } from '@/units/format'

const SEVERAL: Record<Api<'WholeThing'>, string> = {
  coconut: 'coconuts',
  egg: 'eggs',
  lime: 'limes',
  banana: 'bananas',
}

/** What is bought, as the shop sells it: “2 × 500 g”, “1 coconut”, “1.4 l”. */
export function soldWords(line: Api<'ShoppingLine'>): string {
  const { packs, sold } = line
  if (packs) return `${packs} × ${dose(line.buy_g / packs)} ${gramUnit()}`
  if (sold?.kind === 'whole')
    return `${sold.count} ${sold.count === 1 ? sold.of : SEVERAL[sold.of]}`
  if (sold?.kind === 'poured') {
    const litres = units.mass !== 'us' && sold.volume_ml >= 1000
    return litres
      ? `${number(sold.volume_ml / 1000, 1)} l`
      : `${millilitres(sold.volume_ml)} ${millilitreUnit()}`
  }
  return `${dose(line.buy_g)} ${gramUnit()}`
}

import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { Api } from '@/api/client'
import SyrupFigures from './SyrupFigures.vue'

const spread = { low: 10, mid: 20, high: 30 }
const syrup = {
  turn_off_in_s: spread,
  water_to_turn_off_g: spread,
  turn_off_gross_g: 2200,
  turn_off_shown_c: 103,
  string_cm: 1.2,
} as unknown as Api<'SyrupState'>
const probe = { name: 'Probe', offset_k: 0, sd_k: 0.5 }

function labels(
  scale_step_g: number | undefined,
  thermometer?: object,
  counts_down = true,
): string {
  const setup = {
    scale_step_g,
    thermometer,
    pan: { weighed: true },
  } as unknown as Api<'BatchSetup'>
  return mount(SyrupFigures, { props: { setup, syrup, counts_down } }).text()
}

describe('what to turn off at', () => {
  it('is told on the instruments there are, and on no others', () => {
    expect(labels(1, probe)).toContain('on the scale')
    expect(labels(1, probe)).toContain('on the probe')
    expect(labels(1)).not.toContain('between the fingers')
    expect(labels(undefined, probe)).not.toContain('between the fingers')
    expect(labels(undefined, probe)).not.toContain('on the scale')
    expect(labels(undefined)).toContain('between the fingers')
  })
  it('has no second clock beside the one of the headline', () => {
    expect(labels(1, probe)).toContain('until the flame goes off')
    expect(labels(1, probe, false)).not.toContain('until the flame goes off')
  })
})

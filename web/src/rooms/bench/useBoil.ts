import { shallowRef, watch, type Ref } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'
import type { BenchAsk } from './ask'

/** The boil of what stands on the bench, asked for anew whenever something is changed. */
export function useBoil(ask: Ref<BenchAsk>) {
  const kitchen = useKitchen()
  const boil = shallowRef<Api<'BoilDown'>>()
  const trouble = shallowRef('')
  const busy = shallowRef(false)
  let running: AbortController | undefined

  function question(): Api<'BoilDownAsk'> | undefined {
    const a = ask.value
    const pan = kitchen.pans.find((p) => p.id === a.pan_id) ?? kitchen.pans[0]
    const ring = kitchen.rings.find((r) => r.id === a.ring_id) ?? kitchen.rings[0]
    const room = kitchen.view?.kitchen.room
    if (!pan || !ring || !room) return undefined
    return {
      charge: { sucrose_g: a.sugar_g, water_g: a.water_g },
      pan: pan.pan,
      ring: ring.ring,
      room,
      flame: a.flame,
      target_stage: a.stage,
      max_points: 160,
      thermometer: kitchen.thermometer(a.thermometer_id)?.thermometer,
    }
  }

  async function compute(): Promise<void> {
    const body = question()
    if (!body) return
    running?.abort()
    const mine = (running = new AbortController())
    busy.value = true
    try {
      boil.value = await answer(api.POST('/api/v1/syrup/boil-down', { body, signal: mine.signal }))
      trouble.value = ''
    } catch (thrown) {
      if (mine.signal.aborted) return
      trouble.value = wordsOf(thrown)
      boil.value = undefined
    } finally {
      if (running === mine) busy.value = false
    }
  }

  watch([ask, () => kitchen.view], () => void compute(), { immediate: true, deep: true })
  return { boil, trouble, busy }
}

/** The boil at a moment: between two points of the series, along a straight line. */
export function pointAt(series: readonly Api<'Point'>[], s: number): Api<'Point'> | undefined {
  const i = series.findIndex((p) => p.elapsed_s >= s)
  const b = i < 0 ? series.at(-1) : series[i]
  const a = series[Math.max(0, i - 1)]
  if (!a || !b || i <= 0) return b
  const share = (s - a.elapsed_s) / (b.elapsed_s - a.elapsed_s || 1)
  const between = (of: (p: Api<'Point'>) => number) => of(a) + share * (of(b) - of(a))
  return {
    elapsed_s: s,
    solids_frac: between((p) => p.solids_frac),
    liquid_c: between((p) => p.liquid_c),
    shown_c: between((p) => p.shown_c),
    gross_g: between((p) => p.gross_g),
    volume_ml: between((p) => p.volume_ml),
    string_cm: between((p) => p.string_cm),
    elapsed_low_s: between((p) => p.elapsed_low_s),
    elapsed_high_s: between((p) => p.elapsed_high_s),
  }
}

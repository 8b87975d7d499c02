import { computed } from 'vue'
import { useRoute, useRouter, type LocationQuery } from 'vue-router'
import type { Api } from '@/api/client'
import type { StageKey } from '@/look/strata'

export type Flame = Exclude<Api<'Flame'>, 'off'>

/** Everything set on the bench. The address carries it, so a link shows the same bench. */
export interface BenchAsk {
  sugar_g: number
  water_g: number
  pan_id: number | undefined
  ring_id: number | undefined
  /** None: temperatures are true ones. */
  thermometer_id: number | 'none' | undefined
  flame: Flame
  stage: StageKey
}

function positive(query: LocationQuery, key: string): number | undefined {
  const value = Number(query[key])
  return query[key] !== undefined && Number.isFinite(value) && value > 0 ? value : undefined
}

export function readAsk(query: LocationQuery, ladder: readonly Api<'Stage'>[]): BenchAsk {
  const flame = query['flame']
  const stage = ladder.find((s) => s.key === query['stage'])?.key
  return {
    sugar_g: positive(query, 'sugar_g') ?? 300,
    water_g: positive(query, 'water_g') ?? 150,
    pan_id: positive(query, 'pan'),
    ring_id: positive(query, 'ring'),
    thermometer_id: query['thermometer'] === 'none' ? 'none' : positive(query, 'thermometer'),
    flame: flame === 'low' || flame === 'high' ? flame : 'medium',
    stage: stage ?? 'one-string',
  }
}

export function useAsk(ladder: () => readonly Api<'Stage'>[]) {
  const route = useRoute()
  const router = useRouter()
  const ask = computed(() => readAsk(route.query, ladder()))
  function change(part: Partial<BenchAsk>): void {
    const a = { ...ask.value, ...part }
    const query = {
      sugar_g: a.sugar_g,
      water_g: a.water_g,
      pan: a.pan_id,
      ring: a.ring_id,
      thermometer: a.thermometer_id,
      flame: a.flame,
      stage: a.stage,
    }
    void router.replace({ query })
  }
  return { ask, change }
}

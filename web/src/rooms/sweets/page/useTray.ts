import { computed, ref, watch } from 'vue'
import { api, type Api } from '@/api/client'
import { useAnswer } from '@/live/useAnswer'

export type Pattern = Api<'Pattern'>

/**
 * The mass of a sweet spread in one of her trays, or rolled out as a sheet, and marked. Where it can be laid, and what
 * is asked there, the formula says; here she takes another place, spreads it further, or cuts it otherwise.
 */
export function useTray(places: () => readonly Api<'Laid'>[], thick_mm?: number) {
  const tray_id = ref<number | 'board'>()
  const place = computed(
    () => places().find((p) => (p.tray_id ?? 'board') === tray_id.value) ?? places()[0],
  )
  const chosen_pattern = ref<Pattern>()
  const pattern = computed({
    get: () => chosen_pattern.value ?? place.value?.ask.pattern ?? 'square',
    set: (to: Pattern) => (chosen_pattern.value = to),
  })
  const angle_deg = ref(60)
  /** As large as it is written, and as thick, until she says otherwise. */
  const piece_cm = ref<number>()
  const spread_cm = ref<number>()
  const thickness_mm = ref(thick_mm)

  const ask = computed<Api<'TrayAsk'> | undefined>(
    () =>
      place.value && {
        ...place.value.ask,
        pattern: pattern.value,
        piece_cm: piece_cm.value,
        angle_deg: pattern.value === 'diamond' ? angle_deg.value : undefined,
        spread_cm: spread_cm.value,
        thickness_mm: thickness_mm.value ?? place.value.ask.thickness_mm,
      },
  )
  const { found: marked, trouble } = useAnswer(
    'set/tray',
    () => ask.value,
    (body) => api.POST('/api/v1/set/tray', { body }),
  )
  watch(tray_id, () => {
    spread_cm.value = undefined
    thickness_mm.value = undefined
  })
  /** Whether it is laid otherwise than it is written. */
  const moved = computed(() =>
    [spread_cm, tray_id, thickness_mm].some((r) => r.value !== undefined),
  )
  return { tray_id, place, pattern, piece_cm, angle_deg, spread_cm, marked, moved, trouble }
}

import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useKitchen } from '@/live/kitchen'

export type Pattern = Api<'Pattern'>

/** The mass of a sweet spread in one of her trays, or rolled out as a sheet, and marked. */
export function useTray(
  pieces: () => Api<'PieceFigures'>,
  mass_g: () => number,
  rolled: () => boolean,
) {
  const kitchen = useKitchen()
  const trays = computed(() => kitchen.view?.kitchen.trays ?? [])
  const tray_id = ref<number>()
  const pattern = ref<Pattern>(rolled() ? 'diamond' : 'square')
  const angle_deg = ref(60)
  /** As large as it is written, and as thick, until she says otherwise. */
  const piece_cm = ref<number>()
  const spread_cm = ref<number>()

  const sheet_cm2 = computed(() => pieces().sheet_cm2 ?? 0)
  /** What is rolled out needs no tray: it lies on a board. */
  const board = computed(() => {
    const width_cm = Math.sqrt(sheet_cm2.value / 1.5)
    return { length_cm: 2 * width_cm, width_cm, height_cm: 0, name: 'On the board' }
  })
  /** What is poured goes into the smallest tray that holds it as thin as it is written. */
  watch(
    [trays, sheet_cm2],
    () => {
      if (rolled() || tray_id.value !== undefined) return
      const room = (t: { length_cm: number; width_cm: number }) => t.length_cm * t.width_cm
      const all = [...trays.value].sort((a, b) => room(a.tray) - room(b.tray))
      const roomy = all.find((t) => room(t.tray) >= sheet_cm2.value) ?? all.at(-1)
      tray_id.value = roomy?.id ?? undefined
    },
    { immediate: true },
  )
  const tray = computed(() => trays.value.find((t) => t.id === tray_id.value)?.tray ?? board.value)

  const marked = shallowRef<Api<'Marked'>>()
  const trouble = ref('')
  const ask = computed<Api<'TrayAsk'>>(() => ({
    length_cm: tray.value.length_cm,
    width_cm: tray.value.width_cm,
    height_cm: tray.value.height_cm,
    pattern: pattern.value,
    piece_cm: piece_cm.value,
    piece_cm2: ((pieces().piece_g ?? 0) / mass_g()) * sheet_cm2.value,
    angle_deg: pattern.value === 'diamond' ? angle_deg.value : undefined,
    thickness_mm: pieces().thickness_mm,
    volume_ml: pieces().volume_ml,
    spread_cm: spread_cm.value,
    mass_g: mass_g(),
  }))
  watch(
    ask,
    async (asked) => {
      if (sheet_cm2.value <= 0) return
      try {
        const found = await answer(api.POST('/api/v1/set/tray', { body: asked }))
        if (asked !== ask.value) return
        marked.value = found
        trouble.value = ''
      } catch (thrown) {
        if (asked === ask.value) trouble.value = wordsOf(thrown)
      }
    },
    { immediate: true },
  )
  watch(tray_id, () => (spread_cm.value = undefined))
  return { trays, tray_id, tray, pattern, piece_cm, angle_deg, spread_cm, marked, trouble }
}

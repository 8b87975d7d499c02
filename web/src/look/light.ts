import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { computed } from 'vue'

/** By day on enamel, in the evening on slate: as the device stands, or as the cook turned it. */
export function useLight() {
  const chosen = useLocalStorage<'enamel' | 'slate' | 'room'>('unctum.light', 'room')
  const evening = usePreferredDark()
  const light = computed(() =>
    chosen.value === 'room' ? (evening.value ? 'slate' : 'enamel') : chosen.value,
  )
  const turn = () => (chosen.value = light.value === 'slate' ? 'enamel' : 'slate')
  return { light, turn }
}

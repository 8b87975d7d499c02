import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { computed, watchEffect } from 'vue'

/**
 * By day on enamel, in the evening on slate: as the device stands, or as the cook turned it. The whole page carries it,
 * so that what lies over the rooms has the same light.
 */
export function useLight() {
  const chosen = useLocalStorage<'enamel' | 'slate' | 'room'>('unctum.light', 'room')
  const evening = usePreferredDark()
  const light = computed(() =>
    chosen.value === 'room' ? (evening.value ? 'slate' : 'enamel') : chosen.value,
  )
  watchEffect(() => {
    const of = document.documentElement.classList
    of.toggle('v-theme--enamel', light.value === 'enamel')
    of.toggle('v-theme--slate', light.value === 'slate')
  })
  const turn = () => (chosen.value = light.value === 'slate' ? 'enamel' : 'slate')
  return { light, turn }
}

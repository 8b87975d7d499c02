import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'

/** The kitchen and the ladder: what every room looks at. */
export const useKitchen = defineStore('kitchen', () => {
  const view = ref<Api<'KitchenView'>>()
  const ladder = ref<Api<'Stage'>[]>([])
  const trouble = ref('')

  async function load(): Promise<void> {
    try {
      const [kitchen, stages] = await Promise.all([
        answer(api.GET('/api/v1/kitchen')),
        answer(api.GET('/api/v1/syrup/stages')),
      ])
      view.value = kitchen
      ladder.value = stages
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  const rings = computed(() => view.value?.kitchen.rings ?? [])
  const pans = computed(() => view.value?.kitchen.pans ?? [])
  const thermometers = computed(() => view.value?.kitchen.thermometers ?? [])
  /** The thermometer of a number; the first where none is named; none where she says so. */
  const thermometer = (id: number | 'none' | undefined) =>
    id === 'none'
      ? undefined
      : (thermometers.value.find((t) => t.id === id) ?? thermometers.value[0])
  const stageName = (key: string) => ladder.value.find((s) => s.key === key)?.name ?? key

  return { view, ladder, trouble, load, rings, pans, thermometers, thermometer, stageName }
})

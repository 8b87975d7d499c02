import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { units } from '@/units/format'

/** The kitchen and the ladder: what every room looks at. */
export const useKitchen = defineStore('kitchen', () => {
  const view = ref<Api<'KitchenView'>>()
  const trouble = ref('')

  /** Takes over a kitchen that the server answered with. */
  function take(kitchen: Api<'KitchenView'>): void {
    view.value = kitchen
    units.temperature = kitchen.kitchen.bench?.temperature_unit ?? 'celsius'
    units.mass = kitchen.kitchen.bench?.mass_unit ?? 'metric'
  }

  async function load(): Promise<void> {
    try {
      take(await answer(api.GET('/api/v1/kitchen')))
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }

  const ladder = computed(() => view.value?.stages ?? [])
  /** The stages that a syrup is boiled to and looked at for. */
  const boiledTo = computed(() => ladder.value.filter((s) => view.value?.boiled_to.includes(s.key)))
  /** The sweeteners that ship with the program: fetched once. */
  const sweeteners = ref<Api<'Sweetener'>[]>([])
  async function loadSweeteners(): Promise<void> {
    if (sweeteners.value.length) return
    sweeteners.value = await answer(api.GET('/api/v1/syrup/sweeteners')).catch(() => [])
  }

  // With what was learnt of them: what is reckoned is reckoned with these.
  const rings = computed(() => view.value?.known_rings ?? [])
  const pans = computed(() => view.value?.kitchen.pans ?? [])
  /** Her cups, without the spoons: the core says which is which. */
  const cups = computed(() =>
    (view.value?.kitchen.measures ?? []).filter((_, i) => view.value?.is_cup[i]),
  )
  const thermometers = computed(() => view.value?.known_thermometers ?? [])
  /** The thermometer of a number; the first where none is named; none where she says so. */
  const thermometer = (id: number | 'none' | undefined) =>
    id === 'none'
      ? undefined
      : (thermometers.value.find((t) => t.id === id) ?? thermometers.value[0])
  const stageName = (key: string) => ladder.value.find((s) => s.key === key)?.name ?? key

  return {
    view,
    ladder,
    boiledTo,
    trouble,
    load,
    take,
    sweeteners,
    loadSweeteners,
    rings,
    pans,
    cups,
    thermometers,
    thermometer,
    stageName,
  }
})

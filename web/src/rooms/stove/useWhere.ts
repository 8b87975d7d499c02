import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useGoing } from '@/live/going'
import { useKitchen } from '@/live/kitchen'

/** On which ring, in which pan, by which thermometer: as the address says, else the first that is free. */
export function useWhere() {
  const route = useRoute()
  const router = useRouter()
  const kitchen = useKitchen()
  const going = useGoing()

  const text = (key: string) =>
    typeof route.query[key] === 'string' ? route.query[key] : undefined
  const id = (key: string) => (text(key) === undefined ? undefined : Number(text(key)))
  const set = (part: Record<string, string | number | undefined>) =>
    void router.replace({ query: { ...route.query, ...part } })

  const taken = computed(() => ({
    pans: new Set(going.going.map((l) => l.brief?.pan_id)),
    rings: new Set(going.going.map((l) => l.brief?.ring_id)),
  }))
  const pan_id = computed(
    () =>
      id('pan') ??
      (kitchen.pans.find((p) => !taken.value.pans.has(p.id)) ?? kitchen.pans[0])?.id ??
      undefined,
  )
  const ring_id = computed(
    () =>
      id('ring') ??
      (kitchen.rings.find((r) => !taken.value.rings.has(r.id)) ?? kitchen.rings[0])?.id ??
      undefined,
  )
  const thermometer = computed(() =>
    kitchen.thermometer(text('thermometer') === 'none' ? 'none' : id('thermometer')),
  )
  const where = computed(() => ({
    pan_id: pan_id.value,
    ring_id: ring_id.value,
    thermometer_id: thermometer.value?.id,
  }))
  return { text, id, set, pan_id, ring_id, thermometer, where }
}

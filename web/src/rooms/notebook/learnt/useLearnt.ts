import { computed, ref, shallowRef } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'
import { useKitchen } from '@/live/kitchen'

const GROUPS: readonly { key: Api<'LearntGroup'>; name: string }[] = [
  { key: 'hob', name: 'Rings and pans' },
  { key: 'instruments', name: 'Thermometers and cups' },
  { key: 'hands', name: 'Your fingers and your pace' },
  { key: 'sweets', name: 'Your sweets' },
]

/** What the kitchen has learnt, and what is said to it. */
export function useLearnt() {
  const kitchen = useKitchen()
  const view = shallowRef<Api<'LearntView'>>()
  const trouble = ref('')
  const busy = ref(false)

  async function load(): Promise<void> {
    try {
      const before = view.value?.to_ask
      view.value = await answer(api.GET('/api/v1/learnt'))
      trouble.value = ''
      // After a whole notebook came in, each look asks some more of its batches.
      const { to_ask } = view.value
      if (to_ask && (!before || to_ask < before)) void load()
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }
  async function say(said: Api<'SaidToIt'>): Promise<void> {
    busy.value = true
    try {
      view.value = await answer(api.POST('/api/v1/learnt', { body: said }))
      trouble.value = ''
      await kitchen.load()
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    } finally {
      busy.value = false
    }
  }
  void load()
  useChanges((change) => {
    if (change === 'reconnected' || change.kind === 'batch' || change.kind === 'kitchen')
      void load()
  })

  const groups = computed(() =>
    GROUPS.map((g) => ({
      ...g,
      values: (view.value?.values ?? []).filter((v) => v.group === g.key),
    })).filter((g) => g.values.length),
  )
  const offered = computed(() => (view.value?.values ?? []).filter((v) => v.offered))
  return { view, groups, offered, trouble, busy, say }
}

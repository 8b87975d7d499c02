import { computed, ref, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'
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
  const {
    found: view,
    trouble: unheard,
    again,
    put,
  } = useAsked({
    name: 'learnt',
    question: () => 'all',
    ask: (_, signal) => api.GET('/api/v1/learnt', { signal }),
    concerns: (change) => change.kind === 'batch' || change.kind === 'kitchen',
  })
  const refused = ref('')
  const trouble = computed(() => refused.value || unheard.value)
  const busy = ref(false)
  // After a whole notebook came in, each look asks some more of its batches.
  watch(view, (told, before) => {
    if (told?.to_ask && (!before?.to_ask || told.to_ask < before.to_ask)) void again()
  })

  async function say(said: Api<'SaidToIt'>): Promise<void> {
    busy.value = true
    try {
      await put(await answer(api.POST('/api/v1/learnt', { body: said })))
      refused.value = ''
      await kitchen.load()
    } catch (thrown) {
      refused.value = wordsOf(thrown)
    } finally {
      busy.value = false
    }
  }

  const groups = computed(() =>
    GROUPS.map((g) => ({
      ...g,
      values: (view.value?.values ?? []).filter((v) => v.group === g.key),
    })).filter((g) => g.values.length),
  )
  const offered = computed(() => (view.value?.values ?? []).filter((v) => v.offered))
  return { view, groups, offered, trouble, busy, say }
}

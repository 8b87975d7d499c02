import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'

const PAGE = 50

/** The notebook page by page, newest first, or only what holds some words. */
export function useNotebook() {
  const lines = shallowRef<Api<'BatchLine'>[]>()
  const total = ref(0)
  const next = ref<string>()
  const trouble = ref('')
  const busy = ref(false)
  const words = ref('')
  const looked = refDebounced(words, 200)

  async function page(before?: string): Promise<Api<'BatchShelf'>> {
    const query = { before, most: PAGE, words: looked.value || undefined }
    return answer(api.GET('/api/v1/batches', { params: { query } }))
  }
  async function load(): Promise<void> {
    const wanted = looked.value
    try {
      const shelf = await page()
      if (wanted !== looked.value) return
      const fresh = new Set(shelf.lines.map((l) => l.id))
      const last = shelf.lines.at(-1)
      // What was leafed through before stays open.
      const older = (lines.value ?? []).filter(
        (l) => !fresh.has(l.id) && last && l.started_ms <= last.started_ms && shelf.next,
      )
      if (!older.length) next.value = shelf.next ?? undefined
      lines.value = [...shelf.lines, ...older]
      total.value = shelf.total
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }
  async function earlier(): Promise<void> {
    if (!next.value) return
    busy.value = true
    try {
      const shelf = await page(next.value)
      lines.value = [...(lines.value ?? []), ...shelf.lines]
      next.value = shelf.next ?? undefined
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    } finally {
      busy.value = false
    }
  }
  watch(
    looked,
    () => {
      lines.value = undefined
      void load()
    },
    { immediate: true },
  )
  useChanges((change) => {
    if (change === 'reconnected' || change.kind === 'batch') void load()
  })

  const months = computed(() => {
    const name = new Intl.DateTimeFormat(undefined, { month: 'long', year: 'numeric' })
    const groups = new Map<string, Api<'BatchLine'>[]>()
    for (const line of lines.value ?? []) {
      const month = name.format(line.started_ms)
      groups.set(month, [...(groups.get(month) ?? []), line])
    }
    return [...groups]
  })
  return { lines, months, total, next, trouble, busy, words, earlier }
}

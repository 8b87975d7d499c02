import { refDebounced } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, wordsOf, type Api } from '@/api/client'
import { useChanges } from '@/live/changes'

const PAGE = 50

export interface Filter {
  sweet: string
  texture: Api<'Texture'> | ''
  pan: number
  /** Its first moment, ms since 1970; 0 for all. */
  month: number
}

/** The first moment of a month in this device's zone, so many months on. */
function monthOf(at_ms: number, on = 0): number {
  const at = new Date(at_ms)
  return new Date(at.getFullYear(), at.getMonth() + on, 1).getTime()
}
const afterMonth = (month_ms: number) => monthOf(month_ms, 1)

/** The notebook page by page, newest first, or only what holds some words. */
export function useNotebook() {
  const lines = shallowRef<Api<'BatchLine'>[]>()
  const total = ref(0)
  const next = ref<string>()
  const trouble = ref('')
  const busy = ref(false)
  const words = ref('')
  const typed = refDebounced(words, 200)
  /** What is looked for beside words; nothing: all. */
  const filter = ref<Filter>({ sweet: '', texture: '', pan: 0, month: 0 })
  const looked = computed(() => JSON.stringify([typed.value, filter.value]))
  const index = shallowRef<Api<'NotebookIndex'>>()
  const filtered = computed(
    () => Boolean(typed.value) || Object.values(filter.value).some((v) => Boolean(v)),
  )

  async function page(before?: string): Promise<Api<'BatchShelf'>> {
    const { sweet, texture, pan, month } = filter.value
    const query = {
      before,
      most: PAGE,
      words: typed.value || undefined,
      sweet_key: sweet || undefined,
      texture: texture || undefined,
      pan_id: pan || undefined,
      from_ms: month || undefined,
      until_ms: month ? afterMonth(month) : undefined,
    }
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

  async function loadIndex(): Promise<void> {
    index.value = await answer(api.GET('/api/v1/notebook/index')).catch(() => undefined)
  }
  void loadIndex()
  function reload(): void {
    void load()
    void loadIndex()
  }
  /** The months there are, newest first. */
  const calendar = computed(() => {
    const { oldest_ms, newest_ms } = index.value ?? {}
    const all: { title: string; value: number }[] = []
    if (oldest_ms == null || newest_ms == null) return all
    const name = new Intl.DateTimeFormat(undefined, { month: 'long', year: 'numeric' })
    for (let at = monthOf(newest_ms); at >= monthOf(oldest_ms); at = monthOf(at, -1))
      all.push({ title: name.format(at), value: at })
    return all
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
  return {
    lines,
    months,
    total,
    next,
    trouble,
    busy,
    words,
    filter,
    filtered,
    index,
    calendar,
    earlier,
    reload,
  }
}

import { refDebounced, useRefHistory } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, Refusal, wordsOf, type Api } from '@/api/client'
import { copyOf } from './rework'

type Sweet = Api<'Sweet'>

/** A call that answers with nothing: whether it went through. */
const answer0 = (call: Promise<{ error?: unknown }>) =>
  call.then(
    (reply) => reply.error === undefined,
    () => false,
  )

/** An own sweet under the pen: checked as she types, every change can be taken back, saved by version. */
export function useEditing(key: () => string) {
  const draft = ref<Sweet | null>(null)
  const version = ref(0)
  const saved = ref('')
  const faults = shallowRef<Api<'Fault'>[]>([])
  const doubts = shallowRef<Api<'Doubt'>[]>([])
  const hasty = shallowRef<Api<'Fault'>[]>([])
  const versions = shallowRef<Api<'VersionLine'>[]>([])
  const trouble = ref('')
  const overtaken = ref(false)
  const busy = ref(false)
  const { undo, redo, canUndo, canRedo, clear } = useRefHistory(draft, {
    deep: true,
    capacity: 100,
  })

  function take(sweet: Sweet, at: number, work: Sweet = sweet): void {
    draft.value = copyOf(work)
    version.value = at
    saved.value = JSON.stringify(sweet)
    overtaken.value = false
    // What was read is where taking back ends.
    queueMicrotask(clear)
  }
  async function load(): Promise<void> {
    try {
      const page = await answer(
        api.GET('/api/v1/sweets/{key}', { params: { path: { key: key() } } }),
      )
      const kept = await answer(
        api.GET('/api/v1/sweets/{key}/unfinished', { params: { path: { key: key() } } }),
      )
      const here = held()
      const work = here ? (JSON.parse(here) as Sweet) : (kept.sweet ?? page.sweet)
      take(page.sweet, page.version ?? 0, work)
      if (here) void keepUnfinished()
      unfinished_ms.value = kept.at_ms ?? undefined
      await loadVersions()
      trouble.value = ''
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  }
  async function loadVersions(): Promise<void> {
    versions.value = await answer(
      api.GET('/api/v1/sweets/{key}/history', { params: { path: { key: key() } } }),
    )
  }

  const written = computed(() => JSON.stringify(draft.value))
  const settled = refDebounced(written, 250)
  watch(settled, async (text) => {
    if (!text || !draft.value) return
    try {
      const found = await answer(api.POST('/api/v1/sweets/check', { body: draft.value }))
      if (text !== written.value) return
      faults.value = found.faults
      doubts.value = found.doubts
      hasty.value = found.hasty
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  })
  const changed = computed(() => written.value !== saved.value)

  const place = () => `unctum.unfinished.${key()}`
  const held = () => localStorage.getItem(place())
  function hold(work: Sweet | undefined): void {
    if (work) localStorage.setItem(place(), JSON.stringify(work))
    else localStorage.removeItem(place())
  }

  // What is unfinished is kept beside the sweet while she writes, and is there again when she comes back.
  const unfinished_ms = ref<number>()
  const resting = refDebounced(written, 900)
  let keeping: Promise<unknown> = Promise.resolve()
  function keepUnfinished(): Promise<unknown> {
    const work = draft.value
    if (!work || !changed.value) return keeping
    const path = { key: key() }
    // First on this device: the program may not answer just now.
    hold(work)
    keeping = keeping
      .then(() =>
        answer0(api.PUT('/api/v1/sweets/{key}/unfinished', { params: { path }, body: work })),
      )
      .then((done) => {
        if (!done) return
        unfinished_ms.value = Date.now()
        if (JSON.stringify(work) === held()) hold(undefined)
      })
    return keeping
  }
  watch(resting, () => void keepUnfinished())
  async function dropUnfinished(): Promise<void> {
    await keeping
    hold(undefined)
    const path = { key: key() }
    await answer0(api.DELETE('/api/v1/sweets/{key}/unfinished', { params: { path } }))
    unfinished_ms.value = undefined
    await load()
  }
  const at = (step: string | undefined, field?: string) =>
    faults.value.filter((f) => (f.step ?? undefined) === step && (!field || f.field === field))

  async function attempt(call: () => Promise<Api<'Saved'>>): Promise<boolean> {
    busy.value = true
    try {
      await keeping
      const done = await call()
      hold(undefined)
      take(done.sweet, done.version)
      unfinished_ms.value = undefined
      await loadVersions()
      trouble.value = ''
      return true
    } catch (thrown) {
      overtaken.value = thrown instanceof Refusal && thrown.code === 'changed-meanwhile'
      trouble.value = wordsOf(thrown)
      return false
    } finally {
      busy.value = false
    }
  }
  const based = () => ({ path: { key: key() }, header: { 'If-Match': `"${version.value}"` } })
  const save = () =>
    attempt(() =>
      answer(api.PUT('/api/v1/sweets/{key}', { params: based(), body: draft.value as Sweet })),
    )
  const restore = (to: number) =>
    attempt(() =>
      answer(api.POST('/api/v1/sweets/{key}/restore', { params: based(), body: { version: to } })),
    )
  /** Somebody saved in between: what she wrote is kept as a sweet of its own. */
  async function keepAside(): Promise<string | undefined> {
    try {
      const made = await answer(api.POST('/api/v1/sweets', { body: draft.value as Sweet }))
      return made.key
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
      return undefined
    }
  }
  async function remove(): Promise<boolean> {
    try {
      const reply = await api.DELETE('/api/v1/sweets/{key}', { params: based() })
      if (reply.error) throw new Refusal(reply.error.code, reply.error.detail)
      return true
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
      return false
    }
  }

  watch(key, () => void load(), { immediate: true })

  return {
    draft,
    version,
    versions,
    faults,
    doubts,
    hasty,
    trouble,
    overtaken,
    busy,
    changed,
    at,
    undo,
    redo,
    canUndo,
    canRedo,
    load,
    save,
    restore,
    keepAside,
    remove,
    unfinished_ms,
    keepUnfinished,
    dropUnfinished,
  }
}

import { refDebounced, useRefHistory } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { answer, api, Refusal, wordsOf, type Api } from '@/api/client'

type Sweet = Api<'Sweet'>
type Step = Api<'Step'>

const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/** An own sweet under the pen: checked as she types, every change can be taken back, saved by version. */
export function useEditing(key: () => string) {
  const draft = ref<Sweet | null>(null)
  const version = ref(0)
  const saved = ref('')
  const faults = shallowRef<Api<'Fault'>[]>([])
  const doubts = shallowRef<Api<'Doubt'>[]>([])
  const versions = shallowRef<Api<'VersionLine'>[]>([])
  const trouble = ref('')
  const overtaken = ref(false)
  const busy = ref(false)
  const { undo, redo, canUndo, canRedo, clear } = useRefHistory(draft, {
    deep: true,
    capacity: 100,
  })

  function take(sweet: Sweet, at: number): void {
    draft.value = copyOf(sweet)
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
      take(page.sweet, page.version ?? 0)
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
  watch(key, () => void load(), { immediate: true })

  const written = computed(() => JSON.stringify(draft.value))
  const settled = refDebounced(written, 250)
  watch(settled, async (text) => {
    if (!text || !draft.value) return
    try {
      const found = await answer(api.POST('/api/v1/sweets/check', { body: draft.value }))
      if (text !== written.value) return
      faults.value = found.faults
      doubts.value = found.doubts
    } catch (thrown) {
      trouble.value = wordsOf(thrown)
    }
  })
  const changed = computed(() => written.value !== saved.value)
  const at = (step: string | undefined, field?: string) =>
    faults.value.filter((f) => (f.step ?? undefined) === step && (!field || f.field === field))

  async function attempt(call: () => Promise<Api<'Saved'>>): Promise<boolean> {
    busy.value = true
    try {
      const done = await call()
      take(done.sweet, done.version)
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

  return {
    draft,
    version,
    versions,
    faults,
    doubts,
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
  }
}

/** A new step between one and those that took over from it. */
export function stepAfter(method: Api<'Method'>, key: string): void {
  const i = method.steps.findIndex((s) => s.key === key)
  let n = method.steps.length + 1
  while (method.steps.some((s) => s.key === `step-${n}`)) n += 1
  const fresh: Step = {
    key: `step-${n}`,
    kind: 'combine',
    title: 'New step',
    text: 'What to do.',
    attention: 'now_and_then',
    event: 'Done',
    cue: '',
    reason: '',
    vessel: 'board',
    takes: [{ step: key, share_frac: 1, medium: false }],
  }
  for (const step of method.steps)
    for (const take of step.takes ?? []) if (take.step === key && !take.side) take.step = fresh.key
  for (const take of fresh.takes ?? []) take.step = key
  method.steps.splice(i + 1, 0, fresh)
}

/** Without a step: what took over from it takes over from the one before. */
export function withoutStep(method: Api<'Method'>, key: string): void {
  const gone = method.steps.find((s) => s.key === key)
  const before = gone?.takes?.find((t) => !t.side)
  method.steps = method.steps.filter((s) => s.key !== key)
  for (const step of method.steps) {
    step.after = (step.after ?? []).filter((k) => k !== key)
    step.takes = (step.takes ?? []).flatMap((t) =>
      t.step !== key ? [t] : before && !t.side ? [{ ...t, step: before.step }] : [],
    )
  }
}

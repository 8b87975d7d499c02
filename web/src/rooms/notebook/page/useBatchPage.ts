import { computed, ref } from 'vue'
import { answer, api, sendFile, wordsOf, type Api } from '@/api/client'
import { useAsked } from '@/live/useAsked'

/** What one batch tells beside its log: its way, causes, photographs, tastings; and what is added to them. */
export function useBatchPage(id: () => number) {
  const {
    found: page,
    trouble: unheard,
    again,
  } = useAsked({
    name: 'batches/page',
    question: id,
    ask: (of, signal) =>
      api.GET('/api/v1/batches/{id}/page', { params: { path: { id: of } }, signal }),
    concerns: (change) => change.kind === 'batch' && change.id === id(),
  })
  const refused = ref('')
  const trouble = computed(() => refused.value || unheard.value)
  const busy = ref(false)
  /** What was taken away last, to be brought back. */
  const removed = ref<{ of: 'photo' | 'tasting'; id: number }>()
  const path = () => ({ path: { id: id() } })

  async function doing(work: () => Promise<unknown>): Promise<void> {
    busy.value = true
    try {
      await work()
      refused.value = ''
      await again()
    } catch (thrown) {
      refused.value = wordsOf(thrown)
    } finally {
      busy.value = false
    }
  }
  /** Pictures go as they are, one after another: the server makes them upright and small. */
  const addPhotos = (files: readonly File[]) =>
    doing(async () => {
      for (const file of files) await sendFile(`/api/v1/batches/${id()}/photos`, file)
    })
  const removePhoto = (photo: number, back = false) =>
    doing(async () => {
      const params = { path: { id: photo }, query: { back } }
      await answer(api.POST('/api/v1/photos/{id}/remove', { params }))
      removed.value = back ? undefined : { of: 'photo', id: photo }
    })
  const taste = (tasting: Api<'Tasting'>) =>
    doing(() =>
      answer(api.POST('/api/v1/batches/{id}/tastings', { params: path(), body: tasting })),
    )
  const untaste = (tasting_id: number, back = false) =>
    doing(async () => {
      const params = { path: { id: id(), tasting_id }, query: { back } }
      await answer(api.POST('/api/v1/batches/{id}/tastings/{tasting_id}/remove', { params }))
      removed.value = back ? undefined : { of: 'tasting', id: tasting_id }
    })
  const bringBack = () => {
    const last = removed.value
    if (!last) return
    void (last.of === 'photo' ? removePhoto(last.id, true) : untaste(last.id, true))
  }
  return { page, trouble, busy, removed, addPhotos, removePhoto, taste, untaste, bringBack }
}

import { useResizeObserver, type MaybeComputedElementRef } from '@vueuse/core'
import { ref } from 'vue'

/** How large an element is drawn, CSS px. Heard from the browser after it laid the page out, never asked before. */
export function useSize(element: MaybeComputedElementRef) {
  const width = ref(0)
  const height = ref(0)
  useResizeObserver(element, ([entry]) => {
    if (!entry) return
    width.value = entry.contentRect.width
    height.value = entry.contentRect.height
  })
  return { width, height }
}

import { useNow } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { clock } from '@/units/format'
import { doesOf, presses, useGoing } from './going'

/** The title of the page counts: what presses, or how long until the next pan goes off. */
export function useTitle(): void {
  const going = useGoing()
  const route = useRoute()
  const now = useNow({ interval: 1000 })
  const told = computed(() => {
    const line = going.first
    if (!line) return ''
    if (presses(line)) return `${doesOf(line)} · ${line.title} · `
    const left = line.state?.syrup?.turn_off_in_s?.mid
    if (left === undefined) return ''
    const since_s = (now.value.getTime() - going.looked_ms) / 1000
    return `${clock(left - since_s)} · ${line.title} · `
  })
  watchEffect(() => {
    document.title = `${told.value}${route.meta.title ?? ''} · Unctum`
  })
}

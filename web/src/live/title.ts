import { useNow } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { clock } from '@/units/format'
import { adviceOf, presses, useGoing } from './going'

/** What a pan wants, in as few words as a tab shows. */
export const DOES: Record<string, string> = {
  do_step: 'Go on with the step at hand',
  heat_on: 'Heat on',
  dissolve: 'Stir until no grain is left',
  keep_boiling: 'Let it boil',
  not_yet: 'Not yet, let it boil',
  read_now: 'Read the pan now',
  turn_off_now: 'Turn off now',
  look_now: 'Look now',
  test: 'Test a cooled drop',
  that_is_it: 'That is it',
  back_on: 'Back on the heat',
  add_water: 'Pour water in',
}

/** The title of the page counts: what presses, or how long until the next pan goes off. */
export function useTitle(): void {
  const going = useGoing()
  const route = useRoute()
  const now = useNow({ interval: 1000 })
  const told = computed(() => {
    const line = going.first
    if (!line) return ''
    if (presses(line)) return `${DOES[adviceOf(line) ?? ''] ?? ''} · ${line.title} · `
    const left = line.state?.syrup?.turn_off_in_s?.mid
    if (left === undefined) return ''
    const since_s = (now.value.getTime() - going.looked_ms) / 1000
    return `${clock(left - since_s)} · ${line.title} · `
  })
  watchEffect(() => {
    document.title = `${told.value}${route.meta.title ?? ''} · Unctum`
  })
}

import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { onRefusal, OUT_OF_REACH } from '@/api/client'
import { heard } from './serverTime'

const LOOK_EVERY_MS = 1000
/** Together with the pause between two looks, silence is said within three seconds. */
const PATIENCE_MS = 1500

interface Health {
  now_ms: number
  set_back_s: number
  written_ahead_s: number
  copy_trouble: string | null
}

/** Whether the program answers, looked after every second in every room. */
export const useReach = defineStore('reach', () => {
  const lost = ref(false)
  /** When it last answered, by this device's clock. */
  const answered_ms = ref(Date.now())
  /** How far the program's machine had its clock set back, s. */
  const set_back_s = ref(0)
  /** How far ahead something was written, under a wrong clock. */
  const written_ahead_s = ref(0)
  /** What keeps today's copy of the notebook from being made. */
  const copy_trouble = ref<string | null>(null)
  /** Whether this device has to be let in first. */
  const shut_out = ref(false)
  const back = new Set<() => void>()

  let looking = false
  async function look(): Promise<void> {
    if (looking) return
    looking = true
    try {
      const reply = await fetch('/api/v1/health', { signal: AbortSignal.timeout(PATIENCE_MS) })
      const health = (await reply.json()) as Health
      heard(health.now_ms)
      set_back_s.value = health.set_back_s
      written_ahead_s.value = health.written_ahead_s
      copy_trouble.value = health.copy_trouble
      answered_ms.value = Date.now()
      if (lost.value) {
        lost.value = false
        back.forEach((hear) => hear())
      }
    } catch {
      lost.value = true
    } finally {
      looking = false
    }
  }

  onRefusal((code) => {
    if (code === OUT_OF_REACH) void look()
    if (code === 'not-let-in') shut_out.value = true
  })

  /** Looks after it while the calling component lives. */
  function watchOver(): void {
    void look()
    useIntervalFn(() => void look(), LOOK_EVERY_MS)
  }
  /** Calls when it answers again. */
  const onBack = (hear: () => void) => {
    back.add(hear)
    return () => void back.delete(hear)
  }

  return {
    lost,
    answered_ms,
    set_back_s,
    written_ahead_s,
    copy_trouble,
    shut_out,
    look,
    watchOver,
    onBack,
  }
})

import { useRoute, useRouter } from 'vue-router'
import { useLeaving } from '@/live/leaving'

/** The shelf's address: what is looked for, and how it is changed. */
export function useShelfAddress() {
  const route = useRoute()
  const router = useRouter()
  const leaving = useLeaving()
  const text = (key: string) => (typeof route.query[key] === 'string' ? route.query[key] : '')
  const set = (part: Record<string, string | undefined>) => {
    if (!leaving()) void router.replace({ query: { ...route.query, ...part } })
  }
  return { text, set }
}

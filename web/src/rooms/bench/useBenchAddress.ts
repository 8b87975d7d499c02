import { useDebounceFn } from '@vueuse/core'
import { shallowRef, watch } from 'vue'
import { useRoute, useRouter, type LocationQuery, type LocationQueryRaw } from 'vue-router'
import { useLeaving } from '@/live/leaving'

const SETTLED_MS = 120

/** The query as the router will hand it back: words only, a single value not in a list. */
function asQuery(raw: LocationQueryRaw): LocationQuery {
  const query: LocationQuery = {}
  for (const [key, value] of Object.entries(raw)) {
    const all = (Array.isArray(value) ? value : [value]).filter((v) => v != null).map(String)
    if (all.length > 1) query[key] = all
    else if (all[0] !== undefined) query[key] = all[0]
  }
  return query
}

/**
 * The bench's settings as they stand in its address. What is set shows at once; the address itself
 * follows when the hand has come to rest, so that a drag is not a hundred navigations.
 */
export function useBenchAddress() {
  const route = useRoute()
  const router = useRouter()
  const query = shallowRef<LocationQuery>(route.query)
  let ours: LocationQuery | undefined

  const leaving = useLeaving()
  const follow = useDebounceFn(() => {
    if (leaving()) return
    ours = query.value
    void router.replace({ query: query.value })
  }, SETTLED_MS)

  function write(raw: LocationQueryRaw): void {
    query.value = asQuery(raw)
    void follow()
  }

  // Another link to the bench was opened while it stood here.
  watch(
    () => route.query,
    (arrived) => {
      if (route.path !== '/bench') return
      if (!ours || JSON.stringify(arrived) !== JSON.stringify(ours)) query.value = arrived
    },
  )
  return { query, write }
}

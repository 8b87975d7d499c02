import { shallowRef } from 'vue'
import type { RouteLocationNormalized, Router } from 'vue-router'
import { useReach } from './reach'

/** A room that was asked for and could not be fetched. */
const missing = shallowRef<{ title: string; to: string }>()
export const useMissingRoom = () => missing

/** A room is fetched when it is first entered: without the program it is said, and entered as soon as it can be. */
export function watchMissingRooms(router: Router): void {
  const reach = useReach()
  router.onError((_thrown: unknown, to: RouteLocationNormalized) => {
    missing.value = { title: to.meta.title, to: to.fullPath }
    void reach.look()
  })
  router.afterEach((_to, _from, failure) => {
    if (!failure) missing.value = undefined
  })
  reach.onBack(() => {
    const room = missing.value
    missing.value = undefined
    if (room) void router.push(room.to)
  })
}

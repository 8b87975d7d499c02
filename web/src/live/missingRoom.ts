import { shallowRef } from 'vue'
import type { RouteLocationNormalized, Router } from 'vue-router'
import { useReach } from './reach'

/** A room that was asked for and could not be fetched. */
const missing = shallowRef<{ title: string; to: string }>()
export const useMissingRoom = () => missing

/** A drop of the network is over in so long, ms. */
const AGAIN_MS = 1500

/**
 * A room is fetched when it is first entered: without the program it is said, and entered as soon as it can be.
 * What the program answers for and yet cannot be fetched belongs to an older page: then the page is loaded anew.
 */
export function watchMissingRooms(router: Router): void {
  const reach = useReach()
  let tried = 0
  function again(): void {
    const room = missing.value
    if (!room || reach.lost) return
    tried += 1
    if (tried > 2) location.assign(room.to)
    else void router.push(room.to)
  }
  router.onError((_thrown: unknown, to: RouteLocationNormalized) => {
    missing.value = { title: to.meta.title, to: to.fullPath }
    void reach.look().then(() => setTimeout(again, AGAIN_MS))
  })
  router.afterEach((_to, _from, failure) => {
    if (failure) return
    missing.value = undefined
    tried = 0
  })
  reach.onBack(again)
}

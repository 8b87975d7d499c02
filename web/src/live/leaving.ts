import { onBeforeRouteLeave } from 'vue-router'

/**
 * Tells whether the cook is already on her way to another room: a setting that waits to be written
 * into the address must then not call her back, nor land in the address of where she went.
 */
export function useLeaving(): () => boolean {
  let leaving = false
  onBeforeRouteLeave(() => {
    leaving = true
  })
  return () => leaving
}

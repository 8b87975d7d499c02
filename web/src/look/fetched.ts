import { defineAsyncComponent, type Component } from 'vue'

/** A drop of the network is over in so long, ms. */
const AGAIN_MS = 1500
/** By then what is seen first stands, ms. */
const SETTLED_MS = 2000

/**
 * A part that is not seen at first: its file is no part of what the page waits for. It is fetched when it is drawn, or
 * once the page has settled, so that it is there when the program is not; where nothing answers, again and again.
 */
export function fetched<T extends Component>(load: () => Promise<{ default: T }>): T {
  setTimeout(() => void load().catch(() => undefined), SETTLED_MS)
  return defineAsyncComponent<T>({
    loader: () => load().then((part) => part.default),
    onError: (_thrown, retry) => void setTimeout(retry, AGAIN_MS),
  })
}

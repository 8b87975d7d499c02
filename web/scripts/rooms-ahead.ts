import { basename, relative, resolve } from 'node:path'
import type { Plugin, Rolldown } from 'vite'

/** The page as it is served at an address, and the room that is shown there. */
const ROOMS: Record<string, string> = {
  stove: 'src/rooms/stove/StoveRoom.vue',
  'stove.one': 'src/rooms/stove/CookSheet.vue',
  'stove.start': 'src/rooms/stove/StartSheet.vue',
  bench: 'src/rooms/bench/SyrupBench.vue',
  sweets: 'src/rooms/sweets/shelf/SweetsRoom.vue',
  'sweets.read': 'src/rooms/sweets/read-in/ReadIn.vue',
  'sweets.one': 'src/rooms/sweets/page/SweetPage.vue',
  day: 'src/rooms/day/DayRoom.vue',
  notebook: 'src/rooms/notebook/NotebookRoom.vue',
  'notebook.learnt': 'src/rooms/notebook/learnt/LearntRoom.vue',
  'notebook.compare': 'src/rooms/notebook/CompareRoom.vue',
  'notebook.one': 'src/rooms/notebook/page/BatchPage.vue',
  kitchen: 'src/rooms/kitchen/KitchenRoom.vue',
}

/**
 * Writes a page per room that names the files of the room beside those of the house, so that a browser fetches
 * both at once. The program chooses the page by the address.
 */
export function roomsAhead(): Plugin {
  return {
    name: 'rooms-ahead',
    apply: 'build',
    enforce: 'post',
    generateBundle(_options, bundle) {
      const page = bundle['index.html']
      if (page?.type !== 'asset') throw new Error('the build has no page')
      const html = late(String(page.source))
      page.source = html
      const chunks = Object.values(bundle).filter((c) => c.type === 'chunk')
      for (const [name, source] of Object.entries(ROOMS)) {
        const room = chunks.find(
          (c) => c.facadeModuleId && relative(resolve('.'), c.facadeModuleId) === source,
        )
        if (!room) throw new Error(`the build has no ${basename(source)}`)
        const links = filesOf(room, bundle)
          .filter((file) => !html.includes(file))
          .map((file) =>
            file.endsWith('.css')
              ? `<link rel="preload" as="style" crossorigin href="/${file}">`
              : `<link rel="modulepreload" crossorigin href="/${file}">`,
          )
        this.emitFile({
          type: 'asset',
          fileName: `pages/${name}.html`,
          source: html.replace('</head>', `${links.join('')}</head>`),
        })
      }
    },
  }
}

/**
 * The styles behind what stands in the page itself: a browser draws that first. The script, which waits for the page,
 * waits for them too.
 */
function late(html: string): string {
  const styles = html.match(/\s*<link rel="stylesheet"[^>]*>/g) ?? []
  const fetched = styles.map((link) => link.replace('rel="stylesheet"', 'rel="preload" as="style"'))
  return styles
    .reduce((rest, link, at) => rest.replace(link, fetched[at] ?? ''), html)
    .replace('</body>', `${styles.join('')}</body>`)
}

/** A chunk, all that it imports at once, and their styles. */
function filesOf(chunk: Rolldown.OutputChunk, bundle: Rolldown.OutputBundle): string[] {
  const found = new Set<string>()
  const walk = (c: Rolldown.OutputChunk) => {
    if (found.has(c.fileName)) return
    found.add(c.fileName)
    for (const css of c.viteMetadata?.importedCss ?? []) found.add(css)
    for (const name of c.imports) {
      const next = bundle[name]
      if (next?.type === 'chunk') walk(next)
    }
  }
  walk(chunk)
  return [...found]
}

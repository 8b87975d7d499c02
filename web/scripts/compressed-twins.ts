import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import type { Plugin } from 'vite'

const SQUEEZABLE = /\.(js|css|html|svg|json)$/

function filesBelow(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    return statSync(path).isDirectory() ? filesBelow(path) : [path]
  })
}

/** Writes a .br and a .gz twin beside every text file of the build, for the program to serve. */
export function compressedTwins(): Plugin {
  return {
    name: 'compressed-twins',
    apply: 'build',
    writeBundle({ dir }) {
      for (const path of filesBelow(dir ?? 'dist').filter((p) => SQUEEZABLE.test(p))) {
        const text = readFileSync(path)
        writeFileSync(`${path}.br`, brotliCompressSync(text))
        writeFileSync(`${path}.gz`, gzipSync(text, { level: 9 }))
      }
    },
  }
}

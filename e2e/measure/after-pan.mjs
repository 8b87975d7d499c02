// Cooling, texture, trays, frying, soaking, milk, chhena, keeping and rescues over HTTP at 16 connections, each asked
// as its own description asks it: rows of docs/performance.md, by `make load`.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, asked, at, ms } from './program.mjs'

const TIMES = 1200
const CONNECTIONS = 16
const PATHS = [
  'set/cooling',
  'set/texture',
  'set/tray',
  'soak/fry',
  'soak/uptake',
  'milk/reduce',
  'milk/chhena',
  'keep',
  'rescue',
]
const described = JSON.parse(
  readFileSync(new URL('../../docs/openapi.json', import.meta.url), 'utf8'),
)
const exampleOf = (path) => {
  const body = described.paths[`/api/v1/${path}`].post.requestBody.content['application/json']
  const name = body.schema.$ref.split('/').at(-1)
  return described.components.schemas[name].example
}

const folder = mkdtempSync(join(tmpdir(), 'unctum-second-'))
const program = new Program(join(folder, 'notebook.db'), 18_472)
await program.start()
try {
  for (const path of PATHS) {
    const body = exampleOf(path)
    await asked(program, 50, 1, () => program.ask('POST', `/${path}`, body))
    const sorted = await asked(program, TIMES, CONNECTIONS, () =>
      program.ask('POST', `/${path}`, body),
    )
    console.log(`| /${path} | ${ms(at(sorted, 0.5))}, p99 ${ms(at(sorted, 0.99))} | 25 ms |`)
  }
} finally {
  await program.end()
  rmSync(folder, { recursive: true })
}

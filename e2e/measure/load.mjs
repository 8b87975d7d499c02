// The load table of docs/performance.md: `make load`. A notebook of 3,000 batches, one of them with 5,000 readings,
// one forgotten for a year, is made through the folder that `unctum export` writes.
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import net from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, asked, at, json, ms, run } from './program.mjs'

const PORT = 18_470
const BATCHES = 3000
const READINGS = 5000
const DAY_MS = 86_400_000
const folder = mkdtempSync(join(tmpdir(), 'unctum-load-'))
const rows = []
const row = (what, figure, asked_for) => {
  rows.push(`| ${what} | ${figure} | ${asked_for} |`)
  console.error(rows.at(-1))
}

/** A batch that ended, as the program itself wrote it. */
async function seed() {
  const first = new Program(join(folder, 'first.db'), PORT)
  await first.start()
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const { id, setup } = json(await first.ask('POST', '/batches', start))
  const log = (event) => first.ask('POST', `/batches/${id}/events`, event)
  await log({ event: 'step_done', step: setup.steps[0].key })
  await log({ event: 'flame', flame: 'medium' })
  await log({ event: 'reading', reading: { kind: 'string', string_cm: 0.3 } })
  await log({ event: 'flame', flame: 'off' })
  await first.end()
  run('export', join(folder, 'one'), '--db', join(folder, 'first.db'))
}

function fill() {
  const whole = join(folder, 'whole')
  cpSync(join(folder, 'one'), whole, { recursive: true })
  const [name] = readdirSync(join(whole, 'batches'))
  const one = JSON.parse(readFileSync(join(whole, 'batches', name), 'utf8'))
  const now = Date.now()
  const put = (id, started_ms, log) => {
    const batch = { ...one, id, started_ms, entry_id: null, title: `Syrup ${id}`, log }
    writeFileSync(
      join(whole, 'batches', `${String(id).padStart(6, '0')}.json`),
      JSON.stringify(batch),
    )
  }
  const moved = (by_ms, more = []) =>
    [...one.log, ...more].map((l, i) => ({ ...l, seq: i + 1, at_ms: l.at_ms + by_ms }))
  for (let id = 1; id <= BATCHES; id++) {
    const by_ms = now - (BATCHES - id + 2) * 3_600_000 - one.started_ms
    const last_ms = one.log.at(-1).at_ms + 60_000
    const ended = { seq: 0, at_ms: last_ms, entry_id: null, event: { event: 'given_up' } }
    put(id, one.started_ms + by_ms, moved(by_ms, [ended]))
  }
  // One forgotten for a year, its flame off; one with very many readings, going on.
  const year_ms = now - 365 * DAY_MS - one.started_ms
  put(BATCHES + 1, one.started_ms + year_ms, moved(year_ms))
  const lately_ms = now - 3_600_000 - one.started_ms
  const reading = { event: 'reading', reading: { kind: 'string', string_cm: 0.3 } }
  const many = Array.from({ length: READINGS }, (_, i) => ({
    seq: 0,
    at_ms: one.log.at(-1).at_ms + 500 * (i + 1),
    entry_id: null,
    event: reading,
  }))
  put(BATCHES + 2, one.started_ms + lately_ms, moved(lately_ms, many))
  run('import', whole, '--db', join(folder, 'notebook.db'))
}

/** So many connections that say nothing. */
const idle = (count) =>
  Promise.all(
    Array.from(
      { length: count },
      () =>
        new Promise((done, fail) => {
          const socket = net.connect(PORT, '127.0.0.1', () => done(socket))
          socket.on('error', fail)
        }),
    ),
  )

await seed()
fill()
const program = new Program(join(folder, 'notebook.db'), PORT)
await program.start()
try {
  const get = (path) => () => program.ask('GET', path)
  const once = async (path) => (await program.ask('GET', path)).ms
  const spread = (all) => `${ms(at(all, 0.5))}, p99 ${ms(at(all, 0.99))}`
  const first = await program.ask('GET', '/batches?most=50')
  row(
    `a page of ${BATCHES} batches, first look`,
    `${ms(first.ms)}, ${(first.raw.length / 1000).toFixed(0)} kB`,
    '50 ms',
  )
  row(
    'the same, 1 and 16 connections',
    `${spread(await asked(program, 200, 1, get('/batches?most=50')))}; ${spread(await asked(program, 800, 16, get('/batches?most=50')))}`,
    '50 ms',
  )
  row(
    'a search in it',
    spread(await asked(program, 200, 1, get('/batches?words=syrup%2029&most=50'))),
    '50 ms',
  )
  const many_ways = '/batches?words=2&texture=right&pan_id=1&from_ms=1700000000000&most=50'
  row(
    'by word, verdict, pan and month at once',
    spread(await asked(program, 200, 1, get(many_ways))),
    '50 ms',
  )
  row('what all of them teach, first look', ms(await once('/learnt')), '')
  row('the same afterwards', spread(await asked(program, 20, 1, get('/learnt'))), '')
  row(
    'what goes on, one batch of it forgotten for a year, first look',
    ms(await once('/batches?going_on=true')),
    '10 ms',
  )
  row(
    'the same, 1 and 16 connections',
    `${spread(await asked(program, 300, 1, get('/batches?going_on=true')))}; ${spread(await asked(program, 800, 16, get('/batches?going_on=true')))}`,
    '10 ms',
  )
  const many = BATCHES + 2
  const whole = await program.ask('GET', `/batches/${many}`)
  row(
    `a batch of ${READINGS} readings, whole`,
    `${spread(await asked(program, 50, 1, get(`/batches/${many}`)))}, ${(whole.raw.length / 1000).toFixed(0)} kB`,
    '30 ms',
  )
  const { last_seq } = json(whole)
  const fresh = `/batches/${many}?after_seq=${last_seq}`
  row(
    'the same, what is new',
    `${spread(await asked(program, 300, 1, get(fresh)))}, ${((await program.ask('GET', fresh)).raw.length / 1000).toFixed(1)} kB`,
    '30 ms',
  )
  // Appends go to a batch of their own, started now.
  await program.ask('POST', `/batches/${BATCHES + 1}/events`, { event: 'rested' })
  await program.ask('POST', `/batches/${many}/events`, { event: 'rested' })
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const { id, setup } = json(await program.ask('POST', '/batches', start))
  await program.ask('POST', `/batches/${id}/events`, {
    event: 'step_done',
    step: setup.steps[0].key,
  })
  const append = () =>
    program.ask('POST', `/batches/${id}/events?after_seq=100000`, { event: 'flame', flame: 'low' })
  row('an entry written, 1 writer', spread(await asked(program, 300, 1, append)), '15 ms')
  row(
    'an entry written, 16 writers at once',
    spread(await asked(program, 800, 16, append)),
    'p99 200 ms',
  )
  const text = `${'2 cups sugar to melt in the pan\n'.repeat(27_500)}`
  const refused = await program.ask('POST', '/sweets/import', { format: 'text', content: text })
  row(
    `a text of ${(text.length / 1000).toFixed(0)} kB`,
    `${refused.status} after ${ms(refused.ms)}`,
    'refused in words',
  )
  const sockets = await idle(1000)
  row(
    'health beside 1,000 idle connections',
    spread(await asked(program, 200, 4, get('/health'))),
    'answers',
  )
  sockets.forEach((s) => s.destroy())
  console.log(['| what | figure | asked for |', '|---|---|---|', ...rows].join('\n'))
} finally {
  await program.end()
  rmSync(folder, { recursive: true, force: true })
}

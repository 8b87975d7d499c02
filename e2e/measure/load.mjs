// The load table of docs/performance.md: `make load`. A notebook of 3,000 batches, one of them with 5,000 readings,
// one forgotten for a year, is made through the folder that `unctum export` writes.
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { execFileSync } from 'node:child_process'
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
const row = (what, wall, cpu, asked_for) => {
  rows.push(`| ${what} | ${wall} | ${cpu} | ${asked_for} |`)
  console.error(rows.at(-1))
}

/** A batch that ended, as the program itself wrote it. */
let boil
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
  const { kitchen } = json(await first.ask('GET', '/kitchen'))
  boil = json(
    await first.ask('POST', '/syrup/boil-down', {
      charge: start.charge,
      pan: kitchen.pans[0].pan,
      ring: kitchen.rings[0].ring,
      room: kitchen.room,
      flame: 'medium',
      target_stage: start.stage,
    }),
  )
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
  // Its probe says what such a pan shows, some ten readings a second, until shortly before the flame goes off.
  const until_s = boil.turn_off.at_s.mid - 60
  const lit = one.log.filter(
    (l) => l.event.document.event !== 'reading' && l.event.document.flame !== 'off',
  )
  if (lit.length !== 2)
    throw new Error(`lit by ${lit.length} entries, not by the step and the flame`)
  const lately_ms = Math.round(now - 60_000 - 1000 * until_s) - lit.at(-1).at_ms
  const many = Array.from({ length: READINGS }, (_, i) => {
    const at_s = (until_s * (i + 1)) / READINGS
    const reading = { kind: 'probe', shown_c: shown_c(at_s), offset_k: 0, sd_k: 0.7 }
    const event = { event: 'heard', reading }
    return { seq: 0, at_ms: lit.at(-1).at_ms + Math.round(1000 * at_s), entry_id: null, event }
  })
  const low = { ...many.at(-1), event: { event: 'flame', flame: 'low' } }
  const heard = [...lit, ...many, low]
  const log = heard.map((l, i) => ({ ...l, seq: i + 1, at_ms: l.at_ms + lately_ms }))
  put(BATCHES + 2, one.started_ms + lately_ms, log)
  run('import', whole, '--db', join(folder, 'notebook.db'))
}

/** What a probe in that pan shows, degrees C, between two points of the way that was told. */
function shown_c(at_s) {
  const next = boil.series.findIndex((p) => p.elapsed_s.mid > at_s)
  const [a, b] = [boil.series[next - 1], boil.series[next]]
  const share = (at_s - a.elapsed_s.mid) / (b.elapsed_s.mid - a.elapsed_s.mid)
  return a.shown_c + share * (b.shown_c - a.shown_c)
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

const TICK_MS = 1000 / Number(execFileSync('getconf', ['CLK_TCK']))
/** What the program has computed since it began, ms of one core. */
function computed_ms() {
  const stat = readFileSync(`/proc/${program.child.pid}/stat`, 'utf8')
  const [user, system] = stat
    .slice(stat.lastIndexOf(')') + 2)
    .split(' ')
    .slice(11, 13)
  return (Number(user) + Number(system)) * TICK_MS
}
const get = (path) => () => program.ask('GET', path)
/** So many requests over so many connections: wall time, and what one costs in computing. */
async function told(what, times, connections, question, asked_for) {
  const before = computed_ms()
  const all = await asked(program, times, connections, question)
  const each = (computed_ms() - before) / times
  const by = connections === 1 ? '' : `, ${connections} connections`
  row(`${what}${by}`, `${ms(at(all, 0.5))}, p99 ${ms(at(all, 0.99))}`, ms(each), asked_for)
}
async function first(what, path, asked_for) {
  const before = computed_ms()
  const reply = await program.ask('GET', path)
  row(`${what}, first look`, ms(reply.ms), ms(computed_ms() - before), asked_for)
}
/** Health asked all the while that something else is. */
async function beside(what, other) {
  let going = true
  const busy = other().finally(() => (going = false))
  const all = []
  while (going) {
    all.push((await program.ask('GET', '/health')).ms)
    await new Promise((done) => setTimeout(done, 5))
  }
  await busy
  all.sort((a, b) => a - b)
  row(`health beside ${what}`, `${ms(at(all, 0.5))}, p99 ${ms(at(all, 0.99))}`, '', 'p99 20 ms')
}

try {
  const many = BATCHES + 2
  const SWEET = '/sweets/cashew-sheet'
  await first(`a page of ${BATCHES} batches`, '/batches?most=50', '50 ms')
  for (const connections of [1, 16])
    await told(
      'the same',
      50 * (3 + connections),
      connections,
      get('/batches?most=50'),
      '50 ms; p99 150',
    )
  const search = get('/batches?words=syrup%2029&most=50')
  await told('a search in it', 200, 1, search, '50 ms')
  await told('a search in it', 400, 16, search, 'p99 150 ms')
  const many_ways = '/batches?words=2&texture=right&pan_id=1&from_ms=1700000000000&most=50'
  await told('by word, verdict, pan and month', 200, 1, get(many_ways), '50 ms')
  await first('what all of them teach', '/learnt', '')
  await told('what all of them teach', 50, 1, get('/learnt'), '100 ms')
  await told('what all of them teach', 100, 16, get('/learnt'), 'p99 150 ms')
  await first('a sweet', SWEET, '')
  await told('a sweet', 200, 1, get(SWEET), '10 ms')
  await told('a sweet', 400, 16, get(SWEET), 'p99 150 ms')
  await first(
    'what goes on, one batch of it forgotten for a year',
    '/batches?going_on=true',
    '10 ms',
  )
  for (const connections of [1, 16])
    await told(
      'what goes on',
      50 * (5 + connections),
      connections,
      get('/batches?going_on=true'),
      '10 ms; p99 150',
    )
  const whole = await program.ask('GET', `/batches/${many}`)
  const of = `a batch of ${READINGS} readings`
  await told(
    `${of}, whole (${(whole.raw.length / 1000).toFixed(0)} kB)`,
    50,
    1,
    get(`/batches/${many}`),
    '30 ms',
  )
  await told(`${of}, whole`, 160, 16, get(`/batches/${many}`), 'p99 150 ms')
  const fresh = `/batches/${many}?after_seq=${json(whole).last_seq}`
  await told(`${of}, what is new`, 300, 1, get(fresh), '30 ms')
  await first(`the page of ${of}`, `/batches/${many}/page`, '')
  await told(`the page of ${of}`, 50, 1, get(`/batches/${many}/page`), '50 ms')
  await told(`the page of ${of}`, 160, 16, get(`/batches/${many}/page`), 'p99 150 ms')
  let flames = 0
  const flame = () => ({ event: 'flame', flame: (flames += 1) % 2 ? 'low' : 'medium' })
  const append = (id) => () =>
    program.ask('POST', `/batches/${id}/events?after_seq=100000`, flame())
  // No cook changes the flame hundreds of times: each change is a stretch of its own for the belief.
  await told(`an entry to ${of}`, 30, 1, append(many), '15 ms')
  await told(`an entry to ${of}`, 64, 16, append(many), 'p99 200 ms')
  // The others go to a batch of their own, started now.
  await program.ask('POST', `/batches/${BATCHES + 1}/events`, { event: 'rested' })
  await program.ask('POST', `/batches/${many}/events`, { event: 'rested' })
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const { id, setup } = json(await program.ask('POST', '/batches', start))
  await program.ask('POST', `/batches/${id}/events`, {
    event: 'step_done',
    step: setup.steps[0].key,
  })
  await told('an entry', 30, 1, append(id), '15 ms')
  await told('an entry', 64, 16, append(id), 'p99 200 ms')
  await beside('sixteen who look at the sweet', () => asked(program, 400, 16, get(SWEET)))
  await beside('sixteen who write', () => asked(program, 64, 16, append(id)))
  await beside('eight who take everything away', () =>
    asked(program, 8, 8, get('/notebook/everything.json')),
  )
  const text = `${'2 cups sugar to melt in the pan\n'.repeat(27_500)}`
  const refused = await program.ask('POST', '/sweets/import', { format: 'text', content: text })
  row(
    `a text of ${(text.length / 1000).toFixed(0)} kB`,
    `${refused.status} after ${ms(refused.ms)}`,
    '',
    'refused in words',
  )
  const sockets = await idle(1000)
  await told('health beside 1,000 idle connections', 200, 4, get('/health'), 'p99 20 ms')
  sockets.forEach((s) => s.destroy())
  const table = ['| what | wall | computing, one core | asked for |', '|---|---|---|---|', ...rows]
  console.log(table.join('\n'))
} finally {
  await program.end()
  rmSync(folder, { recursive: true, force: true })
}

// What bad luck would do, from outside: `make attack`. Each line says what was done and what was seen; docs/reliability.md
// tells what it means.
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, anyBad, json, run, seen } from './program.mjs'

const PORT = 18_494
const folder = mkdtempSync(join(tmpdir(), 'unctum-luck-'))
/** What a program holds of the machine's memory, MiB. */
function mib(program, field) {
  const status = readFileSync(`/proc/${program.child.pid}/status`, 'utf8')
  return Number(new RegExp(`${field}:\\s+(\\d+)`).exec(status)[1]) / 1024
}

/** A notebook of so many batches, through the folder that an export writes. */
async function large(batches) {
  const from = new Program(join(folder, 'one.db'), PORT)
  await from.start()
  await from.ask('POST', '/batches', {
    charge: { sucrose_g: 300, water_g: 150 },
    stage: 'one-string',
  })
  for (let n = 0; n < 30; n++)
    await from.ask('POST', '/batches/1/events', { event: 'flame', flame: n % 2 ? 'low' : 'high' })
  await from.ask('POST', '/batches/1/events', { event: 'given_up' })
  await from.end()
  const whole = join(folder, 'whole')
  run('export', whole, '--db', join(folder, 'one.db'))
  const one = JSON.parse(readFileSync(join(whole, 'batches', '000001.json'), 'utf8'))
  for (let id = 1; id <= batches; id++) {
    const batch = { ...one, id, started_ms: one.started_ms - id * 3_600_000, entry_id: null }
    batch.log = one.log.map((l) => ({ ...l, at_ms: l.at_ms - id * 3_600_000, entry_id: null }))
    writeFileSync(
      join(whole, 'batches', `${String(id).padStart(6, '0')}.json`),
      JSON.stringify(batch),
    )
  }
  const path = join(folder, 'large.db')
  run('import', whole, '--db', path)
  return path
}

/** What leaves the program, ten at once, and what it holds of it. */
async function exports() {
  const BATCHES = 3000
  const program = new Program(await large(BATCHES), PORT)
  await program.start()
  await program.ask('GET', '/batches?most=50')
  const idle = mib(program, 'VmRSS')
  const told = []
  let everything
  for (const path of ['batches.csv', 'readings.csv', 'everything.json', 'copy']) {
    writeFileSync(`/proc/${program.child.pid}/clear_refs`, '5')
    const all = await Promise.all(
      Array.from({ length: 10 }, () => program.ask('GET', `/notebook/${path}`)),
    )
    if (path === 'everything.json') everything = json(all[0])
    told.push(`${path} ${(mib(program, 'VmHWM') - idle).toFixed(0)}`)
  }
  await new Promise((done) => setTimeout(done, 2000))
  const after = mib(program, 'VmRSS') - idle
  const most = Math.max(...told.map((t) => Number(t.split(' ')[1])))
  seen(
    `exports of ${BATCHES} batches, ten at once each`,
    most <= 64 && after <= 64,
    `MiB above the ${idle.toFixed(0)} of before at most: ${told.join(', ')}; ${after.toFixed(0)} afterwards`,
  )
  await program.end()
  // Read in again, where nothing is kept yet.
  const fresh = new Program(join(folder, 'fresh.db'), PORT)
  await fresh.start()
  const before = mib(fresh, 'VmHWM')
  const text = JSON.stringify(everything).length
  const come = json(await fresh.ask('POST', '/notebook/everything', everything))
  seen(
    `everything of ${BATCHES} batches read in, ${(text / 1e6).toFixed(0)} MB`,
    come.batches === BATCHES && come.unreadable === 0,
    `${come.batches} batches, ${(mib(fresh, 'VmHWM') - before).toFixed(0)} MiB more while it is read`,
  )
  await fresh.end()
}

/** A notebook written under a clock a year ahead, opened under the right one. */
async function clocks() {
  const path = join(folder, 'clock.db')
  const year_ms = 365 * 86_400_000
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const ahead = new Program(path, PORT, `--simulated-clock=${Date.now() + year_ms}`)
  await ahead.start()
  const { id } = json(await ahead.ask('POST', '/batches', start))
  await ahead.ask('POST', `/batches/${id}/events`, { event: 'flame', flame: 'low' })
  await ahead.end()
  const right = new Program(path, PORT)
  await right.start()
  const health = json(await right.ask('GET', '/health'))
  const off_s = Math.abs(health.now_ms - Date.now()) / 1000
  const begun = json(await right.ask('GET', `/batches/${id}`))
  await right.ask('POST', `/batches/${id}/events`, { event: 'given_up' })
  const fresh = json(await right.ask('POST', '/batches', { ...start, title: 'Of today' }))
  const fresh_off_s = Math.abs(fresh.started_ms - Date.now()) / 1000
  const exported = (await right.ask('GET', '/notebook/everything.json')).status
  seen(
    'a notebook written under a clock a year ahead',
    off_s < 60 &&
      fresh_off_s < 60 &&
      health.written_ahead_s > 86_400 &&
      begun.begun_ahead_s > 86_400 &&
      exported === 200,
    `the program’s time is right by ${off_s.toFixed(0)} s, a new batch’s by ${fresh_off_s.toFixed(0)} s; told: ${health.written_ahead_s > 0}, asked of the batch: ${begun.begun_ahead_s > 0}`,
  )
  await right.end()
  const far = new Program(
    join(folder, 'far.db'),
    PORT,
    `--simulated-clock=${Date.UTC(9999, 11, 31)}`,
  )
  await far.start()
  await far.ask('POST', '/batches', start)
  const statuses = []
  for (const file of ['batches.csv', 'readings.csv', 'everything.json', 'copy'])
    statuses.push((await far.ask('GET', `/notebook/${file}`)).status)
  seen(
    'the year 9999',
    statuses.every((s) => s === 200),
    `exports answer ${[...new Set(statuses)]}`,
  )
  await far.end()
}

try {
  await exports()
  await clocks()
} finally {
  rmSync(folder, { recursive: true, force: true })
}
process.exitCode = anyBad() ? 1 : 0

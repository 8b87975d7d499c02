// Eight pans, each with a probe that shows something every second, for three hours of the program's time: whether
// anything is lost or doubled, and what that costs in memory. Part of `make load`.
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import http from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, json } from './program.mjs'

const PORT = 18_471
const PANS = 8
const MINUTES = Number(process.argv[2] ?? 180)
const folder = mkdtempSync(join(tmpdir(), 'unctum-probes-'))
const program = new Program(join(folder, 'notebook.db'), PORT, '--simulated-clock')
await program.start()

const view = json(await program.ask('GET', '/kitchen'))
const many = (list, name) =>
  Array.from({ length: PANS }, (_, i) => ({
    [name]: { ...list[0][name], name: `${name} ${i + 1}` },
  }))
const kitchen = {
  ...view.kitchen,
  pans: many(view.kitchen.pans, 'pan').map(({ pan }) => ({
    pan: { ...pan, diameter_cm: 40, wall_height_cm: 30 },
  })),
  rings: many(view.kitchen.rings, 'ring'),
}
const headers = { 'Content-Type': 'application/json', 'If-Match': `"${view.version}"` }
const put = await fetch(`http://127.0.0.1:${PORT}/api/v1/kitchen`, {
  method: 'PUT',
  headers,
  body: JSON.stringify(kitchen),
})
if (!put.ok) throw new Error(await put.text())
const things = (await put.json()).kitchen

const probes = []
for (let i = 0; i < PANS; i++) {
  const started = json(
    await program.ask('POST', '/batches', {
      charge: { sucrose_g: 4000, water_g: 9000 },
      stage: 'two-string',
      pan_id: things.pans[i].id,
      ring_id: things.rings[i].id,
    }),
  )
  const { id } = started
  await program.ask('POST', `/batches/${id}/events`, { event: 'flame', flame: 'low' })
  const known = json(
    await program.ask('POST', '/instruments', { name: `Probe ${i}`, kind: 'probe', batch_id: id }),
  )
  probes.push({ id, token: known.token, n: 0, taken: 0, known: 0, written: 0, sent: [] })
}

const post = (probe, lines) =>
  new Promise((done, fail) => {
    const begun = performance.now()
    const request = http.request(
      {
        host: '127.0.0.1',
        port: PORT,
        method: 'POST',
        path: '/api/v1/instruments/readings?run=a',
        headers: {
          Authorization: `Bearer ${probe.token}`,
          'Content-Type': 'application/x-ndjson',
        },
      },
      (answer) => {
        const parts = []
        answer.on('data', (part) => parts.push(part))
        answer.on('end', () =>
          done({
            ms: performance.now() - begun,
            status: answer.statusCode,
            body: JSON.parse(Buffer.concat(parts)),
          }),
        )
      },
    )
    request.on('error', fail)
    request.end(lines)
  })

const resident = () => {
  const status = readFileSync(`/proc/${program.child.pid}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)[1]) / 1024
}

const memory = []
const took = []
for (let minute = 0; minute < MINUTES; minute++) {
  const { now_ms } = json(await program.ask('GET', '/clock'))
  await program.ask('POST', '/clock', { advance_s: 60 })
  await Promise.all(
    probes.map(async (probe) => {
      const batch = json(await program.ask('GET', `/batches/${probe.id}?after_seq=1000000`))
      const warm = batch.state.syrup?.liquid_c ?? 25
      const lines = []
      for (let s = 1; s <= 60; s++) {
        const shown = (warm + 0.4 * Math.sin(probe.n)).toFixed(1)
        const at_ms = now_ms + 1000 * s
        lines.push(JSON.stringify({ n: ++probe.n, at_ms, temperature_c: Number(shown) }))
      }
      // Six times a minute, as a board would that gathers ten.
      for (let i = 0; i < lines.length; i += 10) {
        const part = lines.slice(i, i + 10).join('\n')
        const { ms, status, body } = await post(probe, part)
        if (status !== 200) throw new Error(JSON.stringify(body))
        took.push(ms)
        probe.taken += body.taken
        probe.known += body.known
        probe.written += body.written
        probe.last = part
      }
    }),
  )
  if (minute === Math.floor(MINUTES / 2)) {
    // The power goes; what was not answered is sent again.
    const { now_ms: then } = json(await program.ask('GET', '/clock'))
    await program.end('SIGKILL')
    program.more = [`--simulated-clock=${then}`]
    await program.start()
    for (const probe of probes) probe.known += (await post(probe, probe.last)).body.known
  }
  if (minute % 15 === 14) memory.push(resident())
}

const sent = probes.reduce((sum, p) => sum + p.n, 0)
const sum = (of) => probes.reduce((all, p) => all + p[of], 0)
const briefs = await Promise.all(
  probes.map(async (p) => json(await program.ask('GET', `/batches/${p.id}`)).heard),
)
const heard = briefs.flat().reduce((all, h) => all + h.times, 0)
const sorted = [...took].sort((a, b) => a - b)
const at = (share) => sorted[Math.floor(share * (sorted.length - 1))].toFixed(1)
console.log(
  `readings sent ${sent}, taken ${sum('taken')}, sent again after the kill ${sum('known')}`,
)
console.log(`in the logs ${heard} of ${sum('written')} written`)
console.log(`a request of ten readings: p50 ${at(0.5)} ms, p95 ${at(0.95)} ms`)
console.log(
  `resident memory, MiB, every quarter of an hour: ${memory.map((m) => m.toFixed(0)).join(' ')}`,
)
await program.end()
rmSync(folder, { recursive: true })

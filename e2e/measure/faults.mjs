// The faults of docs/reliability.md: `make faults`. Each line says what was done to the program and what was seen.
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { execFileSync, spawn, spawnSync } from 'node:child_process'
import net from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program, UNCTUM, anyBad, json, run, seen } from './program.mjs'

const PORT = 18_480
const KILLS = Number(process.env.KILLS ?? 60)
const MAKING_KILLS = Number(process.env.MAKING_KILLS ?? 200)
const folder = mkdtempSync(join(tmpdir(), 'unctum-faults-'))
const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }

/** Killed in the midst of writing, again and again: what was answered is there, once. */
async function killed() {
  const program = new Program(join(folder, 'killed.db'), PORT)
  await program.start()
  const { id, setup } = json(await program.ask('POST', '/batches', start))
  await program.ask('POST', `/batches/${id}/events`, {
    event: 'step_done',
    step: setup.steps[0].key,
  })
  const acknowledged = new Set()
  let name = 0
  for (let kill = 0; kill < KILLS; kill++) {
    let going = true
    const writer = async () => {
      while (going) {
        const entry_id = `entry-${String((name += 1)).padStart(8, '0')}`
        const flame = { event: 'flame', flame: name % 2 ? 'low' : 'high' }
        const path = `/batches/${id}/events?entry_id=${entry_id}&after_seq=1000000`
        try {
          if ((await program.ask('POST', path, flame)).status === 200) acknowledged.add(entry_id)
        } catch {
          return
        }
      }
    }
    const writers = Array.from({ length: 4 }, writer)
    await new Promise((done) => setTimeout(done, 40 + ((kill * 37) % 160)))
    going = false
    await program.end('SIGKILL')
    await Promise.all(writers)
    await program.start()
  }
  await program.end()
  run('export', join(folder, 'killed'), '--db', join(folder, 'killed.db'))
  const file = join(folder, 'killed', 'batches', `${String(id).padStart(6, '0')}.json`)
  const { log } = JSON.parse(readFileSync(file, 'utf8'))
  const written = log.map((l) => l.entry_id).filter(Boolean)
  const lost = [...acknowledged].filter((e) => !written.includes(e))
  const twice = written.length - new Set(written).size
  const whole = run('check', join(folder, 'killed.db')).includes('is whole')
  seen(
    `killed ${KILLS} times while four wrote`,
    !lost.length && !twice && whole,
    `${acknowledged.size} acknowledged, ${lost.length} lost, ${twice} doubled, the file ${whole ? 'is' : 'IS NOT'} whole`,
  )
}

/**
 * Killed while it makes a notebook, at moments spread over the whole of it: there stands the old notebook or the new
 * one, and the same words said again go through.
 */
async function makingKilled() {
  const all = join(folder, 'all.db')
  const program = new Program(all, PORT)
  await program.start()
  for (let batch = 0; batch < 40; batch++) await program.ask('POST', '/batches', start)
  await program.end()
  run('export', join(folder, 'all'), '--db', all)
  const bare = join(folder, 'bare.db')
  const first = new Program(bare, PORT)
  await first.start()
  await first.end()
  run('export', join(folder, 'bare'), '--db', bare)
  const files = (of) =>
    execFileSync('sh', ['-c', `cd "${of}" && cat $(find . -type f | sort)`]).toString()
  const [full, empty] = [files(join(folder, 'all')), files(join(folder, 'bare'))]
  const mine = join(folder, 'mine.db')
  const wiped = () => execFileSync('sh', ['-c', `rm -rf "${folder}"/mine*`])
  let looks = 0
  const stands = () => {
    const out = join(folder, `look-${(looks += 1)}`)
    run('export', out, '--db', mine)
    const whole = run('check', mine).includes('is whole')
    const told = files(out)
    rmSync(out, { recursive: true })
    return whole ? told : 'NOT WHOLE'
  }
  const killedAfter = async (words, after_ms) => {
    const child = spawn(UNCTUM, words, { stdio: 'ignore' })
    const gone = new Promise((done) => child.once('exit', done))
    await new Promise((done) => setTimeout(done, after_ms))
    child.kill('SIGKILL')
    await gone
  }
  const kinds = {
    'a first opening': {
      words: ['serve', '--db', mine, '--port', `${PORT + 2}`],
      until_ms: 80,
      may: [empty],
    },
    'an import': {
      words: ['import', join(folder, 'all'), '--db', mine],
      until_ms: 120,
      may: [full],
    },
    'a restore': { words: ['restore', all, '--db', mine], until_ms: 120, may: [empty, full] },
  }
  for (const [what, { words, until_ms, may }] of Object.entries(kinds)) {
    let [other, refused, old] = [0, 0, 0]
    for (let kill = 0; kill < MAKING_KILLS; kill++) {
      wiped()
      if (what === 'a restore') copyFileSync(bare, mine)
      await killedAfter(words, (until_ms * (kill + 0.5)) / MAKING_KILLS)
      const there = existsSync(mine)
      const told = there ? stands() : ''
      if (there && !may.includes(told)) other += 1
      if (!there || told !== may.at(-1)) old += 1
      if (what !== 'a first opening') {
        const again = spawnSync(UNCTUM, ['restore', all, '--db', mine])
        if (again.status !== 0 || stands() !== full) refused += 1
      } else if (!there) {
        const opened = new Program(mine, PORT + 2)
        await opened.start().catch(() => (refused += 1))
        await opened.end()
        if (stands() !== empty) refused += 1
      }
    }
    seen(
      `${what} killed ${MAKING_KILLS} times`,
      !other && !refused,
      `${old} times nothing new stood there yet, ${other} times something else, ${refused} times the next try failed`,
    )
  }
}

/** A copy taken by hand after a stop, and one by the program while it runs. */
async function copied() {
  const db = join(folder, 'copied.db')
  const program = new Program(db, PORT)
  await program.start()
  await program.ask('POST', '/batches', start)
  const backup = join(folder, 'backup.db')
  run('backup', backup, '--db', db)
  await program.end()
  copyFileSync(db, join(folder, 'by-hand.db'))
  const exported = (from, to) => {
    run('export', join(folder, to), '--db', from)
    return execFileSync('sh', [
      '-c',
      `cd "${join(folder, to)}" && cat $(find . -type f | sort)`,
    ]).toString()
  }
  const original = exported(db, 'original')
  seen(
    'a copy by hand after a stop',
    exported(join(folder, 'by-hand.db'), 'hand') === original,
    'equals the original',
  )
  const elsewhere = join(folder, 'elsewhere', 'notebook.db')
  run('restore', backup, '--db', elsewhere)
  seen(
    'a backup restored on an empty machine',
    exported(elsewhere, 'restored') === original,
    'equals the original',
  )
  run('import', join(folder, 'original'), '--db', join(folder, 'imported.db'))
  seen(
    'an export read back',
    exported(join(folder, 'imported.db'), 'again') === original,
    'equals the original',
  )
  const twice = spawnSync(UNCTUM, ['restore', '/etc/hostname', '--db', elsewhere])
  seen('something else restored', twice.status !== 0, `refused: ${twice.stderr.toString().trim()}`)
}

/** The file under the program's feet. */
async function files() {
  const db = join(folder, 'locked.db')
  const program = new Program(db, PORT)
  await program.start()
  const second = spawnSync(UNCTUM, ['serve', '--db', db, '--port', `${PORT + 1}`])
  seen(
    'a second program on the same notebook',
    second.status !== 0,
    second.stderr.toString().trim(),
  )
  await program.end()
  const letter = join(folder, 'letter.db')
  writeFileSync(letter, 'Dear cook, this is no database. '.repeat(100))
  const before = readFileSync(letter, 'utf8')
  const opened = spawnSync(UNCTUM, ['serve', '--db', letter, '--port', `${PORT}`])
  seen(
    'a file that is not ours',
    opened.status !== 0 && readFileSync(letter, 'utf8') === before,
    opened.stderr.toString().trim(),
  )
  const torn = join(folder, 'torn.db')
  copyFileSync(db, torn)
  const pages = readFileSync(torn)
  pages.fill(0x55, 8192, 20_000)
  writeFileSync(torn, pages)
  const checked = spawnSync(UNCTUM, ['check', torn])
  seen('a file with pages torn out', checked.status !== 0, checked.stdout.toString().split('\n')[0])
  chmodSync(letter, 0o600)
}

/** Requests that stop half way, and connections that say nothing. */
async function halves() {
  const program = new Program(join(folder, 'halves.db'), PORT)
  await program.start()
  const half = (text) =>
    new Promise((done) => {
      const begun = Date.now()
      const socket = net.connect(PORT, '127.0.0.1', () => socket.write(text))
      socket.on('close', () => done((Date.now() - begun) / 1000))
      socket.on('error', () => undefined)
      socket.resume()
    })
  const head = `POST /api/v1/batches HTTP/1.1\r\nHost: 127.0.0.1:${PORT}\r\n`
  const kinds = {
    'a request whose head stops half way': half(head),
    'a request whose body stops half way': half(
      `${head}Content-Type: application/json\r\nContent-Length: 500\r\n\r\n{"charge"`,
    ),
    'a connection that says nothing': half(''),
  }
  const idle = Array.from({ length: 1000 }, () =>
    net.connect(PORT, '127.0.0.1').on('error', () => undefined),
  )
  await new Promise((done) => setTimeout(done, 500))
  const health = await program.ask('GET', '/health')
  seen(
    '1,000 idle connections',
    health.status === 200,
    `health answers in ${health.ms.toFixed(0)} ms`,
  )
  for (const [what, ended] of Object.entries(kinds)) {
    const after_s = await ended
    seen(what, after_s < 40, `ended after ${after_s.toFixed(0)} s`)
  }
  idle.forEach((s) => s.destroy())
  await program.end()
}

try {
  await killed()
  await makingKilled()
  await copied()
  await files()
  await halves()
} finally {
  rmSync(folder, { recursive: true, force: true })
}
process.exit(anyBad() ? 1 : 0)

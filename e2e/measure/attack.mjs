// What an enemy on the kitchen's network would try, from outside: `make attack`. Each line says what was done and what was
// seen; docs/security.md tells what it means.
import { copyFileSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { randomBytes } from 'node:crypto'
import https from 'node:https'
import net from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { crc32, deflateSync } from 'node:zlib'
import { Program, anyBad, json, seen } from './program.mjs'

const PORT = 18_490
const NETWORK_PORT = 18_491
const PASSCODE = 'two strings and a spoon'
const folder = mkdtempSync(join(tmpdir(), 'unctum-attack-'))

writeFileSync(join(folder, 'passcode'), `${PASSCODE}\n`)
const db = join(folder, 'notebook.db')
const NAME = 'kitchen.test'
const network = ['--network', '--network-port', `${NETWORK_PORT}`, '--name', NAME]
const program = new Program(db, PORT, ...network, '--passcode-file', join(folder, 'passcode'))
await program.start()

/** Asked over the network, from an address of this machine's loopback, to the letter. */
const stranger = (method, path, { body, from = '127.0.0.77', cookie } = {}) =>
  new Promise((done, fail) => {
    const text = body === undefined ? undefined : JSON.stringify(body)
    const request = https.request(
      {
        host: '127.0.0.1',
        port: NETWORK_PORT,
        localAddress: from,
        method,
        path,
        rejectUnauthorized: false,
        agent: false,
        headers: {
          host: `${NAME}:${NETWORK_PORT}`,
          ...(text && { 'content-type': 'application/json' }),
          ...(cookie && { cookie }),
        },
      },
      (reply) => {
        const parts = []
        reply.on('data', (part) => parts.push(part))
        reply.on('end', () =>
          done({
            status: reply.statusCode,
            cookie: reply.headers['set-cookie']?.[0]?.split(';')[0],
            text: Buffer.concat(parts).toString(),
          }),
        )
      },
    )
    request.on('error', fail)
    request.end(text)
  })

/** Twenty ways of writing one address. */
function spellings(path) {
  const rest = path.slice('/api/v1/'.length)
  const letter = (text) => text.replace(/[a-z]/, (c) => `%${c.charCodeAt(0).toString(16)}`)
  return [
    path,
    `/${path}`,
    `//${path}`,
    `/%61pi/v1/${rest}`,
    `/a%70i/v1/${rest}`,
    `/api%2fv1/${rest}`,
    `/api/%76%31/${rest}`,
    `/api//v1/${rest}`,
    `/api/v1//${rest}`,
    `/api/v1/./${rest}`,
    `/api/./v1/${rest}`,
    `/x/../api/v1/${rest}`,
    `/%2e/api/v1/${rest}`,
    `/API/V1/${rest}`,
    `/Api/v1/${rest}`,
    `${path}/`,
    `${path}//`,
    `${path}?`,
    `${path}/.`,
    `/api/v1/${letter(rest)}`,
    `https://${NAME}:${NETWORK_PORT}${path}`,
    `/api/v1;x/${rest}`,
    `/api/v1/${rest}%00`,
  ]
}

async function unknown() {
  const described = json(await program.ask('GET', '/openapi.json'))
  const before = JSON.stringify(json(await program.ask('GET', '/kitchen')))
  const forAll = new Set(['/api/v1/health', '/api/v1/door', '/api/v1/door/certificate'])
  forAll
    .add('/api/v1/openapi.json')
    .add('/api/v1/door/enter')
    .add('/api/v1/door/pair')
    .add('/api/v1/door/leave')
  let asked = 0
  const answered = []
  for (const [path, methods] of Object.entries(described.paths)) {
    if (forAll.has(path)) continue
    for (const method of Object.keys(methods))
      for (const spelled of spellings(path.replace(/\{[a-z_]+\}/g, '1'))) {
        asked += 1
        const { status, text } = await stranger(method.toUpperCase(), spelled, {
          body: method === 'get' ? undefined : {},
        }).catch(() => ({ status: 0, text: '' }))
        // The page itself may be handed to anybody; nothing of the notebook.
        const page = text.startsWith('<!doctype html>') || text.startsWith('<!DOCTYPE html>')
        if (status < 400 && status !== 0 && !page) answered.push(`${method} ${spelled}: ${status}`)
      }
  }
  const after = JSON.stringify(json(await program.ask('GET', '/kitchen')))
  seen(
    'a stranger asks every route in twenty-three spellings',
    !answered.length && before === after,
    `${asked} requests, ${answered.length} answered${answered.slice(0, 3).join(', ')}, the kitchen ${before === after ? 'as it was' : 'CHANGED'}`,
  )
}

async function guessing() {
  const enter = (from, passcode) =>
    stranger('POST', '/api/v1/door/enter', { from, body: { passcode, name: 'x' } })
  const tried = []
  for (let address = 2; address <= 6; address++)
    for (let n = 0; n < 6; n++) tried.push((await enter(`127.0.0.${address}`, `guess ${n}`)).status)
  const wrong = tried.filter((s) => s === 403).length
  const { url } = json(await program.ask('POST', '/network/pairing'))
  for (let n = 0; n < 6; n++) await enter('127.0.0.2', `again ${n}`)
  const code = url.split('#')[1]
  const paired = await stranger('POST', '/api/v1/door/pair', {
    from: '127.0.0.2',
    body: { code, name: 'a phone' },
  })
  const right = await enter('127.0.0.9', PASSCODE)
  seen(
    'five addresses guess the passcode until nobody hears them',
    wrong === 25 && paired.status === 200 && right.status === 200,
    `${wrong} wrong ones heard of ${tried.length}; then a code ${paired.status}, the right passcode from elsewhere ${right.status}`,
  )
  return right.cookie
}

/** A PNG of 16 bit and four channels. All black it is small as a file and large in memory. */
function png(side, noisy = false) {
  const chunk = (kind, data) => {
    const named = Buffer.concat([Buffer.from(kind), data])
    const whole = Buffer.alloc(data.length + 12)
    whole.writeUInt32BE(data.length)
    named.copy(whole, 4)
    whole.writeUInt32BE(crc32(named), data.length + 8)
    return whole
  }
  const head = Buffer.alloc(13)
  head.writeUInt32BE(side, 0)
  head.writeUInt32BE(side, 4)
  head.set([16, 6, 0, 0, 0], 8)
  const row = 1 + 8 * side
  const rows = noisy ? randomBytes(side * row) : Buffer.alloc(side * row)
  for (let y = 0; y < side; y++) rows[y * row] = 0
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk('IHDR', head),
    chunk('IDAT', deflateSync(rows, { level: 6 })),
    chunk('IEND', Buffer.alloc(0)),
  ])
}

const peakMib = () => {
  const status = readFileSync(`/proc/${program.child.pid}/status`, 'utf8')
  return Number(/VmHWM:\s+(\d+)/.exec(status)[1]) / 1024
}

async function photographs() {
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const { id } = json(await program.ask('POST', '/batches', start))
  const post = (body) =>
    fetch(`http://127.0.0.1:${PORT}/api/v1/batches/${id}/photos`, { method: 'POST', body })
  const before = peakMib()
  const large = png(6800)
  const statuses = await Promise.all(
    Array.from({ length: 8 }, async () => (await post(large)).status),
  )
  const by = peakMib() - before
  seen(
    `eight PNG of 16 bit and 46 megapixels at once, ${(large.length / 1000).toFixed(0)} kB each`,
    statuses.every((s) => s === 422) && by < 64,
    `${[...new Set(statuses)]}, ${by.toFixed(0)} MiB more`,
  )
}

/** As many silent connections as eleven devices of the network can hold: a let-in phone still asks. */
async function silent(cookie) {
  const sockets = []
  for (let address = 100; address < 111; address++)
    for (let n = 0; n < 48; n++) {
      const options = { host: '127.0.0.1', port: NETWORK_PORT, localAddress: `127.0.0.${address}` }
      sockets.push(net.connect(options).on('error', () => undefined))
    }
  await new Promise((done) => setTimeout(done, 500))
  const statuses = []
  for (let n = 0; n < 20; n++)
    statuses.push(
      await stranger('GET', '/api/v1/kitchen', { cookie }).then(
        (r) => r.status,
        () => 0,
      ),
    )
  sockets.forEach((s) => s.destroy())
  const heard = statuses.filter((s) => s === 200).length
  seen(
    'eleven addresses hold 48 silent connections each',
    heard === statuses.length,
    `a let-in phone is answered ${heard} of ${statuses.length} times`,
  )
}

/** A photograph at 12 kB a second, and a request that trickles in. */
async function slow() {
  const upload = (body, bytes_s) =>
    new Promise((done) => {
      const begun = Date.now()
      const socket = net.connect(PORT, '127.0.0.1')
      let answer = ''
      socket.on('data', (part) => (answer += part))
      socket.on('error', () => undefined)
      const head = `POST /api/v1/batches/1/photos HTTP/1.1\r\nHost: 127.0.0.1:${PORT}\r\nContent-Type: image/png\r\nContent-Length: ${body.length}\r\nConnection: close\r\n\r\n`
      socket.write(head)
      let sent = 0
      const pour = setInterval(() => {
        if (sent < body.length && !socket.destroyed)
          socket.write(body.subarray(sent, (sent += bytes_s / 2)))
      }, 500)
      socket.on('close', () => {
        clearInterval(pour)
        done({ status: Number(answer.slice(9, 12)), s: (Date.now() - begun) / 1000 })
      })
    })
  const picture = png(150, true)
  const [whole, trickle] = await Promise.all([
    upload(picture, picture.length / 45),
    upload(Buffer.alloc(500_000), 2),
  ])
  seen(
    `a photograph of ${(picture.length / 1000).toFixed(0)} kB that takes 45 s to come in, a trickle of 2 bytes a second`,
    whole.status === 201 && whole.s > 40 && trickle.s < 40,
    `${whole.status} after ${whole.s.toFixed(0)} s; ended after ${trickle.s.toFixed(0)} s`,
  )
}

async function moved() {
  const away = join(folder, 'away.db')
  const flame = { event: 'flame', flame: 'low' }
  const write = async () => (await program.ask('POST', '/batches/1/events', flame)).status
  renameSync(db, away)
  const gone = await write()
  copyFileSync(away, db)
  const replaced = await write()
  rmSync(db)
  renameSync(away, db)
  const back = await write()
  seen(
    'the file moved away, another in its place, put back',
    gone === 503 && replaced === 503 && back === 200,
    `${gone}, ${replaced}, ${back}`,
  )
}

async function putOut(cookie) {
  const held = (await stranger('GET', '/api/v1/kitchen', { cookie })).status
  const { devices } = json(await program.ask('GET', '/network'))
  for (const d of devices) await program.ask('DELETE', `/network/devices/${d.id}`)
  const out = (await stranger('GET', '/api/v1/kitchen', { cookie })).status
  seen('a phone that was put out asks again', held === 200 && out === 401, `${held}, then ${out}`)
}

try {
  await unknown()
  const cookie = await guessing()
  await silent(cookie)
  await putOut(cookie)
  await photographs()
  await slow()
  await moved()
} finally {
  await program.end()
  rmSync(folder, { recursive: true, force: true })
}
process.exitCode = anyBad() ? 1 : 0

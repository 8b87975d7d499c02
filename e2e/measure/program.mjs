import { execFileSync, spawn } from 'node:child_process'
import http from 'node:http'
import { gunzipSync } from 'node:zlib'

/** The release program on a notebook of its own, and questions put to it. */

export const UNCTUM = new URL('../../target/release/unctum', import.meta.url).pathname
export const run = (...args) => execFileSync(UNCTUM, args, { stdio: 'pipe' }).toString()

/** An answer's text as a value. */
export const json = ({ raw }) => JSON.parse(raw[0] === 0x1f ? gunzipSync(raw) : raw)

let bad = 0
/** Says what was done and what was seen, and counts what did not hold. */
export function seen(what, ok, words) {
  if (!ok) bad += 1
  console.log(`${ok ? 'ok  ' : 'BAD '} ${what}: ${words}`)
}
export const anyBad = () => bad > 0

const running = new Set()
// Whatever happens here, no program is left behind.
process.on('exit', () => running.forEach((child) => child.kill('SIGKILL')))

export class Program {
  constructor(db, port, ...more) {
    Object.assign(this, {
      db,
      port,
      more,
      agent: new http.Agent({ keepAlive: true, maxSockets: 64 }),
    })
  }

  async start() {
    const args = ['serve', '--db', this.db, '--port', `${this.port}`, ...this.more]
    this.child = spawn(UNCTUM, args, { stdio: ['ignore', 'ignore', 'inherit'] })
    running.add(this.child)
    for (let tries = 0; tries < 400; tries++) {
      const up = await this.ask('GET', '/health').then(
        (r) => r.status === 200,
        () => false,
      )
      if (up) return
      await new Promise((done) => setTimeout(done, 25))
    }
    throw new Error('the program did not come up')
  }

  async end(signal = 'SIGTERM') {
    const gone = new Promise((done) => this.child.once('exit', done))
    this.child.kill(signal)
    await gone
    running.delete(this.child)
    this.agent.destroy()
    this.agent = new http.Agent({ keepAlive: true, maxSockets: 64 })
  }

  ask(method, path, body) {
    const text = body === undefined ? undefined : JSON.stringify(body)
    const begun = performance.now()
    return new Promise((done, fail) => {
      const request = http.request(
        {
          host: '127.0.0.1',
          port: this.port,
          agent: this.agent,
          method,
          path: `/api/v1${path}`,
          headers: {
            'accept-encoding': 'gzip',
            ...(text && { 'content-type': 'application/json' }),
          },
        },
        (reply) => {
          const parts = []
          reply.on('data', (part) => parts.push(part))
          reply.on('end', () => {
            const raw = Buffer.concat(parts)
            done({ status: reply.statusCode, raw, ms: performance.now() - begun })
          })
          reply.on('error', fail)
        },
      )
      request.on('error', fail)
      request.end(text)
    })
  }
}

/** The same question `times` times on so many connections; milliseconds, sorted. */
export async function asked(program, times, connections, question) {
  const ms = []
  let left = times
  const one = async (who) => {
    while (left-- > 0) {
      const reply = await question(who)
      if (reply.status >= 400) throw new Error(`${reply.status} ${reply.raw}`)
      ms.push(reply.ms)
    }
  }
  await Promise.all(Array.from({ length: connections }, (_, who) => one(who)))
  return ms.sort((a, b) => a - b)
}

export const at = (sorted, share) =>
  sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]
export const ms = (value) => `${value < 10 ? value.toFixed(1) : value.toFixed(0)} ms`

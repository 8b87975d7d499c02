// What each room costs a middling phone, for docs/performance.md: `make rooms`. Each is opened three times on the
// demo; the middle of the three is told, as the processor lends its time to others too.
import { spawn } from 'node:child_process'
import { launch } from 'chrome-launcher'
import lighthouse from 'lighthouse'
import { CHROMIUM, FLAGS } from '../chromium.mjs'

const PORT = 18_480
const TIMES = 3
const ROOMS = [
  ['Stove', '/'],
  ['Put something on', '/stove/start'],
  ['Cook sheet', ''],
  ['Bench', '/bench'],
  ['Sweets', '/sweets'],
  ['One sweet', '/sweets/cashew-sheet'],
  ['Step sheet', '/sweets/cashew-sheet/sheet'],
  ['Orders', '/day'],
  ['Notebook', '/notebook'],
  ['A batch of it', '/notebook/1'],
  ['Kitchen', '/kitchen'],
]
const UNCTUM = new URL('../../target/release/unctum', import.meta.url).pathname
const demo = spawn(UNCTUM, ['demo', '--port', `${PORT}`], { stdio: 'ignore' })
process.on('exit', () => demo.kill())

async function up() {
  for (let tries = 0; tries < 400; tries++) {
    const there = await fetch(`http://127.0.0.1:${PORT}/api/v1/health`).catch(() => undefined)
    if (there?.ok) return
    await new Promise((done) => setTimeout(done, 25))
  }
  throw new Error('the program did not come up')
}

async function open(path) {
  const chrome = await launch({ chromePath: CHROMIUM, chromeFlags: ['--headless', ...FLAGS] })
  try {
    const { lhr } = await lighthouse(`http://127.0.0.1:${PORT}${path}`, {
      port: chrome.port,
      onlyCategories: ['performance', 'accessibility', 'best-practices'],
    })
    const percent = (of) => Math.round(lhr.categories[of].score * 100)
    const figure = (of) => lhr.audits[of].numericValue
    return {
      performance: percent('performance'),
      accessibility: percent('accessibility'),
      practices: percent('best-practices'),
      shift: figure('cumulative-layout-shift'),
      blocked_ms: figure('total-blocking-time'),
      loaded_kb: figure('total-byte-weight') / 1000,
    }
  } finally {
    await chrome.kill()
  }
}

await up()
// The cook sheet of whatever is on the stove.
const stove = await (await fetch(`http://127.0.0.1:${PORT}/api/v1/stove`)).json()
const head = [
  'Room',
  'performance (each)',
  'accessibility',
  'best practices',
  'shift',
  'blocked, ms',
  'loaded, kB',
]
console.log(`| ${head.join(' | ')} |\n|${'---|'.repeat(head.length)}`)
for (const [name, path] of ROOMS) {
  const seen = []
  const at = path || `/stove/${stove.lines[0].id}`
  for (let i = 0; i < TIMES; i++) seen.push(await open(at))
  seen.sort((a, b) => a.performance - b.performance)
  const middle = seen[(TIMES - 1) / 2]
  const least = (of) => Math.min(...seen.map((s) => s[of]))
  const most = (of) => Math.max(...seen.map((s) => s[of]))
  const cells = [
    name,
    `${middle.performance} (${seen.map((s) => s.performance).join(', ')})`,
    least('accessibility'),
    least('practices'),
    most('shift').toFixed(3),
    Math.round(middle.blocked_ms),
    Math.round(most('loaded_kb')),
  ]
  console.log(`| ${cells.join(' | ')} |`)
}
process.exit()

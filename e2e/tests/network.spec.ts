import { chromium, expect, test, type Browser, type Page } from '@playwright/test'
import { execFileSync, spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { FLAGS } from '../chromium.mjs'
import { Hosts } from '../hosts'

/** The kitchen's computer, a phone and a tablet, each on a network of its own. */
const hosts = new Hosts()
const folder = mkdtempSync(join(tmpdir(), 'unctum-network-'))
const PASSCODE = 'two strings, please'
const HERE = 'http://127.0.0.1:8080'

let program: ChildProcess
const browsers: Browser[] = []

async function browserOf(host: string): Promise<Page> {
  const browser = await chromium.launch({
    executablePath: hosts.browser(host, folder),
    args: FLAGS,
  })
  browsers.push(browser)
  // The phone does not know the certificate of the house yet; who owns it says “go on”.
  const context = await browser.newContext({
    ignoreHTTPSErrors: true,
    locale: 'en-GB',
    timezoneId: 'UTC',
    viewport: { width: 390, height: 844 },
  })
  return context.newPage()
}

/** Waits until a host is answered: a page that is asked for too early shows that, perhaps over the one that came. */
function answers(host: string, url: string): void {
  const again = ['--retry', '30', '--retry-all-errors', '--retry-delay', '1', '--max-time', '3']
  const [curl, asks] = hosts.on(host, 'curl', '-skf', '-o', '/dev/null', ...again, url)
  execFileSync(curl, asks, { timeout: 60_000 })
}

/** Other spellings of the kitchen's address, as no browser sends them. */
const SPELLED = [
  '//api/v1/kitchen',
  '///api///v1///kitchen',
  '/%61pi/v1/kitchen',
  '/api/v1/%6Bitchen',
  '/x/../api/v1/kitchen',
  '/./api/v1/kitchen',
  '/api%2Fv1%2Fkitchen',
  '/api/v1/kitchen/',
  '/API/v1/kitchen',
]

/** What a host is answered that asks for exactly this, to the letter. */
function status(host: string, target: string): string {
  const to = ['-sk', '-o', '/dev/null', '-w', '%{http_code}', '--request-target', target]
  const [curl, asks] = hosts.on(host, 'curl', ...to, `https://${hosts.address}:8443/`)
  return execFileSync(curl, asks, { timeout: 20_000 }).toString()
}

test.beforeAll(() => {
  hosts.up()
  writeFileSync(join(folder, 'passcode'), `${PASSCODE}\n`, { mode: 0o600 })
  const serve = ['serve', '--db', join(folder, 'notebook.db'), '--simulated-clock', '--network']
  const [first, rest] = hosts.on(
    hosts.kitchen,
    '../target/release/unctum',
    ...serve,
    '--passcode-file',
    join(folder, 'passcode'),
  )
  program = spawn(first, rest, { stdio: ['ignore', 'inherit', 'inherit'] })
  answers(hosts.kitchen, `${HERE}/api/v1/health`)
})
// Whatever became of the story: no program, no network and no folder of it is left.
test.afterAll(async () => {
  const gone = new Promise((resolve) => program.once('exit', resolve))
  program.kill('SIGTERM')
  await Promise.allSettled([gone, ...browsers.map((browser) => browser.close())])
  hosts.down()
  rmSync(folder, { recursive: true, force: true })
})

/** Asks the program from a page of it, as the page itself would. */
const asked = (page: Page, method: string, path: string, body?: object) =>
  page.evaluate(
    async ([method, path, body]) => {
      const reply = await fetch(`/api/v1${path}`, {
        method,
        ...(body && { body, headers: { 'Content-Type': 'application/json' } }),
      })
      const text = await reply.text()
      return { status: reply.status, body: text ? JSON.parse(text) : undefined }
    },
    [method, path, body && JSON.stringify(body)] as const,
  )

test('a phone and a tablet at the hob: let in, followed, cut off for five minutes, put out', async () => {
  const [phoneHost = '', tabletHost = ''] = hosts.devices
  const kitchen = await browserOf(hosts.kitchen)
  await kitchen.goto(`${HERE}/kitchen`)
  await kitchen.getByRole('button', { name: 'Phones and tablets' }).click()

  // The phone comes in by the code on the kitchen's screen: once.
  const shown = kitchen.waitForResponse((r) => r.url().endsWith('/network/pairing'))
  await kitchen.getByRole('button', { name: 'Let a phone in' }).click()
  await expect(kitchen.getByRole('img', { name: 'Code to scan' })).toBeVisible()
  const { url } = (await (await shown).json()) as { url: string }
  expect(url).toMatch(/^https:\/\/10\.77\.0\.1:8443\/let-in#[a-z0-9]{26}$/)
  let phone = await browserOf(phoneHost)
  await phone.goto(url)
  await phone.getByLabel('This device is called').fill('Phone at the hob')
  await phone.getByRole('button', { name: 'Let me in' }).click()
  await expect(phone.getByRole('link', { name: 'Kitchen' })).toBeVisible()
  await expect(kitchen.getByText('Phone at the hob')).toBeVisible()

  // The tablet tries the same code, then the passcode; a plain address sends it behind the certificate.
  const tablet = await browserOf(tabletHost)
  await tablet.goto(url)
  await tablet.getByRole('button', { name: 'Let me in' }).click()
  await expect(tablet.getByRole('alert')).toContainText('was used')
  await tablet.goto(`http://${hosts.address}:8443/`)
  expect(tablet.url()).toBe(`https://${hosts.address}:8443/`)
  expect((await asked(tablet, 'GET', '/kitchen')).status).toBe(401)
  for (const spelled of SPELLED)
    expect([spelled, status(tabletHost, spelled)]).toEqual([spelled, '404'])
  const absolute = `https://${hosts.address}:8443/api/v1/kitchen`
  expect(status(tabletHost, absolute)).toBe('401')
  await tablet.getByLabel('This device is called').fill('Tablet')
  await tablet.getByLabel('Passcode').fill('three strings')
  await tablet.getByRole('button', { name: 'Let me in' }).click()
  await expect(tablet.getByRole('alert')).toContainText('That is not the kitchen')
  await tablet.getByLabel('Passcode').fill(PASSCODE)
  await tablet.getByRole('button', { name: 'Let me in' }).click()
  await expect(tablet.getByLabel('Passcode')).toBeHidden()

  // One batch, followed from both.
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const batch = (await asked(kitchen, 'POST', '/batches', start)).body as { id: number }
  for (const page of [phone, tablet])
    await page.goto(`https://${hosts.address}:8443/stove/${batch.id}`)
  await phone.getByRole('button', { name: 'The flame is on, medium' }).click()
  await expect(tablet.getByRole('heading', { level: 1 })).toHaveText('Stir until no grain is left')

  // The phone loses its network: said within seconds, clocks and keys go on.
  hosts.cable(0, 'down')
  const cut_ms = Date.now()
  const silent = phone.getByText('Unctum has not answered', { exact: false })
  await expect(silent).toBeVisible()
  const said_s = (Date.now() - cut_ms) / 1000
  console.log(`the silence was said after ${said_s.toFixed(1)} s`)
  // Within some seconds: on a machine that plans, draws and judges at once it takes longer than in a kitchen.
  expect(said_s).toBeLessThan(10)
  await phone.getByRole('button', { name: 'Low', exact: true }).click()
  await phone.getByRole('button', { name: 'High', exact: true }).click()
  const waiting = phone.getByText('Noted on this device, not sent yet')
  await expect(waiting).toBeVisible()
  // Five minutes go by in the kitchen, and the tablet goes on.
  await asked(kitchen, 'POST', '/clock', { advance_s: 300 })
  await expect(tablet.getByText(/ 5:\d\d on this step/)).toBeVisible()
  await tablet.getByRole('button', { name: 'Medium', exact: true }).click()
  await expect
    .poll(async () => (await asked(kitchen, 'GET', `/batches/${batch.id}`)).body.last_seq)
    .toBe(2)
  await expect(waiting).toBeVisible()

  // It comes back: nothing lost, nothing doubled, each at its own moment.
  hosts.cable(0, 'up')
  await expect(silent).toBeHidden()
  await expect(waiting).toBeHidden()
  const whole = (await asked(kitchen, 'GET', `/batches/${batch.id}`)).body as {
    started_ms: number
    log: { event: string; flame: string; at_ms: number }[]
    state: { flame: string }
  }
  expect(whole.log.map((l) => l.flame)).toEqual(['medium', 'low', 'high', 'medium'])
  const after_s = whole.log.map((l) => (l.at_ms - whole.started_ms) / 1000)
  expect(Math.max(...after_s.slice(0, 3))).toBeLessThan(120)
  expect(after_s[3]).toBeGreaterThanOrEqual(300)
  expect(whole.state.flame).toBe('medium')
  for (const page of [phone, tablet])
    await expect(page.getByRole('button', { name: 'Medium', exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    )

  // Cut off again: the page is closed with an entry waiting; the next page of the phone sends it.
  hosts.cable(0, 'down')
  await expect(silent).toBeVisible()
  await phone.getByRole('button', { name: 'High', exact: true }).click()
  await expect(waiting).toBeVisible()
  const pocket = phone.context()
  await phone.close()
  hosts.cable(0, 'up')
  answers(phoneHost, `https://${hosts.address}:8443/api/v1/health`)
  phone = await pocket.newPage()
  await phone.goto(`https://${hosts.address}:8443/stove/${batch.id}`)
  const flames = async () =>
    ((await asked(kitchen, 'GET', `/batches/${batch.id}`)).body as typeof whole).log.map(
      (l) => l.flame,
    )
  await expect.poll(flames).toEqual(['medium', 'low', 'high', 'medium', 'high'])

  // A page of somebody else, in the browser of the kitchen's own computer, reads and changes nothing.
  const before = await asked(kitchen, 'GET', '/batches')
  const other = await kitchen.context().newPage()
  await other.route('http://elsewhere.example/**', (route) =>
    route.fulfill({ contentType: 'text/html', body: '<!doctype html><p>Another page</p>' }),
  )
  await other.goto('http://elsewhere.example/')
  const tried = await other.evaluate(
    async ([here, id]) => {
      const read = await fetch(`${here}/api/v1/kitchen`).then(
        () => 'read',
        () => 'refused',
      )
      const give = `${here}/api/v1/batches/${id}/events`
      const body = JSON.stringify({ event: 'given_up' })
      await fetch(give, { method: 'POST', mode: 'no-cors', body }).catch(() => undefined)
      const beacon = navigator.sendBeacon(give, body)
      const form = document.createElement('form')
      Object.assign(form, { method: 'post', action: give, enctype: 'text/plain', target: 'f' })
      const frame = Object.assign(document.createElement('iframe'), { name: 'f' })
      const field = Object.assign(document.createElement('input'), {
        name: body.slice(0, -1),
        value: '}',
      })
      form.append(field)
      document.body.append(frame, form)
      form.submit()
      await new Promise((done) => frame.addEventListener('load', done, { once: true }))
      return { read, beacon }
    },
    [HERE, batch.id] as const,
  )
  expect(tried.read).toBe('refused')
  await other.close()
  expect((await asked(kitchen, 'GET', '/batches')).body).toEqual(before.body)

  // Put out, the phone is out at once; the tablet stays.
  await kitchen.getByRole('button', { name: 'Put Phone at the hob out' }).click()
  await expect(phone.getByRole('heading', { name: 'Come into the kitchen' })).toBeVisible()
  expect((await asked(phone, 'GET', '/batches')).status).toBe(401)
  expect((await asked(tablet, 'GET', '/batches')).status).toBe(200)
})

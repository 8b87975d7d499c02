import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { Program } from '../program'
import { batchState, expect, test } from './kitchen'

/** A cashew sheet, coils in fry loads, a chhena and a soaked grain at once: two devices, and all that goes wrong. */

interface Act {
  class: string
  of_syrup: boolean
  step: string
  load: number
  due_ms?: number
  entry?: { event: string }
}
interface State {
  phase: string
  now_ms: number
  advice: { kind: string }
  acts: Act[]
  runs: { best_ms: number }[]
  held: { until_ms?: number }[]
}

const BY_ITSELF = ['keep', 'may']
const rests = (state: State) =>
  state.acts.length === 0 ||
  BY_ITSELF.includes(state.acts[0]?.class ?? '') ||
  (state.advice.kind === 'read_now' && state.acts[0]?.of_syrup === true)

/** Presses the large button of the sheet that is open, and waits until it is written down. */
async function pressLarge(page: Page): Promise<void> {
  const answer = page.waitForResponse(
    (r) => new URL(r.url()).pathname.endsWith('/events') && r.request().method() === 'POST',
  )
  await page.locator('button.event').click()
  expect((await answer).ok()).toBe(true)
}

let folder = ''
let program: Program
test.beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  program = new Program(join(folder, 'notebook.db'), 18_460)
  await program.start()
})
test.afterEach(async () => {
  await program.kill()
  rmSync(folder, { recursive: true })
})

test('four sweets at once, from their first gate to their verdicts', async ({ browser }) => {
  const stirrer = await (await browser.newContext({ baseURL: program.url })).newPage()
  const adders = await browser.newContext({
    baseURL: program.url,
    viewport: { width: 390, height: 844 },
  })
  const adder = await adders.newPage()
  const post = async (path: string, data: object) => {
    const answer = await stirrer.request.post(`${program.url}/api/v1${path}`, { data })
    expect(answer.ok(), await answer.text()).toBe(true)
    return answer.json()
  }
  // A kitchen with three pans on two rings.
  const view = await (await stirrer.request.get(`${program.url}/api/v1/kitchen`)).json()
  const [pan] = view.kitchen.pans
  const [ring] = view.kitchen.rings
  const kitchen = {
    ...view.kitchen,
    pans: [
      pan,
      ...['Wide pan', 'Deep pot'].map((name, i) => ({
        pan: { ...pan.pan, name, diameter_cm: 28 - 6 * i },
      })),
    ],
    rings: [ring, ...['Right ring', 'Back ring'].map((name) => ({ ring: { ...ring.ring, name } }))],
  }
  const put = await stirrer.request.put(`${program.url}/api/v1/kitchen`, {
    data: kitchen,
    headers: { 'If-Match': `"${view.version}"` },
  })
  expect(put.ok(), await put.text()).toBe(true)
  const things = (await put.json()).kitchen
  const id = (list: { id: number }[], i: number) => list[i]?.id
  const start = async (sweet_key: string, method_key: string, at: number): Promise<string> => {
    const made = await post('/batches', {
      sweet_key,
      method_key,
      size: { kind: 'times', factor: 1 },
      pan_id: id(things.pans, at),
      ring_id: id(things.rings, at),
    })
    return `${made.id}`
  }
  const all = [
    await start('whole-grain-pudding', 'classic', 0),
    await start('chhena', 'lime', 1),
    await start('lentil-coils', 'flour', 2),
    await start('cashew-sheet', 'one-string', 0),
  ]
  const open = new Set(all)
  const stateOf = async (batch: string): Promise<State> => (await batchState(stirrer, batch)).state

  // The stove says what to do first, on both screens.
  for (const page of [stirrer, adder]) {
    await page.goto('/')
    await expect(page.getByRole('region', { name: 'What to do now' })).toBeVisible()
  }

  let presses = 0
  for (let round = 0; round < 900 && open.size; round++) {
    const stove = await (await stirrer.request.get(`${program.url}/api/v1/stove`)).json()
    const states = new Map<string, State>()
    for (const batch of open) states.set(batch, await stateOf(batch))
    for (const [batch, state] of states) if (state.phase === 'done') open.delete(batch)
    const first = stove.one.acts.find(
      (a: { batch_id: number; act: Act; waits_for_batch?: number }) => {
        const state = states.get(`${a.batch_id}`)
        const now = state && !rests({ ...state, acts: [a.act] })
        return now && a.waits_for_batch == null && state.acts[0]?.step === a.act.step
      },
    )
    if (!first) {
      const times = [...states.values()].flatMap((s) => [
        ...s.acts.map((a) => a.due_ms),
        ...s.held.map((h) => h.until_ms),
        ...s.runs.map((r) => r.best_ms),
      ])
      const now_ms = stove.now_ms
      const next = Math.min(...times.filter((t): t is number => t != null && t > now_ms))
      const boils = [...states.values()].some((s) =>
        s.acts.some((a) => a.of_syrup && a.class !== 'begin'),
      )
      const wait = Number.isFinite(next) ? Math.ceil((next - now_ms) / 1000) : 30
      await post('/clock', { advance_s: boils ? Math.min(wait, 15) : Math.min(wait, 3600) })
      continue
    }
    const batch = `${first.batch_id}`
    // Every seventh press is the adder's, by her own phone, through the sheet; the rest are sent as the sheet would.
    presses += 1
    if (presses % 7 === 0) {
      await adder.goto(`/stove/${batch}`)
      await expect(adder.locator('button.event')).toBeEnabled()
      await pressLarge(adder)
    } else {
      await post(`/batches/${batch}/events`, first.act.entry)
    }
    if (presses === 15) {
      // The power goes: everything is found again.
      const before = await stateOf(batch)
      await program.kill()
      await program.start(before.now_ms)
      expect((await stateOf(batch)).acts).toEqual(before.acts)
      await stirrer.reload()
      await expect(stirrer.getByRole('region', { name: 'What to do now' })).toBeVisible()
    }
    if (presses === 28) {
      // The phone is out of reach: what is pressed there waits, and is written down once.
      await adder.goto(`/stove/${batch}`)
      await expect(adder.locator('button.event')).toBeEnabled()
      const seen = (await batchState(stirrer, batch)).last_seq
      await adders.setOffline(true)
      await adder.locator('button.event').click()
      await expect(adder.getByText('Not sent yet', { exact: false })).toBeVisible()
      await adders.setOffline(false)
      await expect.poll(async () => (await batchState(stirrer, batch)).last_seq).toBe(seen + 1)
    }
  }
  expect([...open], 'all are cooked').toEqual([])

  for (const batch of all) {
    await stirrer.goto(`/stove/${batch}`)
    await expect(stirrer.getByRole('heading', { level: 1 })).toHaveText('Done')
    await stirrer.getByRole('button', { name: 'Just right' }).click()
    await stirrer
      .getByRole('button', { name: /Keep|Write/ })
      .first()
      .click()
    await expect.poll(async () => (await batchState(stirrer, batch)).verdict?.texture).toBe('right')
  }
})

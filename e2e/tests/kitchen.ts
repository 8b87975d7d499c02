import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { PORT, Program } from '../program'

/** A page that fails its test on any error of the console. */
export const test = base.extend({
  page: async ({ page }, use) => {
    const errors: string[] = []
    page.on('pageerror', (error) => errors.push(error.message))
    page.on('console', (message) => {
      // A refusal is an answer, shown in words; the browser reports it as a failed resource.
      const refusal = /status of (412|422)/.test(message.text())
      // A program that a test itself cuts off takes its open lines with it.
      const cut = message.text().includes('net::') && !message.location().url.includes(`:${PORT}/`)
      if (message.type() === 'error' && !refusal && !cut) errors.push(message.text())
    })
    await use(page)
    expect(errors, 'errors on the console').toEqual([])
  },
})

export { expect }

/** A page on the phone's width before a program of its own on an empty notebook. */
export const onPhone = (port: number) =>
  test.extend<{ url: string }>({
    url: async ({ page }, use, info) => {
      const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
      const program = new Program(join(folder, 'notebook.db'), port + info.parallelIndex)
      await program.start()
      await page.setViewportSize({ width: 390, height: 844 })
      await use(program.url)
      await page.goto('about:blank')
      await program.kill()
      rmSync(folder, { recursive: true })
    },
  })

/** Lets simulated time go by, and waits until the page knows: what is pressed then carries the new moment. */
export async function advance(page: Page, seconds: number): Promise<void> {
  const origin = new URL(page.url()).origin
  let moved_ms = Infinity
  const heard = page.waitForResponse(async (r) => {
    if (new URL(r.url()).pathname !== '/api/v1/stove' || !r.ok()) return false
    return (await r.json()).now_ms >= moved_ms
  })
  const before = await (await page.request.get(`${origin}/api/v1/clock`)).json()
  moved_ms = before.now_ms + 1
  const answer = await page.request.post(`${origin}/api/v1/clock`, { data: { advance_s: seconds } })
  expect(answer.ok()).toBe(true)
  await heard
}

/**
 * Does something that logs an event, and waits until the server has answered. Asks for what is sent
 * from here on: an earlier press may still be under way, and its answer is not this one's.
 */
export async function logged(page: Page, act: () => Promise<void>): Promise<void> {
  const request = page.waitForRequest(
    (r) => new URL(r.url()).pathname.endsWith('/events') && r.method() === 'POST',
  )
  await act()
  const answer = await (await request).response()
  expect(answer?.ok()).toBe(true)
}

/** Moves what is dragged to a value, by the keys that move it a step at a time. */
export async function slide(thumb: Locator, to: number): Promise<void> {
  const now = async () => Number(await thumb.getAttribute('aria-valuenow'))
  await thumb.focus()
  const key = (await now()) < to ? 'ArrowRight' : 'ArrowLeft'
  for (let steps = 0; steps < 200 && Math.abs((await now()) - to) > 1e-6; steps += 1)
    await thumb.press(key)
  expect(await now()).toBeCloseTo(to)
}

/** The batch as the server sees it now. */
export async function batchState(page: Page, id: string) {
  const origin = new URL(page.url()).origin
  const answer = await page.request.get(`${origin}/api/v1/batches/${id}`)
  expect(answer.ok()).toBe(true)
  return answer.json()
}

export const WAYS = ['mouse', 'keyboard'] as const
export type Way = (typeof WAYS)[number]

/**
 * Presses a control with the mouse, or by Enter on the focused control. Both wait until it can be
 * pressed, as a hand does: a click does so of itself, a key would go nowhere.
 */
export async function press(way: Way, control: Locator): Promise<void> {
  if (way === 'mouse') return control.click()
  await expect(control).toBeEnabled()
  await control.focus()
  await control.press('Enter')
}

/** Enters a value: clicked and filled, or focused and typed. */
export async function enter(way: Way, field: Locator, value: string): Promise<void> {
  if (way === 'mouse') return field.fill(value)
  await field.focus()
  await field.press('Control+A')
  await field.pressSequentially(value)
}

/**
 * Everybody can read the page: by day with all rules of WCAG 2.1 AA, in the evening for its contrast,
 * which is all that changes then.
 */
export async function canBeRead(page: Page): Promise<void> {
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme })
    const theme = colorScheme === 'dark' ? '.v-theme--slate' : '.v-theme--enamel'
    await expect(page.locator(theme).first()).toBeAttached()
    const axe = new AxeBuilder({ page })
    if (colorScheme === 'light') axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
    else axe.withRules(['color-contrast'])
    const found = await axe.analyze()
    expect(found.violations.map((v) => `${colorScheme} ${v.id}: ${v.nodes[0]?.html}`)).toEqual([])
  }
}

/** Chooses one of a list by its words; a long list is found by its letters. */
export async function choose(field: Locator, words: string): Promise<void> {
  const line = field.first()
  await line.locator('xpath=ancestor::*[contains(@class, "v-field__field")][1]').click()
  if (await line.isEditable()) await line.fill(words)
  const page = line.page()
  const named = page.getByRole('option').filter({ has: page.getByText(words, { exact: true }) })
  await named.click()
}

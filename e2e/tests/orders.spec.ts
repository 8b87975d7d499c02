import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parse } from 'csv-parse/sync'
import ICAL from 'ical.js'
import type { Locator, Page } from '@playwright/test'
import { Program } from '../program'
import { advance, canBeRead, choose, expect, test } from './kitchen'

/** A Thursday, eight in the morning. */
const THURSDAY_MS = Date.UTC(2026, 10, 26, 8)

/** Says by when it is fetched: the day, then the hour. */
async function fetched(form: Locator, when: string): Promise<void> {
  await form.getByLabel('Fetched on').fill(when.slice(0, 10))
  await form.getByLabel('At', { exact: true }).fill(when.slice(11))
}

async function order(
  page: Page,
  who: string,
  due: string,
  sweet: string,
  n: string,
  each = '',
): Promise<void> {
  await page.getByRole('button', { name: 'Write an order down' }).click()
  const form = page.getByRole('form', { name: 'An order' })
  await form.getByLabel('For whom').fill(who)
  await fetched(form, due)
  await choose(form.getByLabel('Sweet, by any of its names'), sweet)
  if (each) await choose(form.getByLabel('Counted in'), 'boxes')
  await form.getByRole('textbox', { name: each ? 'Boxes' : 'Pieces' }).fill(n)
  if (each) await form.getByRole('textbox', { name: 'In each' }).fill(each)
  await form.getByRole('button', { name: 'Write it down' }).click()
}

/** Does something that plans anew, and waits until the plan is kept and nothing is drawn any more. */
async function replanned(page: Page, act: () => Promise<void>): Promise<void> {
  const kept = page.waitForResponse(
    (r) => r.url().endsWith('/api/v1/days/plan') && r.request().method() === 'POST',
  )
  await act()
  expect((await kept).ok()).toBe(true)
  await expect(page.locator('.state')).toContainText('All in time.')
}

const told = async (page: Page, id: number) => {
  const answer = await page.request.get(`${new URL(page.url()).origin}/api/v1/days/${id}/told`)
  expect(answer.ok()).toBe(true)
  return answer.json()
}

test('from orders to a plan, moved, pinned, begun, late, planned anew', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'orders.db'), 18_461)
  try {
    await program.start(THURSDAY_MS)
    await page.goto(`${program.url}/day`)
    await expect(page.getByRole('heading', { name: 'Nothing is asked for yet' })).toBeVisible()

    // A wrong sweet is tapped: the right one is written in its place, not in the middle of it.
    await page.getByRole('button', { name: 'Write an order down' }).click()
    const field = page.getByLabel('Sweet, by any of its names')
    await choose(field, 'Sesame–jaggery ladoo')
    await field.click()
    await page.keyboard.type('cashew sh')
    await expect(page.getByRole('option', { name: 'Cashew sheet' })).toBeVisible()
    await page.getByRole('option').first().click()
    await expect(field).toHaveValue('Cashew sheet')
    await page.getByRole('button', { name: 'Leave it' }).click()

    // One that cannot be is told in words, and nothing is lost.
    await order(page, 'Too late', '2026-11-20T12:00', 'Cashew sheet', '10')
    await expect(page.getByRole('alert')).toContainText('has passed already')
    const form = page.getByRole('form', { name: 'An order' })
    await form.getByLabel('For whom').fill('A bookshop')
    await fetched(form, '2026-11-28T17:00')
    await form.getByRole('textbox', { name: 'Pieces' }).fill('18')
    await form.getByRole('button', { name: 'Write it down' }).click()
    await expect(page.getByText('All in time.')).toBeVisible()
    await replanned(page, () =>
      order(page, 'A neighbour', '2026-11-28T12:00', 'Sesame–jaggery ladoo', '4', '6'),
    )
    const asked = page.getByRole('list', { name: 'Orders' })
    await expect(asked.getByText('24 asked + 2 spare + 1 to taste = 27 made')).toBeVisible()
    await expect(page.getByText('All in time.')).toBeVisible()
    const days = (await (await page.request.get(`${program.url}/api/v1/days`)).json())[0]

    // One asks for more: what that moves is looked at first. Left, the order is as it was.
    const change = page.getByRole('region', { name: 'What would change' })
    const raised = async () => {
      await asked.getByRole('button', { name: 'A neighbour' }).click()
      await form.getByRole('textbox', { name: 'Boxes' }).fill('7')
      await form.getByRole('button', { name: 'Write it down' }).click()
      await expect(change).toBeVisible()
    }
    await raised()
    await change.getByRole('button', { name: 'Leave it as it was' }).click()
    await expect(change).toHaveCount(0)
    await expect(asked.getByText('24 asked + 2 spare + 1 to taste = 27 made')).toBeVisible()
    await raised()
    const taken = page.waitForResponse(
      (r) => r.url().includes('/api/v1/days/') && r.request().method() === 'PUT',
    )
    await change.getByRole('button', { name: 'Do it so' }).click()
    expect((await taken).ok()).toBe(true)
    await expect(asked.getByText('42 asked + 3 spare + 1 to taste = 46 made')).toBeVisible()
    await expect(page.locator('.state')).toContainText('All in time.')

    // Why a step stands where it stands; moved, and pinned there.
    const lanes = page.getByRole('group', { name: 'The days, lane by lane' })
    await lanes.getByRole('button', { name: /^Boil to one string, Cashew sheet/ }).focus()
    await page.keyboard.press('Enter')
    const why = page.getByRole('complementary', { name: 'A step of the plan' })
    await expect(why).toContainText('Not later:')
    await why.getByRole('button', { name: '−60' }).click()
    await expect(why).toContainText('other steps move with it')
    await replanned(page, () => why.getByRole('button', { name: 'Pin it there' }).click())
    await expect(why.getByRole('button', { name: 'Unpin it' })).toBeVisible()
    const pinned = await told(page, days.id)
    const boil = pinned.told.batches
      .flatMap((b: { steps: unknown[] }) => b.steps)
      .find((s: { pinned: boolean }) => s.pinned)
    expect(boil.title).toBe('Boil to one string')
    await replanned(page, () => page.getByRole('button', { name: 'Plan anew' }).click())
    const anew = await told(page, days.id)
    expect(anew.starts[boil.id], 'a pin stays').toBe(boil.from_min)

    // Begun at the stove when it is its turn, with everything chosen; then nothing happens for a long while.
    const sheet = anew.told.batches.find((b: { key: string }) => b.key === 'cashew-sheet.1')
    // What is made ready may be planned for the evening before; she does it just before it is needed.
    const [ready, next] = sheet.steps
    const first_ms =
      anew.told.begins_ms + 60_000 * (next.from_min - (ready.to_min - ready.from_min))
    await page.request.post(`${program.url}/api/v1/clock`, {
      data: { advance_s: (first_ms - THURSDAY_MS) / 1000 },
    })
    await page.reload()
    await lanes.getByRole('button', { name: /^Boil to one string, Cashew sheet/ }).focus()
    await page.keyboard.press('Enter')
    await why.getByRole('link', { name: 'To the stove', exact: true }).click()
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Cashew sheet')
    await expect(page.getByText('20 pieces')).toBeVisible()
    await page.getByRole('button', { name: 'Put it on the stove' }).click()
    await page.waitForURL(/\/stove\/\d+$/)
    await advance(page, 45 * 60)
    await page.goto(`${program.url}/day`)
    await expect(page.getByText('The plan has followed the stove.')).toBeVisible()
    await expect(page.getByText(/^Cashew sheet: its last step moved from/)).toBeVisible()
    await page.getByRole('button', { name: 'Keep it so' }).click()
    await expect(page.getByText('The plan has followed the stove.')).toHaveCount(0)
    const followed = await told(page, days.id)
    expect(followed.starts['cashew-sheet.1/cut']).toBeGreaterThan(anew.starts['cashew-sheet.1/cut'])
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true, force: true })
  }
})

test('a day that cannot be is proved, and made possible', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'impossible.db'), 18_462)
  try {
    await program.start(THURSDAY_MS)
    await page.goto(`${program.url}/day`)
    await order(page, 'A fair', '2026-11-27T12:00', 'Gram-flour ladoo', '60')
    await expect(page.getByText('All in time.')).toBeVisible()
    await page.getByRole('button', { name: 'Hands and hours' }).click()
    const hours = page.getByRole('form', { name: 'Hands and hours' })
    for (const field of await hours.getByLabel('from', { exact: true }).all())
      await field.fill('11')
    for (const field of await hours.getByLabel('to', { exact: true }).all())
      await field.fill('11.45')
    // What a change would do is shown before it is taken; left, nothing has changed.
    const would = page.getByRole('region', { name: 'What would change' })
    await hours.getByRole('button', { name: 'Plan it so' }).click()
    await expect(would).toContainText('So it cannot be done.')
    await would.getByRole('button', { name: 'Leave it as it was' }).click()
    await expect(would).toHaveCount(0)
    await expect(page.getByText('All in time.')).toBeVisible()
    await hours.getByRole('button', { name: 'Plan it so' }).click()
    await would.getByRole('button', { name: 'Take it and plan all anew' }).click()
    await expect(page.getByText('It cannot be done so.')).toBeVisible()
    await page.getByRole('button', { name: 'Make it possible' }).click()
    const ways = page.getByRole('region', { name: 'Make it possible' })
    await expect(ways.getByRole('button').first()).toBeVisible()
    await ways.getByRole('button').first().click()
    await expect(page.getByText('All in time.')).toBeVisible()
    await page.getByRole('button', { name: 'Take the last change back' }).click()
    await expect(page.getByText('It cannot be done so.')).toBeVisible()
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true, force: true })
  }
})

test('the weekend of the demo: read by all, by the clock on a phone, on paper, as calendar and table', async ({
  page,
}) => {
  await page.goto('/day')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('This weekend')
  await expect(page.getByText('All in time.')).toBeVisible()
  await expect(page.getByRole('list', { name: 'Orders' }).getByRole('listitem')).toHaveCount(3)
  await canBeRead(page)
  await page.getByRole('button', { name: 'Shopping and money' }).click()
  await expect(page.getByText('Left for the work')).toBeVisible()
  await canBeRead(page)
  await page.getByRole('button', { name: 'The plan', exact: true }).click()

  await page.setViewportSize({ width: 390, height: 844 })
  const next = page.getByRole('region', { name: 'Next' })
  await expect(next).toBeInViewport()
  await expect(page.getByText('fetches').filter({ visible: true })).toHaveCount(3)
  await next.getByRole('button').click()
  await expect(page.getByRole('link', { name: 'To the stove', exact: true })).toBeVisible()
  await canBeRead(page)

  await page.emulateMedia({ media: 'print', colorScheme: 'light' })
  // What each does, and what goes on by itself, on two sheets at most.
  await expect(
    page
      .getByText(/^\d+ min, Helper$/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible()
  await expect(
    page
      .getByText(/^by itself to/)
      .filter({ visible: true })
      .first(),
  ).toBeVisible()
  await expect(page.getByRole('button', { name: 'Plan anew' })).toBeHidden()
  const sheets = (await page.pdf({ format: 'A4' })).toString('latin1').match(/\/Type \/Page\b/g)
  expect(sheets?.length).toBeLessThanOrEqual(2)

  const days = (await (await page.request.get('/api/v1/days')).json())[0]
  const plan = await told(page, days.id)
  const hands = plan.told.batches
    .flatMap((b: { steps: { cook: string | null }[] }) => b.steps)
    .filter((s: { cook: string | null }) => s.cook)
  const ics = await (await page.request.get(`/api/v1/days/${days.id}/calendar.ics`)).text()
  const events = new ICAL.Component(ICAL.parse(ics)).getAllSubcomponents('vevent')
  expect(events.length, 'each step with hands, each order').toBe(hands.length + 3)
  const starts = events.map((e) => new ICAL.Event(e).startDate.toJSDate().getTime())
  for (const step of hands) expect(starts).toContain(plan.told.begins_ms + 60_000 * step.from_min)
  expect(events.filter((e) => e.getFirstSubcomponent('valarm')).length).toBe(hands.length)

  const table = await (await page.request.get(`/api/v1/days/${days.id}/shopping.csv`)).text()
  const rows: Record<string, string>[] = parse(table, { columns: true })
  const list = await (
    await page.request.post('/api/v1/day/shopping', { data: { days: days.days, days_id: days.id } })
  ).json()
  expect(rows.map((r) => r['ingredient'])).toEqual(
    list.lines.map((l: { ingredient: string }) => l.ingredient),
  )
  expect(rows.map((r) => Number(r['needed_g']))).toEqual(
    list.lines.map((l: { needed_g: number }) => Math.round(10 * l.needed_g) / 10),
  )
})

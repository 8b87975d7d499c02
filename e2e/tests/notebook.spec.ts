import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { Program } from '../program'
import { canBeRead, choose, expect, test } from './kitchen'

/** The minutes after which the start sheet says to turn off. */
async function turnOffMin(page: Page, address: string): Promise<number> {
  await page.goto(address)
  const said = page.getByText(/On a medium flame turn off after about/)
  await expect(said).toBeVisible()
  return Number(/about\s+([\d.]+)\s+min/.exec((await said.textContent()) ?? '')?.[1])
}

const row = (page: Page, name: string) => page.getByRole('listitem', { name, exact: true })

test('a whole notebook goes in, teaches, is searched and compared, and goes out as it was', async ({
  page,
  baseURL,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'notebook.db'), 18_463)
  try {
    const demo = await (await page.request.get(`${baseURL}/api/v1/notebook/everything.json`)).json()
    const file = join(folder, 'everything.json')
    writeFileSync(file, JSON.stringify(demo))
    const newest = Math.max(
      ...demo.notebook.batches.map((b: { started_ms: number }) => b.started_ms),
    )
    await program.start(newest + 2 * 86_400_000)

    await page.goto(`${program.url}/notebook`)
    await expect(page.getByText('No batch yet.')).toBeVisible()
    await page.getByLabel('A file of everything').setInputFiles(file)
    await expect(page.getByText(/Everything came in: \d+ batches/)).toBeVisible()
    const [taken] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('link', { name: 'Everything as one file' }).click(),
    ])
    expect(JSON.parse(readFileSync(await taken.path(), 'utf8'))).toEqual(demo)
    await page.getByLabel('A file of everything').setInputFiles(file)
    await expect(page.getByText(/were here already and stay as they are/)).toBeVisible()

    // What the past teaches is used when she says so, and the next start is another one.
    const start = `${program.url}/stove/start?sweet=cashew-sheet&by=pieces&n=40&ring=1`
    const before = await turnOffMin(page, start)
    await page.goto(`${program.url}/notebook/learnt`)
    await expect(row(page, 'Left ring')).toContainText(/gives 0\.3\d of its plate/)
    await expect(row(page, 'Spring dial')).toContainText('low')
    await expect(row(page, 'Your strings')).toContainText('early')
    await canBeRead(page)
    await row(page, 'Left ring').getByRole('button', { name: 'Use it' }).click()
    await expect(row(page, 'Left ring')).toContainText('Used: learnt from')
    expect(await turnOffMin(page, start)).toBeGreaterThan(1.2 * before)
    await page.getByText('Reckoned with what your batches taught: 1 thing').click()
    await expect(page.getByText(/Learnt from \d+ batches/)).toBeVisible()
    await page.goto(`${program.url}/notebook/learnt`)
    await row(page, 'Left ring').getByRole('button', { name: 'Take back' }).click()
    await expect(row(page, 'Left ring').getByRole('button', { name: 'Use it' })).toBeVisible()
    expect(await turnOffMin(page, start)).toBe(before)

    // Found by a word of its note, then by how it felt.
    await page.goto(`${program.url}/notebook`)
    const lines = page.getByRole('button', { name: /^Compare / })
    await page.getByRole('textbox', { name: 'A word of its name or its note' }).fill('phone rang')
    await expect(lines).toHaveCount(1)
    await page.getByRole('textbox', { name: 'A word of its name or its note' }).fill('')
    await choose(page.getByLabel('Verdict'), 'Dry, crumbly')
    await expect(lines).toHaveCount(1)
    await lines.first().click()
    await choose(page.getByLabel('Verdict'), 'Just right')
    await expect(lines.nth(1)).toBeVisible()
    await lines.first().click()
    await expect(page.getByRole('columnheader', { name: 'What was different' })).toBeVisible()
    await expect(page.getByRole('row', { name: /How it felt crumbly right/ })).toBeVisible()
    await canBeRead(page)

    // Its page: why, a photograph, and made again.
    await page.goto(`${program.url}/notebook`)
    await choose(page.getByLabel('Verdict'), 'Dry, crumbly')
    await expect(lines).toHaveCount(1)
    await page.getByRole('link', { name: 'Cashew sheet' }).click()
    await expect(page.getByText(/The heat went off \d+ g of water late/)).toBeVisible()
    const shot = join(folder, 'shot.jpg')
    await page.screenshot({ path: shot, type: 'jpeg' })
    await page.getByLabel('Photographs to add').setInputFiles(shot)
    const photo = page.getByRole('img', { name: 'Photograph 1 of 1' })
    await expect(photo).toBeVisible()
    await expect
      .poll(() => photo.evaluate((i: HTMLImageElement) => i.naturalWidth))
      .toBeGreaterThan(100)
    await photo.click()
    await page.getByRole('button', { name: 'Take this one away' }).click()
    await expect(photo).toBeHidden()
    await page.getByRole('button', { name: 'Bring it back' }).click()
    await expect(photo).toBeVisible()
    await page.getByLabel('Photographs to add').setInputFiles(file)
    await expect(page.getByRole('alert')).toContainText('no photograph that can be read')
    await canBeRead(page)
    await page.getByRole('button', { name: 'Make it again' }).click()
    await page.getByRole('link', { name: 'To the start sheet' }).click()
    await expect(page.getByText('made again')).toBeVisible()
    await page.getByRole('button', { name: 'Put it on the stove' }).click()
    await expect(page).toHaveURL(/\/stove\/\d+$/)
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true })
  }
})

/** An empty notebook, a phone, no scale, no thermometer: three evenings by fingers alone. */
test('a cook without any instrument is known better after each batch', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'fingers.db'), 18_464)
  await page.setViewportSize({ width: 390, height: 844 })
  try {
    await program.start(Date.UTC(2026, 10, 26, 8))
    const post = async (path: string, data: object) => {
      const reply = await page.request.post(`${program.url}/api/v1${path}`, { data })
      expect(reply.ok(), await reply.text()).toBe(true)
      return reply.json()
    }
    const passes = async (seconds: number) => {
      await post('/clock', { advance_s: seconds })
    }
    await page.goto(`${program.url}/notebook/learnt`)
    await expect(page.getByText('Nothing yet.')).toBeVisible()
    const charge = { sucrose_g: 300, water_g: 150 }
    const full = { reducing_g: 0, ash_g: 0, other_g: 0, insoluble_g: 0, ...charge }
    const ask = { charge: full, stage: 'one-string', pan_id: 1, ring_id: 1 }
    const planned = async () => (await post('/batches/plan', ask)).syrup.turn_off.at_s.mid as number
    const first = await planned()
    for (let evening = 0; evening < 3; evening++) {
      const batch = await post('/batches', ask)
      const log = (event: object) => post(`/batches/${batch.id}/events`, event)
      await log({ event: 'flame', flame: 'medium' })
      await passes(0.8 * first)
      // One wrong tap, taken back; that the sugar has dissolved is never pressed.
      await log({ event: 'water_added', water_g: 40 })
      await log({ event: 'undone', undone_seq: 2 })
      await log({ event: 'reading', reading: { kind: 'not_yet' } })
      await passes(0.7 * first)
      await log({ event: 'reading', reading: { kind: 'string', string_cm: 1 } })
      await log({ event: 'flame', flame: 'off' })
      await passes(60)
      await log({ event: 'step_done', step: 'boil' })
      await log({ event: 'step_done', step: 'use' })
      await page.goto(`${program.url}/notebook/${batch.id}`)
      await page.getByRole('button', { name: 'How did it turn out?' }).click()
      await page.getByRole('button', { name: 'Just right' }).click()
      await page.getByRole('button', { name: 'Write it in the notebook' }).click()
      await expect(page.getByRole('heading', { level: 1 })).toContainText('just right')
      await passes(86_400)
    }
    await page.goto(`${program.url}/notebook/learnt`)
    const ring = row(page, 'Gas ring')
    await expect(ring).toContainText('from 3 batches')
    await expect(ring).toContainText('longer than was reckoned')
    await canBeRead(page)
    await ring.getByRole('button', { name: 'Use it' }).click()
    await expect(ring).toContainText('Used: learnt from 3 batches.')
    expect(await planned()).toBeGreaterThan(1.15 * first)
    await ring.getByRole('button', { name: 'Forget' }).click()
    await expect(ring).toContainText('What was learnt before is forgotten.')
    expect(await planned()).toBeCloseTo(first, 6)
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true })
  }
})

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { Program } from '../program'
import { enter, expect, press, test as base, WAYS } from './kitchen'

// Each test changes its own kitchen.
const test = base.extend<{ kitchen: string }>({
  kitchen: async ({ page }, use, info) => {
    const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
    const program = new Program(join(folder, 'notebook.db'), 18_440 + info.parallelIndex)
    await program.start()
    await use(program.url)
    // The page leaves before its program does, or it would report the broken stream.
    await page.goto('about:blank')
    await program.kill()
    rmSync(folder, { recursive: true })
  },
})

const found = (page: Page) => page.getByRole('status')

for (const way of WAYS) {
  const open = (page: Page, name: string) => press(way, page.getByRole('button', { name }))
  const unfold = async (page: Page, name: string) => {
    const thing = page.getByRole('button', { name: new RegExp(`^${name}`) }).first()
    if ((await thing.getAttribute('aria-expanded')) !== 'true') await press(way, thing)
    await expect(thing).toHaveAttribute('aria-expanded', 'true')
  }
  const write = (page: Page, label: string, value: string) =>
    enter(way, page.getByLabel(label, { exact: true }), value)
  const keep = async (page: Page) => {
    await open(page, 'Keep this')
    await expect(page.getByRole('button', { name: 'Keep this' })).toHaveCount(0)
  }

  test(`rings: by heating water, and by boiling it off; by ${way}`, async ({ page, kitchen }) => {
    await page.goto(`${kitchen}/kitchen`)
    const rings = page.getByRole('region', { name: 'Rings' })
    await expect(rings).toContainText('by its plate, never checked')
    await unfold(page, 'Gas ring')
    await open(page, 'Check Gas ring by heating water')
    await expect(page.getByRole('heading', { name: 'Gas ring by heating water' })).toBeFocused()
    await write(page, 'At the start', '30')
    await write(page, 'At the end', '70')
    await write(page, 'Between the two', '4.5')
    await expect(found(page)).toContainText('of its power reaches the pan')
    await expect(found(page)).toContainText('Before: 42 ± 8 %')
    await expect(found(page)).toContainText('times as well now')
    await keep(page)
    await expect(rings).not.toContainText('never checked')
    await expect(page.getByRole('region', { name: 'What was changed' })).toContainText(
      'Gas ring by heating water',
    )

    await unfold(page, 'What was changed')
    await open(page, 'Check Gas ring by boiling water off')
    await write(page, 'Pan and water at the start', '1900')
    await write(page, 'At the end', '1740')
    await write(page, 'Between the two', '10')
    await expect(found(page)).toContainText('W into the pan')
    await keep(page)

    const changes = page.getByRole('region', { name: 'What was changed' }).getByRole('listitem')
    await expect(changes).toHaveCount(2)
    await open(page, 'Take the last change back')
    await expect(changes).toHaveCount(1)
    await open(page, 'Take the last change back')
    await expect(rings).toContainText('by its plate, never checked')
  })

  test(`thermometer, pan, cup and pressure; by ${way}`, async ({ page, kitchen }) => {
    await page.goto(`${kitchen}/kitchen`)
    await open(page, 'Another thermometer')
    await open(page, 'Keep them')
    await unfold(page, 'New thermometer')
    await open(page, 'Check New thermometer in boiling water')
    await write(page, 'In boiling water', '101.2')
    await write(page, 'In ice water, if you have ice', '0.4')
    await expect(found(page)).toContainText(/reads high by\s*1\.2/)
    await keep(page)
    await expect(page.getByRole('region', { name: 'Thermometers' })).toContainText('1.2 °C high')

    await expect(page.getByRole('region', { name: 'Pans' })).toContainText('never weighed')
    await unfold(page, 'Steel pan')
    await open(page, 'Weigh Steel pan once')
    await write(page, 'On the scale, empty', '1240')
    await expect(found(page)).toContainText('heat its wall holds')
    await keep(page)
    await expect(page.getByRole('region', { name: 'Pans' })).not.toContainText('never weighed')
    await expect(page.getByLabel('Empty weight')).toHaveValue('1240')

    await open(page, 'Another cup')
    await expect(page.getByLabel('Name', { exact: true })).toBeFocused()
    await open(page, 'Keep them')
    await open(page, 'Weigh water in the New cup')
    await write(page, 'Empty', '92')
    await write(page, 'Full', '271')
    await expect(found(page)).toContainText(/holds\s*179/)
    await keep(page)
    await expect(page.getByRole('region', { name: 'Cups and spoons' })).toContainText('179 ml')

    await unfold(page, 'Air and room')
    await open(page, 'Find the pressure by boiling water')
    await write(page, 'Water boils at', '95.1')
    await expect(found(page)).toContainText(/849|850/)
    await keep(page)
    await expect(page.getByText('water boils at 95.1 °C', { exact: true })).toBeVisible()
  })
}

test('a kitchen is set up, refused in words, kept and taken back; on a phone', async ({
  page,
  kitchen,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${kitchen}/kitchen`)
  await page.getByRole('button', { name: /^Gas ring/ }).click()
  await page.getByRole('button', { name: 'Check Gas ring by heating water' }).click()
  await page.getByLabel('At the start').fill('30')
  await page.getByLabel('At the end').fill('30')
  await page.getByLabel('Between the two').fill('4')
  await expect(page.getByRole('alert')).toContainText('at least 5 °C warmer')
  await page.getByRole('button', { name: 'Leave it' }).click()

  for (const part of ['Air and room', 'Scale, refractometer', 'Your ladder', 'What was changed'])
    await page.getByRole('button', { name: part }).click()
  await page.getByLabel('Altitude').fill('1480')
  await page.getByRole('button', { name: 'Late string' }).click()
  await page.getByRole('button', { name: '°F' }).click()
  await page.getByRole('button', { name: 'Keep them' }).click()
  await expect(page.getByText('water boils at 203.1 °F', { exact: true })).toBeVisible()
  await expect(page.getByRole('region', { name: 'What was changed' })).toContainText(
    'Changed: the height and the air, scale and units, the ladder',
  )
  await page.getByLabel('Altitude').fill('9000')
  await page.getByRole('button', { name: 'Keep them' }).click()
  await expect(page.getByRole('alert')).toContainText('altitude')
  await page.getByRole('button', { name: 'Leave them' }).click()
  await page.getByRole('button', { name: 'Take the last change back' }).click()
  await expect(page.getByText('water boils at 100.0 °C', { exact: true })).toBeVisible()
  const wide = await page.evaluate(() => document.documentElement.scrollWidth)
  expect(wide).toBeLessThanOrEqual(390)
})

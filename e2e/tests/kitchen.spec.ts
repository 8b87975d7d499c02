import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import { Program } from '../program'
import { expect, test as base } from './kitchen'

// Each test changes its own kitchen.
const test = base.extend<{ kitchen: string }>({
  kitchen: async ({}, use, info) => {
    const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
    const program = new Program(join(folder, 'notebook.db'), 18_440 + info.parallelIndex)
    await program.start()
    await use(program.url)
    await program.kill()
    rmSync(folder, { recursive: true })
  },
})

const found = (page: Page) => page.getByRole('status')
async function keep(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Keep this' }).click()
  await expect(page.getByRole('button', { name: 'Keep this' })).toHaveCount(0)
}

test('rings: by heating water, and by boiling it off', async ({ page, kitchen }) => {
  await page.goto(`${kitchen}/kitchen`)
  await page.getByRole('button', { name: 'Check Gas ring by heating water' }).click()
  await page.getByLabel('At the start').fill('30')
  await page.getByLabel('At the end').fill('70')
  await page.getByLabel('Between the two').fill('4.5')
  await expect(found(page)).toContainText('of its power reaches the pan')
  await expect(found(page)).toContainText('Before: 42 ± 8 %')
  await expect(found(page)).toContainText('times as well now')
  await keep(page)
  await expect(page.getByRole('region', { name: 'Rings' })).not.toContainText('42 ± 8 %')
  await expect(page.getByRole('region', { name: 'What was changed' })).toContainText(
    'Gas ring by heating water',
  )

  await page.getByRole('button', { name: 'Check Gas ring by boiling water off' }).click()
  await page.getByLabel('Pan and water at the start').fill('1900')
  await page.getByLabel('At the end').fill('1740')
  await page.getByLabel('Between the two').fill('10')
  await expect(found(page)).toContainText('W into the pan')
  await keep(page)

  await page.getByRole('button', { name: 'Take the last change back' }).click()
  await page.getByRole('button', { name: 'Take the last change back' }).click()
  await expect(page.getByRole('region', { name: 'Rings' })).toContainText('42 ± 8 %')
})

test('thermometer, pan, cup and pressure, by keyboard', async ({ page, kitchen }) => {
  await page.goto(`${kitchen}/kitchen`)
  await page.getByRole('button', { name: 'Check Thermometer in boiling water' }).press('Enter')
  await page.getByLabel('In boiling water', { exact: true }).focus()
  await page.keyboard.type('101.2')
  await page.keyboard.press('Tab')
  await page.keyboard.type('0.4')
  await expect(found(page)).toContainText('reads high by')
  await expect(found(page)).toContainText('1.2')
  await page.getByRole('button', { name: 'Keep this' }).press('Enter')
  await expect(page.getByRole('region', { name: 'Thermometers' })).toContainText('1.2 °C high')

  await page.getByRole('button', { name: 'Weigh Steel pan once' }).press('Enter')
  await page.getByLabel('Empty weight').focus()
  await page.keyboard.type('1240')
  await expect(found(page)).toContainText('heat its wall holds')
  await page.getByRole('button', { name: 'Keep this' }).press('Enter')
  await expect(page.getByRole('region', { name: 'Pans' })).toContainText('1240 g')

  await page.getByRole('button', { name: 'Another cup' }).press('Enter')
  await page.getByRole('button', { name: 'Keep them' }).press('Enter')
  await page.getByRole('button', { name: 'Weigh water in the New cup' }).press('Enter')
  await page.getByLabel('Empty', { exact: true }).fill('92')
  await page.getByLabel('Full', { exact: true }).fill('271')
  await expect(found(page)).toContainText(/holds\s*179/)
  await page.getByRole('button', { name: 'Keep this' }).press('Enter')
  await expect(page.getByRole('region', { name: 'Cups and spoons' })).toContainText('179 ± 3 ml')

  await page.getByRole('button', { name: 'Find the pressure by boiling water' }).press('Enter')
  await page.getByLabel('Water boils at').fill('95.1')
  await expect(found(page)).toContainText(/849|850/)
  await page.getByRole('button', { name: 'Keep this' }).press('Enter')
  await expect(page.getByText('water boils at 95.1 °C', { exact: true })).toBeVisible()
})

test('a kitchen is set up, refused in words, kept and taken back; on a phone', async ({
  page,
  kitchen,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await page.goto(`${kitchen}/kitchen`)
  await page.getByRole('button', { name: 'Check Gas ring by heating water' }).click()
  await page.getByLabel('At the start').fill('30')
  await page.getByLabel('At the end').fill('30')
  await page.getByLabel('Between the two').fill('4')
  await expect(page.getByRole('alert')).toContainText('at least 5 °C warmer')
  await page.getByRole('button', { name: 'Leave it' }).click()

  await page.getByLabel('Altitude').fill('1480')
  await page.getByRole('button', { name: 'Late string' }).click()
  await page.getByRole('button', { name: '°F' }).click()
  await page.getByRole('button', { name: 'Keep them' }).click()
  await expect(page.getByText('water boils at 203.1 °F', { exact: true })).toBeVisible()
  await expect(page.getByRole('region', { name: 'What was changed' })).toContainText(
    'Changed: room, scale and units, ladder',
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

import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './kitchen'

const VIEWS = ['/', '/stove/start', '/bench', '/notebook', '/notebook/18', '/pieces', '/nowhere']

for (const colorScheme of ['light', 'dark'] as const) {
  for (const path of VIEWS) {
    test(`${path} can be read by everyone, ${colorScheme}`, async ({ page }) => {
      await page.emulateMedia({ colorScheme })
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await expect(page.getByText('Lantern Steps, 1480 m')).toBeVisible()
      const found = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa'])
        .analyze()
      expect(found.violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`)).toEqual([])
    })
  }
}

test('nothing hangs over the edge of a phone', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  for (const path of VIEWS) {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    const wide = await page.evaluate(() => document.documentElement.scrollWidth)
    expect(wide, path).toBeLessThanOrEqual(390)
  }
})

test('the bench works by keyboard alone and its address carries it', async ({ page }) => {
  await page.goto('/bench?sugar_g=300&water_g=200')
  const slider = page.getByRole('slider', { name: 'Moment looked at' })
  await slider.focus()
  const before = Number(await slider.getAttribute('aria-valuenow'))
  await page.keyboard.press('PageDown')
  await page.keyboard.press('ArrowLeft')
  await expect(slider).toHaveAttribute('aria-valuenow', `${before - 65}`)

  await page.getByLabel('Sugar').fill('600')
  await expect(page).toHaveURL(/sugar_g=600/)
  await page.getByRole('button', { name: 'High' }).press('Enter')
  await expect(page).toHaveURL(/flame=high/)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Turn off after')
  const headline = await page.getByRole('heading', { level: 1 }).textContent()
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(headline ?? '')
})

test('what cannot be is said in words and leaves the bench usable', async ({ page }) => {
  await page.goto('/bench?sugar_g=300&water_g=200')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Turn off after')
  // A refusal is an answer the browser reports as a failed resource; that line is expected here.
  page.removeAllListeners('console')
  await page.getByLabel('Sugar').fill('9000')
  await expect(page.getByRole('alert')).toContainText('do not fit a pan')
  await page.getByLabel('Sugar').fill('300')
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Turn off after')
})

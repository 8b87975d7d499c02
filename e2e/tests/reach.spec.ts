import { canBeRead, expect, test } from './kitchen'

const TWO = '/bench?two=1&b_part=500*cane-jaggery&b_water_g=250&ask=terms'
const VIEWS = [
  '/',
  '/stove/start',
  '/bench',
  TWO,
  '/bench?ask=acid',
  '/sweets',
  '/sweets/gram-flour-ghee-slab?side=1&with=0.4',
  '/sweets/milk-solid-balls',
  '/sweets/cashew-sheet/sheet',
  '/sweets/read',
  '/notebook',
  '/notebook/18',
  '/kitchen',
  '/pieces',
  '/nowhere',
]

for (const path of VIEWS) {
  test(`${path} can be read by everyone, by day and in the evening`, async ({ page }) => {
    await page.goto(path)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await expect(page.getByText('Lantern Steps, 1480 m')).toBeVisible()
    await canBeRead(page)
  })
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

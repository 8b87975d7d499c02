import { expect, test } from '@playwright/test'

test('a sheet is spread in a tray and marked in diamonds, and its windows are told', async ({
  page,
}) => {
  await page.goto('/sweets/gram-flour-ghee-slab')
  const after = page.getByRole('region', { name: 'After the pan' })
  await page.getByRole('heading', { name: 'Who can eat it' }).or(after).first().waitFor()
  await after.scrollIntoViewIfNeeded()

  await expect(after.getByRole('img', { name: /^Firmness: soft, sliceable/ })).toBeVisible()
  const cooling = after.getByRole('img', { name: /^After the pour/ })
  await expect(cooling).toHaveAccessibleName(/mark: .*lift: from/)

  // It lies as thick as it is written, in the smallest tray that holds it so.
  const tray = after.getByRole('img', { name: /the mass lies 30 mm thick/ })
  await expect(tray).toBeVisible()
  const pieces = async () =>
    Number(
      /, (\d+) whole/.exec((await after.locator('svg.tray').getAttribute('aria-label')) ?? '')?.[1],
    )
  const squares = await pieces()
  await after
    .getByRole('radio', { name: 'Diamonds' })
    .or(after.getByRole('button', { name: 'Diamonds' }))
    .click()
  await expect.poll(pieces).not.toBe(squares)
  await expect(after.getByText(/pieces are cut by an edge/)).toBeVisible()

  // The far edge is drawn out: thinner, and it says so.
  const edge = after.locator('svg.tray circle')
  const from = await edge.boundingBox()
  if (!from) throw new Error('the edge is drawn')
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  await page.mouse.move(from.x + 400, from.y + from.height / 2, { steps: 5 })
  await page.mouse.up()
  await expect(after.getByText(/Thinner than it is written/)).toBeVisible()
  await expect(after.getByRole('img', { name: /the mass lies (1\d|2\d) mm thick/ })).toBeVisible()

  // Smaller pieces are more of them.
  const before = await pieces()
  await after.getByRole('slider', { name: /Side of a piece/ }).fill('2')
  await expect.poll(pieces).toBeGreaterThan(before)
})

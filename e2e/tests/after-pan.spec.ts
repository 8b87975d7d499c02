import { choose, slide } from './kitchen'
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
  const asWritten = /lift: ([^.]*)/.exec((await cooling.getAttribute('aria-label')) ?? '')?.[1]

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
  // As many as the amounts count on, whichever way it is cut.
  await expect(after.getByText(/^Angle, 60/)).toBeVisible()
  await expect.poll(pieces).toBeGreaterThanOrEqual(squares)
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
  // It cools as it lies now, and the stove is told so too; the cold of a refrigerator is quicker still.
  await expect(after.getByRole('heading', { name: /^(1\d|2\d) mm thick, at/ })).toBeVisible()
  const lifts = async () =>
    /lift: ([^.]*)/.exec((await cooling.getAttribute('aria-label')) ?? '')?.[1]
  expect(await lifts(), 'thinner is lifted sooner').not.toBe(asWritten)
  await expect(page.getByRole('link', { name: 'Put it on the stove' })).toHaveAttribute(
    'href',
    /thick=\d/,
  )
  const atTable = await lifts()
  await after.getByRole('button', { name: 'In the refrigerator' }).click()
  await expect.poll(lifts).not.toBe(atTable)

  // Smaller pieces are more of them.
  const before = await pieces()
  await slide(after.getByRole('slider', { name: /Side of a piece/ }), 2)
  await expect.poll(pieces).toBeGreaterThan(before)
})

test('balls are fried load by load and soaked until it is best; milk becomes so much chhena', async ({
  page,
}) => {
  await page.goto('/sweets/milk-solid-balls?method=powder')
  const after = page.getByRole('region', { name: 'After the pan' })
  await after.scrollIntoViewIfNeeded()
  const soaking = after.getByRole('img', {
    name: /^Soaking: enough after .*, best after .*, out after/,
  })
  await expect(soaking).toBeVisible()
  await expect(after.getByText('at once')).toBeVisible()
  await expect(after.getByText(/find room, the full flame heats/)).toBeVisible()
  const powder = await soaking.getAttribute('aria-label')
  await page.goto('/sweets/milk-solid-balls?method=khoya')
  await after.scrollIntoViewIfNeeded()
  await expect(soaking).toBeVisible()
  expect(await soaking.getAttribute('aria-label'), 'the denser ball soaks longer').not.toBe(powder)

  // A small ball is soaked sooner, a large one later; in a syrup that cools perhaps never.
  const across = after.getByRole('slider', { name: /^Across a ball/ })
  const drawn_min = async () => {
    const said = (await soaking.getAttribute('aria-label')) ?? ''
    // “1 h 35”, or “24 min”.
    const [, hours, minutes] = /best after (?:about )?(?:(\d+) h)?\s*(\d+)?/.exec(said) ?? []
    return hours || minutes ? 60 * Number(hours ?? 0) + Number(minutes ?? 0) : Infinity
  }
  // What was drawn for the size before does not count: only what was worked out for this one.
  const bestOf = async (across_mm: number) => {
    const workedOut = page.waitForResponse(
      (answer) =>
        answer.url().endsWith('/api/v1/soak/uptake') &&
        answer.request().postDataJSON().diameter_mm === across_mm,
    )
    await slide(across, across_mm)
    const { best_min } = (await (await workedOut).json()) as { best_min: number }
    await expect
      .poll(async () => Math.abs((await drawn_min()) / best_min - 1), {
        message: `${best_min} min for ${across_mm} mm, as drawn`,
      })
      .toBeLessThan(0.1)
    return best_min
  }
  await after.getByRole('button', { name: 'It is kept warm' }).click()
  const small_min = await bestOf(20)
  expect(small_min).toBeLessThan(200)
  expect(await bestOf(40), `${small_min} min for a small one`).toBeGreaterThan(2 * small_min)

  await page.goto('/sweets/chhena')
  await after.scrollIntoViewIfNeeded()
  const curd = after.getByRole('region', { name: 'The curd' })
  await expect(curd.getByText(/In 3 parts, at 75.0–85.0 °C: \d+ g lime juice/)).toBeVisible()
  // Two litres, as she has them: an eighth to a sixth of it is curd.
  const size = page.getByRole('form', { name: 'How much' })
  await choose(size.getByRole('combobox', { name: 'By' }), 'volume of whole milk')
  await size.getByRole('textbox', { name: 'How much of it' }).fill('2000')
  await page.keyboard.press('Tab')
  const chhena_g = async () => Number(/chhena\s*(\d+)/.exec((await curd.textContent()) ?? '')?.[1])
  await expect.poll(chhena_g).toBeGreaterThan(230)
  expect(await chhena_g()).toBeLessThan(360)
})

test('labels for its boxes are printed on one sheet of paper', async ({ page }) => {
  await page.goto('/sweets/cashew-sheet')
  await page.getByRole('link', { name: 'Labels' }).click()
  await page.getByRole('textbox', { name: 'Pieces in a box' }).fill('20')
  const first = page.getByRole('listitem').first()
  await expect(first).toContainText('20 pieces')
  await expect(first).toContainText(/cashew nuts, sugar.*Contains milk, tree nuts\./)
  await expect(first).toContainText(/best before/)
  const sheet = await page.pdf({ format: 'A4', preferCSSPageSize: true })
  const pages = sheet.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length
  expect(pages, 'pages of paper').toBe(1)
})

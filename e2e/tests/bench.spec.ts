import { choose, enter, expect, press, test, WAYS } from './kitchen'
import type { Page } from '@playwright/test'

const headline = (page: Page) => page.getByRole('heading', { level: 1 })
const START = '/bench?part=300*sugar&water_g=200'

async function openBench(page: Page, address = START): Promise<void> {
  await page.goto(address)
  await expect(headline(page)).toContainText('Turn off after')
}

test('forward, by mouse: amounts, drag, cursor, pull', async ({ page }) => {
  await openBench(page)
  const before = await headline(page).textContent()
  await page.getByLabel('Granulated sugar', { exact: true }).fill('600')
  await expect(headline(page)).not.toHaveText(before ?? '')
  await expect(page).toHaveURL(/part=600\*sugar/)

  // The line under the water is dragged; the headline follows.
  const drag = page.locator('.v-slider', { has: page.getByLabel('Water, dragged') })
  await drag.scrollIntoViewIfNeeded()
  const box = await drag.boundingBox()
  if (!box) throw new Error('no line to drag')
  const dragged = await headline(page).textContent()
  await page.mouse.move(box.x + 25, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 80, box.y + box.height / 2, { steps: 8 })
  await page.mouse.up()
  await expect(headline(page)).not.toHaveText(dragged ?? '')

  // Along the curve the string grows.
  const cursor = page.getByRole('slider', { name: 'Moment looked at' })
  const readout = page.getByRole('complementary', { name: 'At the cursor' })
  // The answer to the last bit of the drag may still be under way, and sets the cursor on its own turn-off.
  await expect(async () => {
    await cursor.press('PageDown')
    await expect(readout).toContainText('coating', { timeout: 500 })
  }).toPass()
  await cursor.press('PageUp')
  for (let i = 0; i < 6; i++) await cursor.press('PageUp')
  await expect(readout).toContainText(/string/)
  await page.getByRole('button', { name: 'Pull' }).click()
  await expect(readout).toContainText('breaks after')
})

test('forward, by keyboard alone; the link carries the bench', async ({ page }) => {
  await openBench(page)
  const cursor = page.getByRole('slider', { name: 'Moment looked at' })
  await cursor.focus()
  const at = Number(await cursor.getAttribute('aria-valuenow'))
  await page.keyboard.press('PageDown')
  await page.keyboard.press('ArrowLeft')
  await expect(cursor).toHaveAttribute('aria-valuenow', `${at - 65}`)

  await page.getByRole('button', { name: 'High' }).press('Enter')
  await expect(page).toHaveURL(/flame=1/)
  const water = page.getByLabel('Water', { exact: true })
  await water.focus()
  await page.keyboard.press('Control+A')
  await page.keyboard.type('260')
  await expect(page).toHaveURL(/water_g=260/)
  await page.getByRole('button', { name: 'Flame, lid or water changed' }).press('Enter')
  await page.getByRole('button', { name: 'Then…' }).press('Enter')
  await expect(page).toHaveURL(/then=5\*/)
  // What is read off is the answer to this, not to what was asked before it.
  const answered = page.waitForResponse((r) => /:40[,}]/.test(r.request().postData() ?? ''))
  await page.getByLabel('Water poured in').fill('40')
  await expect(page).toHaveURL(/\*40/)
  await answered
  const words = await headline(page).textContent()
  await page.reload()
  await expect(headline(page)).toHaveText(words ?? '')
})

for (const way of WAYS) {
  const ask = (page: Page, name: string) => press(way, page.getByRole('button', { name }))
  const write = (page: Page, label: string, value: string) =>
    enter(way, page.getByLabel(label, { exact: true }), value)

  test(`backward: scale, thermometer, string; over and under; by ${way}`, async ({ page }) => {
    await openBench(page)
    const answer = page.getByRole('status')
    // Iron kadai 1850 g, 300 g sugar: 2275 g is 70.6 %.
    await write(page, 'Pan with everything in it', '2275')
    await expect(answer).toContainText('coating, 70.6 %')
    await expect(answer).toContainText('still to boil off')
    await expect(answer).toContainText(/29\s*g/)
    await expect(page.getByText('you are here')).toBeVisible()

    await write(page, 'Pan with everything in it', '2225')
    await expect(answer).toContainText('two strings, 80.0 %')
    await expect(answer).toContainText('went over: water to add')
    await expect(answer).toContainText(/21\s*g/)

    await ask(page, 'My thermometer says')
    await write(page, 'Boiling syrup, as shown', '103.7')
    await expect(answer).toContainText('one string')
    await ask(page, 'A string of')
    await write(page, 'Length before it breaks, 0 for none', '3')
    await expect(answer).toContainText('two strings')
  })

  test(`clock rules, left-over syrup, acid, what soaks, all words; by ${way}`, async ({ page }) => {
    await openBench(page)
    const answer = page.getByRole('status')
    await ask(page, 'By the clock')
    await expect(page).toHaveURL(/ask=clock/)
    await write(page, 'The rule says', '8')
    await expect(answer).toContainText('gave there')
    await expect(answer).toContainText('8 min in the pan at hand')
    await expect(answer).toContainText('here, from when it boils')

    await ask(page, 'Left over, cold, mixed')
    await expect(answer).toContainText('boil off')
    await ask(page, 'Warm it up')
    await expect(answer).toContainText('water lost on the way')
    await ask(page, 'Two into one')
    await expect(answer).toContainText('61.7')

    await ask(page, 'Acid and graining')
    await expect(answer.getByRole('row')).toHaveCount(5)
    await expect(answer).toContainText('off the heat')

    await ask(page, 'What soaks in it')
    await expect(page).toHaveURL(/ask=soak/)
    await expect(answer).toContainText(/In the syrup you look at, .*best after/)
    await expect(answer.getByRole('img', { name: /^Soaking: enough after/ })).toBeVisible()

    await ask(page, 'In all words')
    await expect(page.getByRole('rowheader', { name: /soft ball/ })).toBeVisible()
  })

  test(`the hill and the sea side by side; by ${way}`, async ({ page }) => {
    await openBench(page)
    await ask(page, 'Two pans side by side')
    await expect(page.getByRole('heading', { level: 2, name: /Turn off after/ })).toBeVisible()
    await write(page, 'Altitude', '0')
    await expect(page).toHaveURL(/b_altitude_m=0/)
    await expect(page.getByRole('region', { name: /at 1480 m/ }).getByText('102.8')).toBeVisible()
    await expect(page.getByRole('region', { name: /at 0 m/ }).getByText('107.9')).toBeVisible()
  })
}

test('jaggery strained; curve and drawing are kept', async ({ page }) => {
  await openBench(page)
  await page.getByText('Which sweetener').click()
  await choose(page.getByLabel('Sweetener', { exact: true }), 'Cane jaggery')
  await expect(page).toHaveURL(/part=300\*cane-jaggery/)
  await page.getByLabel('Strained once dissolved').check()
  await expect(page.getByText('of grit')).toBeVisible()

  for (const [button, name] of [
    ['Curve as CSV', 'boil-down.csv'],
    ['Drawing as SVG', 'boil-down.svg'],
    ['Drawing as PNG', 'boil-down.png'],
  ] as const) {
    const download = page.waitForEvent('download')
    await page.getByRole('button', { name: button }).click()
    expect((await download).suggestedFilename()).toBe(name)
  }
})

test('what cannot be is said in words and leaves the bench usable', async ({ page }) => {
  await openBench(page)
  await page.getByLabel('Granulated sugar', { exact: true }).fill('9000')
  await expect(page.getByRole('alert')).toContainText('do not fit a pan')
  await page.getByLabel('Granulated sugar', { exact: true }).fill('300')
  await expect(headline(page)).toContainText('Turn off after')
  await page.getByLabel('Pan with everything in it').fill('1900')
  await expect(page.getByRole('alert')).toContainText('Sugar does not boil away')
})

test('more sugar than the pan holds is said in words, and the last drawing stays', async ({
  page,
}) => {
  await openBench(page)
  const drawing = page.getByRole('slider', { name: /moment|cursor/i }).first()
  await expect(drawing).toBeVisible()
  await page.getByLabel('Granulated sugar', { exact: true }).first().fill('9000')
  await expect(page.getByRole('alert').first()).toContainText('do not fit')
  await expect(drawing).toBeVisible()
  await page.getByLabel('Granulated sugar', { exact: true }).first().fill('300')
  await expect(page.getByRole('alert')).toHaveCount(0)
})

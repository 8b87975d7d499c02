import { advance, batchState, choose, expect, logged, onPhone } from './kitchen'

// An empty notebook on the phone's width: no scale, no thermometer, strings only.
const test = onPhone(18_450)

test('the first hour: four questions, a plain syrup, then kaju katli with peanuts, too soft, and greeted by it', async ({
  page,
  url,
}) => {
  const h1 = page.getByRole('heading', { level: 1 })
  const press = (name: string | RegExp) =>
    logged(page, () => page.getByRole('button', { name }).first().click())
  await page.goto(url)
  await expect(h1).toHaveText('Your kitchen, in four questions')
  await page.getByRole('button', { name: 'Gas, large' }).click()
  await page.getByRole('button', { name: 'Cast iron' }).click()
  await page.getByRole('button', { name: 'a span and a bit' }).click()
  await page.getByRole('button', { name: 'Tea cup' }).click()
  await page.getByRole('button', { name: 'Hills', exact: true }).click()
  await page.getByRole('button', { name: 'That is my kitchen' }).click()
  await expect(h1).toHaveText('It is set up')
  await expect(page.getByText(/Cast-iron pan: about \d+ g/)).toBeVisible()

  // The calibration that needs nothing but a cup and a clock.
  await page.getByRole('button', { name: 'Check the ring: two cups and a clock' }).click()
  await page.getByLabel('Or the minutes it took').fill('3.4')
  await expect(page.getByRole('status')).toContainText('of its power reaches the pan')
  await page.getByRole('button', { name: 'Keep this' }).click()
  await page.getByRole('link', { name: 'Put something on' }).click()

  // A plain syrup: amounts in her cup, no scale asked for, the button in sight without scrolling.
  await page.getByRole('link', { name: /A plain syrup/ }).click()
  await expect(page.getByRole('region', { name: 'Measure' })).toContainText(/Tea cup.* sugar/)
  await expect(page.getByRole('button', { name: 'Put it on the stove' })).toBeInViewport()
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove\/\d+$/)
  await expect(
    page.getByText('Boiling syrup clings and burns', { exact: false }).first(),
  ).toBeVisible()
  await press('The flame is on, medium')
  await expect(page.getByRole('button', { name: 'Weigh' })).toHaveCount(0)
  await expect(page.getByRole('button', { name: 'Thermometer' })).toHaveCount(0)
  // Giving up asks once.
  await page.getByRole('button', { name: 'Give this batch up' }).click()
  await expect(page.getByRole('button', { name: 'No, go on' })).toBeFocused()
  await press('Give it up')

  // By its local name; with peanuts; nobody presses that the sugar has dissolved.
  await page.goto(`${url}/sweets`)
  await page.getByLabel(/find/i).first().fill('kaju')
  await page.getByRole('link', { name: 'Cashew sheet' }).click()
  await page
    .getByRole('button', { name: /Peanuts instead of cashews/ })
    .first()
    .click()
  await expect(h1).toHaveText('Cashew sheet with peanuts')
  await choose(page.getByLabel('By', { exact: true }), 'pieces')
  await page.getByLabel('How many').fill('30')
  await page.getByRole('link', { name: 'Put it on the stove' }).click()
  await expect(h1).toHaveText('Cashew sheet with peanuts')
  const measure = page.getByRole('region', { name: 'Measure' })
  await expect(measure).toContainText('peanuts')
  await expect(measure).toContainText('Contains milk, peanut.')
  await expect(measure).not.toContainText('cashew')
  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove\/\d+$/)
  const id = page.url().split('/').at(-1) ?? ''
  await expect(page.getByText('Peanuts ground in short bursts')).toBeVisible()
  await press('All is ready')
  await press('The flame is on, medium')
  for (let waited = 0; waited < 1500; waited += 10) {
    await advance(page, 10)
    if ((await batchState(page, id)).state.advice.kind === 'turn_off_now') break
  }
  await expect(h1).toHaveText('Turn off now')
  await expect(page).toHaveTitle(/^Turn off now · Cashew sheet with peanuts/)
  // The knob is turned in time, the key pressed two minutes late.
  await advance(page, 120)
  await press('The flame is off')
  await press('It was off when called')
  await expect(page.getByRole('region', { name: 'When it went off' })).toHaveCount(0)

  // One failed test, one wrong tap that is taken back, then the string.
  await expect(page.getByRole('group', { name: 'What did the cooled drop do?' })).toBeVisible()
  // That it is not there yet can be said beside the large button, without words for the string.
  const place = async (name: RegExp) => page.getByRole('button', { name }).first().boundingBox()
  await expect(page.getByRole('button', { name: /^Not yet/ })).toBeVisible()
  // They lie beside each other as soon as the sheet has settled.
  await expect
    .poll(async () => (await place(/^Not yet/))?.y === (await place(/^The string holds/))?.y)
    .toBe(true)
  await press('snaps at once')
  await expect(page.getByText(/^Not yet: .* more on the flame\./)).toBeVisible()
  await press('holds')
  await expect(page.getByText(/^That is past one string/)).toBeVisible()
  await press('Take the last entry back')
  await expect(page.getByText(/^Not yet: .* more on the flame\./)).toBeVisible()
  // On low, where on a large ring a medium flame would be off again at once.
  await press(/The flame is on, (low|medium)/)
  await advance(page, 40)
  await press('The flame is off')
  await advance(page, 60)
  await press('about a centimetre')
  await expect(h1).toHaveText('That is it')
  await press('The string holds')
  for (let steps = 0; steps < 8; steps++) {
    const state = (await batchState(page, id)).state
    if (state.phase === 'done') break
    await advance(page, 120)
    await logged(page, () => page.locator('.event').click())
  }
  await expect(h1).toHaveText('Done')
  await page.getByRole('button', { name: 'Too soft, sticky' }).click()
  await page.getByLabel('To remember next time').fill('Would not lift')
  await page.getByRole('button', { name: 'Write it in the notebook' }).click()
  await expect(page.getByText('Back into the pan on a low flame')).toBeVisible()

  await page.goto(`${url}/stove/start?sweet=cashew-sheet`)
  await expect(page.getByText('too soft, sticky')).toBeVisible()
  await expect(page.getByText(/“Would not lift”. This time boil/)).toBeVisible()
})

import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program } from '../program'
import { advance, batchState, expect, logged, test } from './kitchen'

test('a cashew sheet, from the question to the notebook', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('link', { name: 'Put something on', exact: true }).click()
  // Found by its local name, with a plain syrup beside it.
  await expect(page.getByRole('link', { name: /A plain syrup/ })).toBeVisible()
  await page.getByRole('textbox', { name: 'Find a sweet' }).fill('kaju katli')
  await page.getByRole('link', { name: /Cashew sheet/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Cashew sheet')
  await expect(page.getByText('Last time', { exact: false }).first()).toBeVisible()

  const measure = page.getByRole('region', { name: 'Measure' })
  await expect(measure).toContainText(/260 g sugar\s*1⅔ Katori/)
  await expect(measure).toContainText(/130 g water/)
  const signs = page.getByRole('region', { name: 'Signs of the stage' })
  await expect(signs).toContainText('one string, in this kitchen')
  await expect(signs).toContainText('2193')
  await expect(signs).toContainText('coats evenly')
  await expect(signs).toContainText('the probe reads 0.8 °C high')

  await page.getByRole('button', { name: 'Put it on the stove' }).click()
  await page.waitForURL(/\/stove\/\d+$/)
  const id = page.url().split('/').at(-1) ?? ''
  // `all` does not wait for the sheet: what is still to be ticked says that it is there.
  await expect(page.getByText('not ticked yet')).toBeVisible()
  for (const gate of await page.getByRole('checkbox').all()) await gate.check()
  await expect(page.getByText('not ticked yet')).toHaveCount(0)
  await page.getByRole('button', { name: 'All is ready' }).click()
  await page.getByRole('button', { name: 'The flame is on, medium' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Stir until no grain is left')
  await advance(page, 240)
  await page.getByRole('button', { name: 'All sugar has dissolved' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Let it boil')
  // What was read is one line; what comes up with the new step stands large until it was read there.
  const caution = (words: RegExp) => page.getByRole('button', { name: words })
  await expect(caution(/^Boiling syrup clings/)).toHaveAttribute('aria-expanded', 'false')
  await expect(caution(/^Never test from the pan/)).toHaveAttribute('aria-expanded', 'true')

  // Three readings: the thermometer, then the scale twice.
  await advance(page, 240)
  const told = (await batchState(page, id)).state.syrup
  await page.getByRole('button', { name: 'Thermometer' }).click()
  await page.getByLabel('What the probe shows').fill(told.shown_c.toFixed(1))
  await logged(page, () => page.getByRole('button', { name: 'Log it' }).click())

  const weighAt = async (gross_g: number) => {
    await page.getByRole('button', { name: /^Weigh( W)?$/ }).click()
    await page.getByLabel('Pan with everything in it').fill(`${gross_g}`)
    await logged(page, () => page.keyboard.press('Enter'))
  }
  await weighAt(2225)
  const after = (await batchState(page, id)).state.syrup
  expect(after.solids_frac.mid).toBeCloseTo(260 / (2225 - 1850), 2)
  const now = page.getByRole('region', { name: 'The syrup now' })
  await expect(now).toContainText('still to boil off')
  await expect(now).toContainText(`${Math.round(after.water_to_turn_off_g.mid)}`)
  await advance(page, after.turn_off_in_s.mid - 20)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Read the pan now')
  await weighAt(Math.round(after.turn_off_gross_g))
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Turn off now')
  await page.getByRole('button', { name: 'The flame is off' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Test a cooled drop')
  await expect(page.getByRole('button', { name: 'Not yet' })).toBeVisible()

  // A reload shows the same sheet.
  await page.reload()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Test a cooled drop')

  await page.getByRole('button', { name: 'The string holds' }).click()
  const ends = ['The paste is smooth', 'The mass leaves the sides', 'The mass is smooth and shines']
  const cold = ['The sheet is rolled', 'The sheet is just warm', 'The diamonds are cut and lifted']
  for (const words of [...ends, ...cold]) {
    await advance(page, 180)
    await page.getByRole('button', { name: words, exact: false }).first().click()
  }
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Done')
  await page.getByRole('button', { name: 'Just right' }).click()
  await page.getByLabel('Pieces').fill('43')
  await page.getByLabel('To remember next time').fill('The probe and the scale agreed.')
  await page.getByRole('button', { name: 'Write it in the notebook' }).click()
  await expect(page.getByRole('status')).toHaveText('It is written down.')

  await page.getByRole('link', { name: 'Notebook', exact: true }).click()
  await page.getByRole('link', { name: 'Cashew sheet' }).first().click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Cashew sheet: just right')
  await expect(page.getByText('“The probe and the scale agreed.”')).toBeVisible()
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('Weighed 2225 g')
})

test('a power cut in the middle of a batch loses nothing', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'notebook.db'), 18_431)
  try {
    await program.start()
    await page.goto(`${program.url}/bench?part=300*sugar&water_g=150`)
    await page.getByRole('button', { name: 'Put it on the gas ring' }).click()
    await page.waitForURL(/\/stove\/\d+$/)
    const id = page.url().split('/').at(-1) ?? ''
    const press = (name: string | RegExp) =>
      logged(page, () => page.getByRole('button', { name }).click())
    await press('The flame is on, medium')
    await advance(page, 400)
    await press('All sugar has dissolved')
    await advance(page, 200)
    await page.getByRole('button', { name: 'Spoon or drop' }).click()
    await press(/^coating/)
    const before = await batchState(page, id)
    expect(before.log).toHaveLength(3)

    await page.goto('about:blank')
    await program.kill()
    await program.start(before.state.now_ms)
    await page.goto(`${program.url}/stove/${id}`)
    await expect(page.getByRole('region', { name: 'The syrup now' })).toBeVisible()
    const after = await batchState(page, id)
    expect(after).toEqual(before)
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true })
  }
})

test('a cashew sheet that went too far is brought back, with the sum shown', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  const program = new Program(join(folder, 'notebook.db'), 18_433)
  try {
    await program.start()
    await page.goto(`${program.url}/sweets/cashew-sheet`)
    await page.getByRole('link', { name: 'Put it on the stove' }).click()
    await page.getByRole('button', { name: 'Put it on the stove' }).click()
    await page.waitForURL(/\/stove\/\d+$/)
    const id = page.url().split('/').at(-1) ?? ''
    await expect(page.getByText('not ticked yet')).toBeVisible()
    for (const gate of await page.getByRole('checkbox').all()) await gate.check()
    const press = (name: string | RegExp) =>
      logged(page, () => page.getByRole('button', { name }).first().click())
    await press('All is ready')
    await press('The flame is on, medium')
    await advance(page, 300)
    await press('All sugar has dissolved')
    await advance(page, 240)
    const syrup = (await batchState(page, id)).state.syrup
    // Forgotten for a while.
    await advance(page, Math.round(syrup.turn_off_in_s.high + 150))
    await page.getByRole('button', { name: 'Something is wrong' }).click()
    const rescue = page.getByRole('region', { name: 'Rescue' })
    await rescue.getByText('The syrup went too far').click()
    const sum = await rescue
      .getByText(/^Water in the pan: /)
      .first()
      .textContent()
    const [has, by, wants] = (sum ?? '').match(/\d+(?= [+=g])/g)?.map(Number) ?? []
    expect((has ?? 0) + (by ?? 0), `${sum}`).toBe(wants)
    await expect(
      rescue.getByText(/^Pour .* of hot water in, slowly and down the side/),
    ).toBeVisible()
  } finally {
    await program.kill()
    rmSync(folder, { recursive: true })
  }
})

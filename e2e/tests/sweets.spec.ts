import { canBeRead, choose, enter, expect, press, test, WAYS } from './kitchen'

for (const way of WAYS) {
  test(`found by another name, with ${way}`, async ({ page }) => {
    await page.goto('/sweets')
    await enter(way, page.getByLabel('Find by any name or ingredient'), 'rosogolla')
    await expect(page.getByText('1 sweet', { exact: true })).toBeVisible()
    await press(way, page.getByRole('link', { name: 'Poached chhena balls' }))
    await expect(page.getByRole('heading', { level: 1 })).toHaveText('Poached chhena balls')
    // The address holds what was looked for: going back finds it again.
    await page.goBack()
    await expect(page.getByLabel('Find by any name or ingredient')).toHaveValue('rosogolla')
  })

  test(`the steps are walked along the ribbon, with ${way}`, async ({ page }) => {
    await page.goto('/sweets/cashew-sheet')
    await press(way, page.getByRole('button', { name: /^3\. Boil to one string/ }))
    const steps = page.getByRole('region', { name: 'Steps' })
    await expect(steps.getByRole('heading', { level: 2 })).toContainText('Boil to one string')
    await expect(steps).toContainText('pan on the scale 2193 g')
    await expect(steps).toContainText('Never test from the pan')
    await page.getByRole('button', { name: /^3\. Boil/ }).press('ArrowRight')
    await expect(steps.getByRole('heading', { level: 2 })).toContainText(
      'Tip in the ground nuts at once',
    )
  })
}

test('found by what it may take and hold', async ({ page }) => {
  await page.goto('/sweets')
  await page.getByText('What it has to suit').click()
  await page.getByRole('button', { name: 'milk', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Coconut-milk jaggery slab' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Khoya', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'For a first try' }).click()
  await page.getByRole('button', { name: 'Within an hour' }).click()
  await expect(page.getByRole('link', { name: 'Coconut-milk jaggery slab' })).toHaveCount(0)
})

test('scaled by pieces, and the rest follows', async ({ page }) => {
  await page.goto('/sweets/cashew-sheet')
  const amounts = page.getByRole('region', { name: 'Amounts' })
  await expect(amounts).toContainText(/Sugar\s*260/)
  await choose(amounts.getByLabel('By', { exact: true }), 'pieces')
  await amounts.getByLabel('How many').fill('50')
  await expect(amounts).toContainText(/Sugar\s*155/)
  await expect(page.getByRole('region', { name: 'Steps' })).toContainText(/pieces\s*50/)
  await amounts.getByLabel('How many').fill('10000000')
  await expect(page.getByRole('alert')).toContainText('has to lie between 1 and 20000 pieces')
})

test('a tray full of slab, by her own tray', async ({ page }) => {
  await page.goto('/sweets/gram-flour-ghee-slab?by=tray&tray=2')
  const steps = page.getByRole('region', { name: 'Steps' })
  await expect(steps).toContainText('a sheet of 400 cm²')
  await page.getByLabel('Thickness').fill('60')
  await expect(page.getByRole('alert')).toContainText('stands over the rim')
})

test('as much as the cupboard allows, and what runs out first', async ({ page }) => {
  await page.goto('/sweets/cashew-sheet')
  const amounts = page.getByRole('region', { name: 'Amounts' })
  await choose(amounts.getByLabel('By', { exact: true }), 'what there is')
  await amounts.getByLabel('Cashew nuts there is').fill('800')
  await expect(amounts).toContainText('First to run out: cashew nuts.')
  await expect(amounts).toContainText(/Sugar\s*520/)
  await choose(amounts.getByLabel('Also short of'), 'Sugar')
  await amounts.getByLabel('Sugar there is').fill('130')
  await expect(amounts).toContainText('First to run out: sugar.')
  await expect(page.getByRole('region', { name: 'Steps' })).toContainText(/pieces\s*42/)
  await page.reload()
  await expect(amounts.getByLabel('Sugar there is')).toHaveValue('130')
  await amounts.getByRole('button', { name: 'Sugar is not short' }).click()
  await expect(amounts).toContainText('First to run out: cashew nuts.')
})

test('measured in the 180 ml katori', async ({ page }) => {
  await page.goto('/sweets/seven-part-barfi?cup=g')
  const amounts = page.getByRole('region', { name: 'Amounts' })
  await expect(amounts).toContainText(/Sugar\s*460/)
  await expect(amounts).not.toContainText('Katori,')
  await choose(amounts.getByLabel('Measured in'), 'Katori 180 ml')
  await expect(amounts).toContainText('3 Katori')
  await expect(amounts).toContainText('1 Katori, grated')
  await expect(amounts).toContainText('Measured in cups')
})

test('two methods side by side', async ({ page }) => {
  await page.goto('/sweets/gram-flour-ghee-slab')
  await page.getByRole('button', { name: 'Side by side' }).click()
  const beside = page.getByRole('region', { name: 'Side by side' })
  await expect(beside).toContainText('Into a string syrup')
  await expect(beside).toContainText('All in one pan, soft')
  await expect(beside.getByRole('row', { name: /Water in the sweet/ })).toContainText('5.5 %')
  await expect(beside.getByRole('row', { name: /Water in the sweet/ })).toContainText('7.5 %')
  await expect(beside).toContainText('Bubbles are still rising')
})

test('a variation says all that it does', async ({ page }) => {
  await page.goto('/sweets/cashew-sheet')
  await page.getByRole('button', { name: /Oil instead of ghee/ }).click()
  const whatIf = page.getByRole('region', { name: 'What if' })
  await expect(whatIf).toContainText('No longer contains milk.')
  await expect(whatIf).toContainText('nothing from animals in it')
  await page.getByRole('button', { name: /jaggery instead of sugar, same solids/ }).click()
  await expect(whatIf).toContainText('carries the set here, not only the taste')
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('Cane jaggery')
  await page.reload()
  await expect(page.getByRole('button', { name: /Oil instead of ghee/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  )
})

test('a component made at home joins the steps', async ({ page }) => {
  await page.goto('/sweets/discs-in-saffron-milk')
  const steps = page.getByRole('region', { name: 'Steps' })
  await expect(steps).not.toContainText('Pour the diluted acid in by parts')
  await page.getByRole('button', { name: 'Chhena made at home' }).click()
  await expect(steps).toContainText('Pour the diluted acid in by parts')
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText('Lime juice')
})

test('a new one is begun from nothing', async ({ page }) => {
  await page.goto('/sweets')
  await page.getByRole('button', { name: 'Add a sweet' }).click()
  await page.getByRole('menuitem', { name: 'Begin a new one' }).click()
  await page.waitForURL(/\/sweets\/own-\d+\/edit$/)
  await page.getByLabel('Name', { exact: true }).fill('Rock sugar for guests')
  await page.getByRole('button', { name: 'Step after it' }).click()
  await page.getByRole('button', { name: 'Rest', exact: true }).click()
  const rest = page.getByRole('article', { name: 'Step 2' })
  await rest.getByLabel('What shows that it is done').fill('')
  await expect(rest).toContainText('Say what shows that it is done.')
  // Unfinished work is kept, says what is missing, and is there again after a reload.
  await page.getByRole('button', { name: /^Keep it unfinished/ }).click()
  await expect(page.getByText('kept unfinished')).toBeVisible()
  await page.reload()
  await expect(page.getByText('Unfinished work, kept')).toBeVisible()
  await page.getByRole('button', { name: /^2\. Rest, something is missing/ }).click()
  await page
    .getByRole('article', { name: 'Step 2' })
    .getByRole('button', { name: 'Not told' })
    .click()
  await page.getByRole('button', { name: 'Earlier' }).click()
  await expect(page.getByRole('button', { name: /^1\. Rest/ })).toBeVisible()
  await page.getByRole('button', { name: 'Later' }).click()
  await expect(page.getByText('All is well; not saved yet.')).toBeVisible()
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Rock sugar for guests')
  await page.getByRole('link', { name: 'Change it' }).click()
  await page.getByRole('button', { name: 'Take it off the shelf' }).click()
  await expect(page.getByText('It is off the shelf.')).toBeVisible()
})

test('a syrup of her own boils to a stage and can go on the stove', async ({ page }) => {
  await page.goto('/sweets')
  await page.getByRole('button', { name: 'Add a sweet' }).click()
  await page.getByRole('menuitem', { name: 'Begin a new one' }).click()
  await page.waitForURL(/\/sweets\/own-\d+\/edit$/)
  await page.getByLabel('Name', { exact: true }).fill('Glaze for the lanterns')
  const first = page.getByRole('article', { name: 'Step 1' })
  await first.getByRole('button', { name: 'Something goes in' }).click()
  await choose(first.getByLabel('Goes in').last(), 'Water')
  await first.getByLabel('Amount').last().fill('50')
  await page.getByRole('button', { name: 'Step after it' }).click()
  await page.getByRole('button', { name: 'Boil to a stage' }).click()
  const boil = page.getByRole('article', { name: 'Step 2' })
  await boil.getByRole('button', { name: 'one string' }).click()
  await boil.getByLabel('What shows that it is done').fill('A short thread')
  await boil.getByLabel('Why, if you know').fill('A thicker syrup stays where it is poured.')
  await boil.getByLabel('Usually').fill('6')
  await boil.getByLabel('At most').fill('4')
  await expect(boil).toContainText('have to stand in that order')
  await boil.getByLabel('At most').fill('9')
  await boil.getByText('Vessel, what becomes of it').click()
  await boil.getByRole('button', { name: 'Something must be ready before' }).click()
  await boil.getByLabel('Must be ready before').fill('The lanterns stand on paper')
  await canBeRead(page)
  await expect(page.getByText('All is well; not saved yet.')).toBeVisible()
  await page.getByRole('button', { name: /^Save/ }).click()
  // The editor has a ribbon of its own, with the same steps.
  await page.waitForURL(/\/sweets\/own-\d+$/)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Glaze for the lanterns')
  await page.getByRole('button', { name: /^2\. Boil to a stage/ }).click()
  const steps = page.getByRole('region', { name: 'Steps' })
  await expect(steps).toContainText('The lanterns stand on paper')
  await expect(steps).toContainText(/75\.\d %/)
  await expect(page.getByRole('link', { name: 'Put it on the stove' })).toBeVisible()
})

test('copied, changed, checked as she types, taken back and saved', async ({ page }, info) => {
  const name = `Lantern sheet ${info.project.name}`
  await page.goto('/sweets/almond-sheet')
  await page.getByRole('button', { name: 'Copy and change' }).click()
  await page.waitForURL(/\/sweets\/own-\d+\/edit$/)
  const title = page.getByLabel('Name', { exact: true })
  await title.fill(name)
  await page.getByRole('button', { name: /^3\. / }).click()
  const boil = page.getByRole('article', { name: 'Step 3' })
  await boil.getByLabel('What shows that it is done').fill('')
  await expect(boil).toContainText('Say what shows that it is done.')
  await expect(page.getByRole('button', { name: /^Keep it unfinished/ })).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(boil.getByLabel('What shows that it is done')).toHaveValue(/short thread/)
  await expect(page.getByText('All is well; not saved yet.')).toBeVisible()
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(name)
  await expect(page.getByText('your own, version 2')).toBeVisible()
  await page.getByRole('link', { name: 'Change it' }).click()
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(title).toHaveValue('Almond sheet, my way')
  await page.getByRole('button', { name: 'Take it off the shelf' }).click()
  await expect(page.getByText('It is off the shelf.')).toBeVisible()
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Almond sheet, my way')
})

test('two people save the same sweet: told, and nothing lost', async ({ page }) => {
  await page.goto('/sweets/almond-sheet')
  await page.getByRole('button', { name: 'Copy and change' }).click()
  await page.waitForURL(/\/sweets\/own-\d+\/edit$/)
  const key = page.url().split('/').at(-2) ?? ''
  await page.getByLabel('Name', { exact: true }).fill('Mine')
  await expect(page.getByText('All is well; not saved yet.')).toBeVisible()
  const origin = new URL(page.url()).origin
  const theirs = (await (await page.request.get(`${origin}/api/v1/sweets/${key}`)).json()).sweet
  const saved = await page.request.put(`${origin}/api/v1/sweets/${key}`, {
    data: { ...theirs, name: 'Theirs' },
    headers: { 'If-Match': '"1"' },
  })
  expect(saved.ok()).toBe(true)
  await page.getByRole('button', { name: /^Save/ }).click()
  await expect(page.getByRole('alert')).toContainText('was changed in the meantime')
  await page.getByRole('button', { name: 'Keep mine as a sweet of its own' }).click()
  await page.waitForURL((url) => !url.pathname.includes(key))
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Mine')
  await page.goto(`/sweets/${key}`)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Theirs')
})

test('the step sheet prints on paper, without the program round it', async ({ page }) => {
  await page.goto('/sweets/cashew-sheet?by=pieces&n=50')
  await page.getByRole('link', { name: 'Step sheet' }).click()
  await expect(page.getByRole('region', { name: 'Measure' })).toContainText(/Sugar[^]*155 g/)
  await page.evaluate(() => {
    window.print = () => document.body.setAttribute('data-printed', 'yes')
  })
  await page.getByRole('button', { name: 'Print' }).click()
  await expect(page.locator('body')).toHaveAttribute('data-printed', 'yes')
  await page.emulateMedia({ media: 'print' })
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden()
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeHidden()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Cashew sheet')
  await expect(page.getByText('Never test from the pan')).toBeVisible()
  const pages = (pdf: Buffer) => pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)?.length
  expect(pages(await page.pdf({ preferCSSPageSize: true })), 'one A4 page').toBe(1)
})

test('from the sweet to the stove, at the size that was chosen', async ({ page }) => {
  await page.goto('/sweets/sesame-jaggery-ladoo?by=pieces&n=30')
  await page.getByRole('link', { name: 'Put it on the stove' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Sesame–jaggery ladoo')
  await expect(page.getByRole('button', { name: '30 pieces' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Measure' })).not.toContainText(
    '250 g white sesame',
  )
  await expect(page.getByRole('region', { name: 'Signs of the stage' })).toContainText('firm ball')
})

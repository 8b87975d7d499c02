import { test, type Page } from '@playwright/test'
import { advance, batchState } from '../tests/kitchen'

const FOLDER = process.env['PICTURES'] ?? '../docs/screenshots'

async function picture(page: Page, name: string): Promise<void> {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForLoadState('networkidle').catch(() => undefined)
  await page.mouse.move(0, 0)
  await page.screenshot({ path: `${FOLDER}/${name}.png`, animations: 'disabled' })
}

async function narrow(page: Page, name: string): Promise<void> {
  await page.setViewportSize({ width: 390, height: 844 })
  await picture(page, name)
  await page.setViewportSize({ width: 1280, height: 800 })
}

/** A cashew sheet on the ring, boiling and weighed once. */
async function boilingSheet(page: Page): Promise<string> {
  const origin = new URL(page.url()).origin
  const post = async (path: string, data: object) =>
    (await page.request.post(`${origin}/api/v1${path}`, { data })).json()
  const batch = await post('/batches', {
    sweet_key: 'cashew-sheet',
    size: { kind: 'ingredient', ingredient: 'cashew', amount_g: 400 },
    pan_id: 1,
    ring_id: 1,
    thermometer_id: 1,
  })
  const log = (event: object) => post(`/batches/${batch.id}/events`, event)
  await log({ event: 'step_done', step: 'ready' })
  await log({ event: 'flame', flame: 'medium' })
  await advance(page, 300)
  await log({ event: 'step_done', step: 'dissolve' })
  await advance(page, 260)
  await log({ event: 'reading', reading: { kind: 'weight', gross_g: 2219 } })
  return `${batch.id}`
}

/** A sweet, cooked by doing what is said until one of its steps goes on. */
async function goingOn(page: Page, sweet_key: string, pan_id: number, step: string): Promise<void> {
  const origin = new URL(page.url()).origin
  const post = async (path: string, data: object) =>
    (await page.request.post(`${origin}/api/v1${path}`, { data })).json()
  const size = { kind: 'times', factor: 1 }
  const made = await post('/batches', { sweet_key, size, pan_id, ring_id: pan_id })
  let { state } = made
  for (let i = 0; i < 60 && !state.runs.some((r: { step: string }) => r.step === step); i++)
    ({ state } = await post(`/batches/${made.id}/events`, state.acts[0].entry))
}

async function sweets(page: Page): Promise<void> {
  await page.goto('/sweets')
  await page.getByText('34 sweets').waitFor()
  await picture(page, 'sweets')
  await page.goto('/sweets/granular-gram-flour-barfi?method=set')
  await page.getByRole('button', { name: /^\d+\. Boil on to two strings/ }).click()
  await page.getByText('Two threads stand side by side').waitFor()
  await picture(page, 'sweet')
  await page.goto('/sweets/cashew-sheet')
  const after = page.getByRole('region', { name: 'After the pan' })
  await after.scrollIntoViewIfNeeded()
  await after.getByText(/pieces are cut by an edge/).waitFor()
  await after.evaluate((e) => e.scrollIntoView())
  await picture(page, 'after-the-pan')
  const mine = await (await page.request.get('/api/v1/sweets/cashew-sheet')).json()
  const made = await (
    await page.request.post('/api/v1/sweets', {
      data: { ...mine.sweet, name: 'Cashew sheet, my way' },
    })
  ).json()
  await page.goto(`/sweets/${made.key}/edit`)
  await page.getByRole('button', { name: /^3\. / }).click()
  await picture(page, 'editor')
  await page.goto('/sweets/cashew-sheet/sheet?by=pieces&n=60')
  await page.getByText('Measure').first().waitFor()
  await picture(page, 'step-sheet')
}

test('every view', async ({ page }) => {
  test.setTimeout(120_000)
  await page.goto('/day')
  await page.getByText('All in time.').waitFor()
  await page.getByRole('button', { name: /^Boil to one string/ }).focus()
  await page.keyboard.press('Enter')
  await page.getByText('Not later:').waitFor()
  await picture(page, 'orders')
  await page.getByRole('button', { name: 'Close', exact: true }).click()
  await narrow(page, 'orders-phone')
  await page.goto('/stove/start?sweet=cashew-sheet&by=pieces&n=60')
  await page.getByText('in this kitchen').waitFor()
  await picture(page, 'start')
  await narrow(page, 'start-phone')
  await page.goto('/')
  await page.getByText('Left ring').waitFor()
  // Milk reduces on the back of the hob, a batter rests on the shelf, and a sheet boils.
  await goingOn(page, 'reduced-milk', 3, 'reduce')
  await goingOn(page, 'khoya-pancakes', 2, 'rest')
  const id = await boilingSheet(page)
  await page.goto(`/stove/${id}`)
  await page.getByText('still to boil off').waitFor()
  await picture(page, 'cook-sheet')
  await narrow(page, 'cook-sheet-phone')
  await page.goto('/')
  await page.getByText('still to boil off').waitFor()
  await picture(page, 'stove')
  await page.goto(`/stove/${id}`)
  const left = (await batchState(page, id)).state.syrup.turn_off_in_s.mid
  await advance(page, left + 2)
  await page.getByRole('heading', { name: 'Turn off now' }).waitFor()
  await page.emulateMedia({ colorScheme: 'dark' })
  await picture(page, 'cook-sheet-evening')
  await page.emulateMedia({ colorScheme: 'light' })
  await page.goto('/bench?part=300*sugar&water_g=200')
  await page.getByText('Turn off after').waitFor()
  await picture(page, 'bench')
  await page.goto('/kitchen')
  await page.getByRole('button', { name: /^Iron kadai/ }).click()
  await picture(page, 'kitchen')
  await sweets(page)
  await page.goto('/notebook')
  await page.getByText('Each strip').waitFor()
  await picture(page, 'notebook')
  await page.goto('/notebook/14')
  await page.getByText('Why it came out so').waitFor()
  await picture(page, 'batch')
  await page.goto('/notebook/compare?first=14&second=20')
  await page.getByText('What was different').waitFor()
  await picture(page, 'compare')
  await page.goto('/notebook/learnt')
  await page.getByText('Worth using').waitFor()
  await picture(page, 'learnt')
})

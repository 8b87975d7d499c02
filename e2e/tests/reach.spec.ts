import { canBeRead, expect, test } from './kitchen'

const TWO = '/bench?two=1&b_part=500*cane-jaggery&b_water_g=250&ask=terms'
const VIEWS = [
  '/',
  '/stove/start',
  '/stove/start?sweet=cashew-sheet',
  '/stove/start?plain=one-string',
  '/bench',
  TWO,
  '/bench?ask=acid',
  '/bench?ask=soak',
  '/sweets',
  '/sweets/gram-flour-ghee-slab?side=1&with=more.ghee%20less.sugar',
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

/** What a cook touches at the hob, and everywhere else, is as large as a fingertip. */
test('nothing that is pressed is smaller than a fingertip', async ({ page }) => {
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 844 })
    for (const path of VIEWS) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      const small = await page.evaluate(() =>
        [
          ...document.querySelectorAll(
            'a, button, .v-field, .v-field__clearable .v-icon, input:not(.v-field input), textarea:not(.v-field textarea)',
          ),
        ].flatMap((e) => {
          const field = e.tagName === 'INPUT' ? e.closest('.v-input, label') : null
          const box = (field ?? e).getBoundingClientRect()
          // A link within a sentence is text; what is not shown is not pressed.
          const text = e.tagName === 'A' && e.closest('p, .soft') !== null
          const hidden = box.width === 0 || e.closest('.skip') !== null
          return text || hidden || (box.height >= 43.5 && box.width >= 43.5)
            ? []
            : [`${e.tagName} “${e.textContent?.trim()}” ${box.width} × ${box.height}`]
        }),
      )
      expect(small, `${path} at ${width}`).toEqual([])
    }
  }
})

test('letters twice as large break neither the cook sheet nor the notebook', async ({ page }) => {
  await page.goto('/')
  const origin = new URL(page.url()).origin
  const post = async (path: string, data: object) =>
    (await page.request.post(`${origin}/api/v1${path}`, { data })).json()
  const ask = { contents: { parts: [{ sweetener: 'sugar', mass_g: 300 }], water_g: 150 } }
  const batch = await post('/batches', { ...ask, stage: 'one-string', pan_id: 3, ring_id: 3 })
  await post(`/batches/${batch.id}/events`, { event: 'flame', flame: 'medium' })
  for (const [width, letters] of [
    [1280, '32px'],
    [1280, '24px'],
    [390, '32px'],
  ] as const) {
    await page.setViewportSize({ width, height: 844 })
    for (const path of [`/stove/${batch.id}`, '/notebook', '/notebook/18']) {
      await page.goto(path)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      await page.evaluate((size) => (document.documentElement.style.fontSize = size), letters)
      await expect
        .poll(() => page.evaluate(() => document.documentElement.scrollWidth), {
          message: `${path} at ${width}, ${letters}`,
        })
        .toBeLessThanOrEqual(width)
    }
  }
  await post(`/batches/${batch.id}/events`, { event: 'given_up' })
})

import { batchState, expect, onPhone } from './kitchen'

// A greasy finger on the phone: taps twice, scrolls away, looks into another room.
const test = onPhone(18_470)

test('a second tap never does another thing, and the headline never leaves', async ({
  page,
  url,
}) => {
  // Time stands still between two taps, however slow the machine is.
  await page.clock.install()
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(`${url}/api/v1${path}`, { data })
    expect(answer.ok(), await answer.text()).toBe(true)
    return answer.json()
  }
  const view = await (await page.request.get(`${url}/api/v1/kitchen`)).json()
  const made = await post('/batches', {
    sweet_key: 'cashew-sheet',
    method_key: 'one-string',
    size: { kind: 'times', factor: 1 },
    pan_id: view.kitchen.pans[0].id,
    ring_id: view.kitchen.rings[0].id,
  })
  const id = `${made.id}`
  const words = async () => (await page.locator('button.event').textContent())?.trim()
  const entries = async () => (await batchState(page, id)).log.length
  await page.goto(`${url}/stove/${id}`)
  await expect(page.getByRole('button', { name: 'All is ready' })).toBeVisible()
  await page.clock.pauseAt(Date.now() + 3_600_000)

  // “All is ready”, twice in the same place: the flame that comes up there is not lit by it.
  const at = await page.locator('button.event').boundingBox()
  const [x, y] = [(at?.x ?? 0) + 60, (at?.y ?? 0) + (at?.height ?? 0) / 2]
  await page.mouse.click(x, y)
  await expect.poll(words).toContain('The flame is on')
  const before = await entries()
  await page.mouse.click(x, y)
  await page.keyboard.press('e')
  await expect(page.getByText('the second tap was not counted')).toBeVisible()
  expect(await entries()).toBe(before)

  // What was written stands by the thumb with its undo; a moment later the key takes a press again.
  await expect(page.getByRole('button', { name: 'Take the last entry back' })).toBeInViewport()
  await page.clock.runFor(800)
  await page.mouse.click(x, y)
  await expect.poll(entries).toBe(before + 1)
  await page.clock.resume()

  // However far the sheet is scrolled, the headline stays; in another room the pan that calls does.
  const h1 = page.getByRole('heading', { level: 1 })
  const headline = 'Stir until no grain is left'
  await expect(h1).toHaveText(headline)
  await page.getByText('What happened').last().scrollIntoViewIfNeeded()
  await page.mouse.wheel(0, 4000)
  await expect(h1).not.toBeInViewport()
  await expect(page.locator('.staying')).toContainText(headline)
  // While it calls in flashes, what is fixed at the thumb stays there.
  const moved = await page.locator('button.event').evaluate((key) => {
    window.scrollBy(0, -60)
    const before = key.getBoundingClientRect().top
    document.documentElement.classList.add('flash')
    return key.getBoundingClientRect().top - before
  })
  expect(moved).toBe(0)
  await post('/clock', { advance_s: 5400 })
  await page.goto(`${url}/sweets`)
  const strip = page.locator('a.call')
  await expect(strip).toBeInViewport()
  await page.mouse.wheel(0, 3000)
  await expect(strip).toBeInViewport()
  await expect(page.getByRole('alert')).toHaveCount(1)
  await expect(page.getByRole('alert')).toContainText('Cashew sheet')
})

import { expect, test } from './kitchen'

test('eight tabs of a browser load, and hear of a change over one stream', async ({ page }) => {
  const context = page.context()
  let streams = 0
  context.on('request', (r) => (streams += r.url().endsWith('/api/v1/live') ? 1 : 0))
  const tabs = [page]
  while (tabs.length < 8) tabs.push(await context.newPage())
  for (const tab of tabs) {
    await tab.goto('/kitchen')
    await expect(tab.getByRole('heading', { name: 'What was changed' })).toBeVisible()
  }
  expect(streams).toBe(1)
  const kitchen = await page.request.get('/api/v1/kitchen')
  const { kitchen: document } = await kitchen.json()
  const put = (name: string, tag: string) =>
    page.request.put('/api/v1/kitchen?reason=Renamed', {
      data: { ...document, name },
      headers: { 'If-Match': tag },
    })
  const changed = await put('Eight tabs', kitchen.headers()['etag'] ?? '')
  expect(changed.ok()).toBe(true)
  for (const tab of tabs)
    await expect(tab.getByRole('heading', { level: 1 })).toHaveText('Eight tabs')
  expect((await put(document.name, changed.headers()['etag'] ?? '')).ok()).toBe(true)
  for (const tab of tabs.slice(1)) await tab.close()
})

test('what was pasted to be read in is still there after a reload and after a look elsewhere', async ({
  page,
}) => {
  await page.goto('/sweets/read')
  const box = page.getByLabel('The recipe')
  await box.fill('Ladoo\n2 cups besan')
  await page.reload()
  await expect(box).toHaveValue('Ladoo\n2 cups besan')
  await page.getByRole('link', { name: 'Kitchen' }).click()
  await expect(page.getByRole('heading', { name: 'What was changed' })).toBeVisible()
  await page.goBack()
  await expect(box).toHaveValue('Ladoo\n2 cups besan')
})

test('a room that cannot be fetched is said, and opens once it can be', async ({ context }) => {
  const page = await context.newPage()
  await page.goto('/kitchen')
  await expect(page.getByRole('heading', { name: 'What was changed' })).toBeVisible()
  await page.route('**', (route) => route.abort('connectionrefused'))
  await page.getByRole('link', { name: 'Notebook' }).click()
  await expect(page.getByText('“Notebook” was never opened on this device')).toBeVisible()
  await page.unroute('**')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Notebook')
  await expect(page.getByText('was never opened')).toBeHidden()
})

test('a page that did not come over whole says so', async ({ context }) => {
  const page = await context.newPage()
  await page.route('**/assets/**', (route) => route.abort('connectionfailed'))
  await page.goto('/')
  await expect(page.getByText('did not come over whole')).toBeVisible()
  await page.unroute('**/assets/**')
  await page.getByRole('link', { name: 'Load the page again' }).click()
  await expect(page.getByRole('link', { name: 'Kitchen' })).toBeVisible()
})

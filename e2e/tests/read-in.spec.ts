import { expect, test } from './kitchen'

const MESSY = `Aunt's besan ladoo
Ingredients
4 cups besan, sifted
1 cup ghee (400 g)
11/2 cups powdered sugar
2 fistfuls cashews
1 tsp cardamom powder
Method
Roast the besan in ghee on a low flame for 20-25 minutes until it smells nutty.
Let it cool, then mix in powdered sugar, cashews and cardamom.
Roll into balls.`

test('a messy text with three doubtful amounts', async ({ page }) => {
  await page.goto('/sweets/read')
  await page.getByLabel('The recipe').fill(MESSY)
  await page.getByRole('button', { name: 'Read it' }).click()
  await expect(page.getByRole('heading', { name: '3 to settle' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Keep it' })).toHaveCount(0)
  const fistfuls = page.getByRole('listitem').filter({ hasText: 'fistfuls' })
  await expect(fistfuls).toContainText('unknown')
  await expect(page.getByRole('listitem').first()).toContainText('the name')
  await page.getByRole('button', { name: /1 cup by volume/ }).click()
  await page.getByRole('button', { name: /1\.5 cup/ }).click()
  await expect(page.getByRole('heading', { name: '1 to settle' })).toBeVisible()
  await page
    .getByRole('article', { name: /fistfuls/ })
    .getByLabel('It is')
    .fill('60')
  await expect(page.getByRole('heading', { name: 'All settled' })).toBeVisible()
  await page.getByRole('button', { name: 'Keep it' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toHaveText("Aunt's besan ladoo")
  await expect(page.getByRole('region', { name: 'Amounts' })).toContainText(/Cashew nuts\s*60/)
})

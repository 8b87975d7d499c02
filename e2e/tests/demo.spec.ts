import { spawn } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'

const PORT = 18_470

test('the demo as the README says, on the real clock: a syrup on the hob, one key, the end', async ({
  page,
}) => {
  // The words of the README, but for the port.
  const readme = readFileSync('../README.md', 'utf8')
  expect(readme).toContain('unctum demo --port N')
  expect(readFileSync('../Makefile', 'utf8')).toContain(
    './target/release/unctum demo --port $(PORT)',
  )
  const words = 'demo --port N'.replace('N', `${PORT}`).split(' ')
  const program = spawn('../target/release/unctum', words, { stdio: ['ignore', 'pipe', 'inherit'] })
  const ended = new Promise<number | null>((resolve) => program.once('exit', resolve))
  try {
    let said = ''
    program.stdout.on('data', (part) => (said += String(part)))
    await expect.poll(() => said || program.exitCode, { timeout: 30_000 }).toContain('listens on')

    await page.goto(`http://127.0.0.1:${PORT}/`)
    const hob = page.getByRole('group', { name: 'The hob from above' })
    await hob.getByRole('link', { name: /Cashew sheet/ }).click()
    await page.waitForURL(/\/stove\/\d+$/)
    const key = page.locator('button.event')
    await expect(key).toBeVisible()
    const before = await key.innerText()
    await key.click()
    await expect(key).not.toHaveText(before)
  } finally {
    program.kill('SIGTERM')
  }
  expect(await ended).toBe(0)
})

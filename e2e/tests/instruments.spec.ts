import { spawn, type ChildProcess } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Program } from '../program'
import { advance, batchState, expect, test } from './kitchen'

/** A probe hangs in the pan: a process of its own, as a board on the network would be. */

/** The night in which the clocks of Berlin go back: ten minutes before that. */
const CLOCKS_GO_BACK_MS = Date.UTC(2025, 9, 26, 0, 50)

let folder = ''
let program: Program
const probes: ChildProcess[] = []
test.beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'unctum-'))
  program = new Program(join(folder, 'notebook.db'), 18_480)
  await program.start(CLOCKS_GO_BACK_MS)
})
test.afterEach(async () => {
  probes.splice(0).forEach((probe) => probe.kill('SIGKILL'))
  await program.kill()
  rmSync(folder, { recursive: true })
})

function hangs(batch: string, ...more: string[]): ChildProcess {
  const args = ['device', 'simulate', '--kind', 'probe', '--name', 'Clip probe']
  const where = ['--batch', batch, '--server', program.url]
  const probe = spawn('../target/release/unctum', [...args, ...where, ...more], { stdio: 'ignore' })
  probes.push(probe)
  return probe
}

test.use({ viewport: { width: 390, height: 844 }, timezoneId: 'Europe/Berlin' })

test('a probe is followed, doubted, lost and found again, while the clocks go back', async ({
  page,
}) => {
  const charge = {
    sucrose_g: 300,
    reducing_g: 0,
    ash_g: 0,
    other_g: 0,
    insoluble_g: 0,
    water_g: 150,
  }
  const made = await page.request.post(`${program.url}/api/v1/batches`, {
    data: { charge, stage: 'one-string' },
  })
  const { id } = (await made.json()) as { id: number }
  const batch = `${id}`
  await page.request.post(`${program.url}/api/v1/batches/${batch}/events`, {
    data: { event: 'flame', flame: 'medium' },
  })
  const probe = hangs(batch, '--fault', 'fahrenheit', '--fault-after', '400', '--fault-for', '60')
  await page.goto(`${program.url}/stove/${batch}`)
  const shown = page.getByRole('region', { name: 'Instruments in this pan' })
  await expect(shown).toContainText('Clip probe')
  await expect(shown).toContainText(/2\d\.\d.°C/)

  // Fifteen minutes, over the moment at which the wall clock goes back: the pan warms, the belief follows.
  await advance(page, 360)
  await expect(shown).toContainText(/10\d\.\d.°C/)
  await expect
    .poll(async () =>
      (await batchState(page, batch)).heard.reduce(
        (sum: number, h: { times: number }) => sum + h.times,
        0,
      ),
    )
    .toBeGreaterThan(10)
  await page.getByRole('button', { name: 'What happened' }).click()
  await expect(page.getByRole('region', { name: 'What happened' })).toContainText('Clip probe')

  // It was set to °F: said, and not believed.
  await advance(page, 60)
  await expect(shown).toContainText('It seems to count in °F')
  const doubted = (await batchState(page, batch)).state.syrup
  expect(doubted.liquid_c).toBeLessThan(112)
  await advance(page, 60)
  await expect(shown).not.toContainText('°F')

  // Its battery dies: said within ten seconds.
  probe.kill('SIGKILL')
  await advance(page, 10)
  await expect(shown).toContainText('Not heard for')
  // The large button is still hers, and takes nothing back that an instrument wrote.
  const before = (await batchState(page, batch)).state.can_undo
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(shown).toContainText('Clip probe is in this pan')
  await page.getByRole('button', { name: 'Clip probe is in this pan' }).click()
  expect((await batchState(page, batch)).state.can_undo).toBe(before)
  await advance(page, 3600)
  const { state, started_ms } = await batchState(page, batch)
  expect(state.now_ms - started_ms).toBe((360 + 60 + 60 + 10 + 3600) * 1000)
})

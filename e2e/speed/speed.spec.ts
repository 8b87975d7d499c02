import { test } from '@playwright/test'
import { PORT } from '../program'

test('how soon the drawing follows a drag', async ({ page }) => {
  await page.goto('/bench?part=300*sugar&water_g=200')
  await page.getByText('Turn off after').waitFor()
  const p95_ms = await page.evaluate(async () => {
    const drag = document.querySelector<HTMLInputElement>('input[aria-label="Water, dragged"]')
    const curve = document.querySelector('path.curve:not(.beyond):not(.tail)')
    if (!drag || !curve) throw new Error('no bench')
    const times: number[] = []
    for (let i = 0; i < 60; i++) {
      const drawn = new Promise<void>((resolve) => {
        const watch = new MutationObserver(() => {
          watch.disconnect()
          requestAnimationFrame(() => resolve())
        })
        watch.observe(curve, { attributes: true, attributeFilter: ['d'] })
      })
      const began = performance.now()
      drag.value = `${150 + 5 * ((i * 7) % 61)}`
      drag.dispatchEvent(new Event('input', { bubbles: true }))
      await drawn
      times.push(performance.now() - began)
    }
    times.sort((a, b) => a - b)
    return times[Math.floor(0.95 * times.length)] ?? Infinity
  })
  console.log(`bench redraw after a drag, 95th percentile: ${p95_ms.toFixed(1)} ms`)
})

test('how long the bench waits for a boil-down at 16 connections', async () => {
  const url = `http://127.0.0.1:${PORT}/api/v1`
  const kitchen = (await (await fetch(`${url}/kitchen`)).json()).kitchen
  const body = JSON.stringify({
    charge: { sucrose_g: 300, water_g: 200 },
    pan: kitchen.pans[0].pan,
    ring: kitchen.rings[0].ring,
    room: kitchen.room,
    flame: 'medium',
    target_stage: 'one-string',
    max_points: 100,
  })
  const times: number[] = []
  const client = async () => {
    for (let i = 0; i < 150; i++) {
      const began = performance.now()
      const answer = await fetch(`${url}/syrup/boil-down`, { method: 'POST', body })
      await answer.arrayBuffer()
      times.push(performance.now() - began)
    }
  }
  await Promise.all(Array.from({ length: 16 }, client))
  times.sort((a, b) => a - b)
  const at = (share: number) => (times[Math.floor(share * (times.length - 1))] ?? 0).toFixed(1)
  console.log(
    `boil-down over HTTP, 16 connections: median ${at(0.5)} ms, 99th percentile ${at(0.99)} ms`,
  )
})

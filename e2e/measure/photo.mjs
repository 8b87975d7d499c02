// How long a phone's photograph takes to be stored: part of `make load`.
import { chromium } from '@playwright/test'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CHROMIUM, FLAGS } from '../chromium.mjs'
import { Program, json, ms } from './program.mjs'

const PORT = 18_471
const folder = mkdtempSync(join(tmpdir(), 'unctum-photo-'))

/** Twelve megapixels with enough in them that no encoder finds them easy. */
async function picture() {
  const browser = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS })
  const page = await browser.newPage()
  const url = await page.evaluate(() => {
    const canvas = document.createElement('canvas')
    canvas.width = 4000
    canvas.height = 3000
    const c = canvas.getContext('2d')
    for (let i = 0; i < 60_000; i++) {
      c.fillStyle = `hsl(${(i * 47) % 360} 60% ${20 + ((i * 31) % 60)}%)`
      c.fillRect((i * 7919) % 4000, (i * 104_729) % 3000, 40, 40)
    }
    return canvas.toDataURL('image/jpeg', 0.92)
  })
  await browser.close()
  return Buffer.from(url.split(',')[1], 'base64')
}

const bytes = await picture()
const program = new Program(join(folder, 'notebook.db'), PORT)
await program.start()
try {
  const start = { charge: { sucrose_g: 300, water_g: 150 }, stage: 'one-string' }
  const { id } = json(await program.ask('POST', '/batches', start))
  const took = []
  for (let i = 0; i < 8; i++) {
    const from = performance.now()
    const reply = await fetch(`http://127.0.0.1:${PORT}/api/v1/batches/${id}/photos`, {
      method: 'POST',
      body: bytes,
      headers: { 'Content-Type': 'image/jpeg' },
    })
    if (reply.status !== 201) throw new Error(await reply.text())
    took.push(performance.now() - from)
  }
  took.sort((a, b) => a - b)
  const size = (bytes.length / 1e6).toFixed(1)
  console.log(
    `a photograph of 12 megapixels, ${size} MB, stored: ${ms(took[4])}, slowest of 8 ${ms(took[7])}`,
  )
} finally {
  await program.end()
  rmSync(folder, { recursive: true, force: true })
}

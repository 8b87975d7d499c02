import { chromium } from '@playwright/test'
const b = await chromium.connectOverCDP('http://127.0.0.1:9333')
const c = b.contexts()[0]; const p = c.pages()[0]
await p.setViewportSize({ width: 390, height: 844 })
const [,, out, ...acts] = process.argv
for (const a of acts) { try { await (new Function('p', `return (async()=>{${a}})()`))(p) } catch (e) { console.log('FAILED', a, String(e).slice(0,300)) } await p.waitForTimeout(700) }
if (out !== '-') await p.screenshot({ path: `/tmp/empty/${out}.png` })
console.log(p.url()); console.log((await p.locator('body').innerText()).slice(0, 1800))
await b.close()

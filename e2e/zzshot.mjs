import { chromium } from '@playwright/test'
import { CHROMIUM, FLAGS } from './chromium.mjs'
const [,, w, h, url, out, full, ...acts] = process.argv
const b = await chromium.launch({ executablePath: CHROMIUM, args: FLAGS })
const p = await b.newPage({ viewport: { width: +w, height: +h }, timezoneId: process.env.TZN ?? 'UTC' })
await p.goto(url); await p.waitForTimeout(2500)
for (const a of acts) { await (new Function('p', `return (async()=>{${a}})()`))(p); await p.waitForTimeout(900) }
await p.screenshot({ path: out, fullPage: full === '1' }); await b.close()

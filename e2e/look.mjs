import { chromium } from '@playwright/test'
const [,, path, out, w='1280', h='800', dark='', act=''] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' })
const c = await b.newContext({ viewport: { width: +w, height: +h }, colorScheme: dark ? 'dark' : 'light' })
const p = await c.newPage()
p.on('console', m => { if (m.type() === 'error') console.log('console', m.text()) })
p.on('pageerror', e => console.log('page', e.message))
await p.goto('http://127.0.0.1:5173' + path); await p.waitForTimeout(3500)
if (act) { await eval(`(async () => { ${act} })()`); await p.waitForTimeout(800) }
await p.screenshot({ path: out })
await b.close()

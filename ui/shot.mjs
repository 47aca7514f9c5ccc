import { chromium } from '@playwright/test'
const [base, out, ...rest] = process.argv.slice(2)
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync'] })
const log = []
for (const spec of rest) {
  const [name, path, size, theme] = spec.split('|')
  const [w, h] = (size || '1280x800').split('x').map(Number)
  const c = await b.newContext({ viewport: { width: w, height: h } })
  const p = await c.newPage()
  p.on('console', (m) => m.type() === 'error' && log.push(name + ': ' + m.text()))
  p.on('pageerror', (e) => log.push(name + ' ERR: ' + e))
  await p.goto(base)
  if (theme) await p.evaluate((t) => localStorage.setItem('kalpa-theme', t), theme)
  if (name !== 'signin') { await p.getByRole('button', { name: /Marit/ }).click(); await p.getByText('Sign out').first().waitFor({ state: 'attached' }); await p.goto(base + path); await p.waitForTimeout(2600) }
  else await p.waitForTimeout(800)
  await p.screenshot({ path: `${out}/${name}.png` })
  await c.close()
}
await b.close()
console.log(log.join('\n'))

import { writeFileSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { launchOptions } from './chromium.mjs'

const browser = await chromium.launch(launchOptions)
const a = 'http://127.0.0.1:5333'
for (const [name, opts] of [
  ['desk', { viewport: { width: 1280, height: 800 } }],
  ['phone', { viewport: { width: 390, height: 844 }, hasTouch: true }],
]) {
  const context = await browser.newContext(opts)
  const page = await context.newPage()
  await page.goto(a)
  await page.getByRole('button', { name: /Marit/ }).click()
  const link = page
    .getByRole('article')
    .filter({ hasText: 'Pilot’s House' })
    .getByRole('link', { name: 'Open the visit' })
  await link.waitFor()
  const path = await link.getAttribute('href')
  const visit = path.split('/')[2]
  await page.goto(`${a}/visits/${visit}/work`)
  await page.locator('li.k-sheet').first().waitFor()
  const scope = page.getByRole('region', { name: 'Scope for bidders' })
  await scope.getByText('Scope of work for bidders').click()
  await scope.getByRole('button', { name: 'Scope as PDF' }).waitFor({ timeout: 60000 })
  await scope.scrollIntoViewIfNeeded()
  await page.waitForTimeout(800)
  await page.screenshot({ path: `/tmp/look/${name}-scope.png` })
  console.log(name, await page.evaluate(() => document.documentElement.scrollWidth))
  if (name === 'desk') {
    for (const doc of ['scope.pdf']) {
      const bytes = await page.evaluate(
        async (u) => [...new Uint8Array(await (await fetch(u)).arrayBuffer())],
        `/api/visits/${visit}/${doc}`,
      )
      writeFileSync(`/tmp/look/${doc}`, Buffer.from(bytes))
    }
    const [dl] = await Promise.all([
      page.waitForEvent('download'),
      scope.getByRole('button', { name: 'Bid sheet (XLSX)' }).click(),
    ])
    await dl.saveAs('/tmp/look/bid.xlsx')
  }
  await context.close()
}
await browser.close()

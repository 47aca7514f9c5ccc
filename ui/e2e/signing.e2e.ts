import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import {
  allSent,
  keptOffline,
  leaking,
  makeVisit,
  onPhone,
  open,
  photo,
  sendFacts,
  serverVisit,
  shingle,
  signIn,
} from './helpers'
import { expect, test } from './lent'

/** A visit with a finding, finished: ready to be signed. */
async function finished(page: Page, name: string) {
  const ids = await makeVisit(page, name, [shingle('A', 'south'), shingle('B', 'north')], { purpose: 'condition' })
  await sendFacts(page, [leaking(ids, 'boot-collar-torn', 'penetrations', 'soil pipe')])
  const { visit, heads } = await serverVisit(page, ids.visit)
  const head = heads.find(({ factId }: { factId: string }) => factId === ids.visit)
  await sendFacts(page, [['visit', { ...visit, finishedAt: '2026-09-18T16:00:00-04:00' }]], head.revision)
  return ids
}

const version = (page: Page, number: number) => page.getByRole('article', { name: `Version ${number}` })

async function sign(page: Page, key = 'Sign the report') {
  await page.getByRole('button', { name: key }).click()
  const sheet = page.getByRole('dialog', { name: 'Sign the report' })
  await expect(sheet.getByLabel('Name')).toHaveValue('Marit Quillon')
  await sheet.getByRole('button', { name: 'Sign', exact: true }).click()
  await expect(sheet).toBeHidden()
}

test('a report is signed, changed, signed anew and withdrawn', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Signal House', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/report`)
  // An open visit cannot be signed, and what to do stands there.
  await expect(page.getByText('Needed before signing')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByRole('button', { name: 'Sign the report' })).toBeDisabled()
  await expect(page.getByRole('link', { name: /^The visit is not finished/ })).toBeVisible()

  const done = await finished(page, 'Signal Tower')
  await open(page, `/visits/${done.visit}/report`)
  await expect(page.getByRole('heading', { name: 'Not signed yet' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByRole('link', { name: 'No photo of slopes A and B' })).toBeVisible()
  await sign(page)
  await expect(version(page, 1).getByRole('button', { name: 'Signed PDF' })).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('heading', { name: 'Signed, unchanged since' })).toBeVisible()
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])

  const downloading = page.waitForEvent('download')
  await version(page, 1).getByRole('button', { name: 'Signed PDF' }).click()
  expect((await downloading).suggestedFilename()).toBe('roof-report-signed-version-1.pdf')

  // Something changes in the office: this page says so, and offers another version.
  await sendFacts(page, [leaking(done, 'drip-edge-missing', 'edges', 'west end')])
  await expect(page.getByRole('heading', { name: 'Changed since it was signed' })).toBeVisible({ timeout: 30_000 })
  await sign(page, 'Sign a new version')
  await expect(version(page, 2)).toContainText('current', { timeout: 60_000 })
  await expect(version(page, 1)).toContainText('replaced by a later version')
  await version(page, 2).getByText('Changes since version 1').click()
  await expect(version(page, 2).getByRole('listitem').first()).toContainText('Added: ')

  await version(page, 2).getByText('Withdraw version 2').click()
  await expect(version(page, 2).getByRole('button', { name: 'Withdraw' })).toBeDisabled()
  await version(page, 2).getByLabel('Why').fill('Slope B was mixed up')
  await version(page, 2).getByRole('button', { name: 'Withdraw' }).click()
  await expect(version(page, 2)).toContainText('withdrawn. Slope B was mixed up (Marit Quillon)', { timeout: 30_000 })
})

test('signed on the roof without a connection, frozen and printed when there is one', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  const ids = await finished(page, 'Signal Rock')
  await open(page, `/visits/${ids.visit}/report`)
  await expect(page.getByRole('heading', { name: 'Not signed yet' })).toBeVisible({ timeout: 30_000 })
  await keptOffline(page)
  await context.setOffline(true)
  await sign(page)
  await expect(page.getByText('Signed on this device by Marit Quillon')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Signed, unchanged since' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('No preview without a connection')).toBeVisible()
  await context.setOffline(false)
  await allSent(page)
  await expect(version(page, 1)).toContainText('current', { timeout: 60_000 })
  await expect(page.frameLocator('iframe').getByRole('heading', { name: 'Summary' })).toBeVisible({ timeout: 30_000 })

  // What is known of it is there without a connection too, and it can be withdrawn on the spot.
  await context.setOffline(true)
  await page.reload()
  await expect(version(page, 1)).toContainText('current', { timeout: 60_000 })
  await version(page, 1).getByText('Withdraw version 1').click()
  await version(page, 1).getByLabel('Why').fill('Wrong house')
  await version(page, 1).getByRole('button', { name: 'Withdraw' }).click()
  await expect(version(page, 1)).toContainText('withdrawn. Wrong house (Marit Quillon)', { timeout: 30_000 })
  await context.setOffline(false)
  await allSent(page)
  await expect(page.getByRole('heading', { name: 'Not signed yet' })).toBeVisible({ timeout: 30_000 })
  await context.close()
})

test('a client reads the report by its link, asks, and finds the answer there', async ({ page, browser }) => {
  await signIn(page)
  const ids = await finished(page, 'Signal Row')
  await open(page, `/visits/${ids.visit}/report`)
  await expect(page.getByRole('heading', { name: 'Not signed yet' })).toBeVisible({ timeout: 30_000 })
  await sign(page)
  await page.getByRole('button', { name: 'Make a link to version 1' }).click({ timeout: 60_000 })
  const link = await page.getByLabel('Link for the client').inputValue()

  const client = await onPhone(browser)
  await client.page.goto(link)
  await expect(client.page.getByRole('heading', { level: 1, name: 'Signal Row' })).toBeVisible()
  await expect(client.page.getByText('For the testers. Version 1, signed by Marit Quillon')).toBeVisible()
  expect((await new AxeBuilder({ page: client.page }).analyze()).violations).toEqual([])
  // Nothing sticks out sideways on a phone.
  expect(await client.page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await client.page.getByRole('link', { name: 'Ask a question' }).click()
  await client.page.getByLabel('Your question').fill('Can the boot wait until spring?')
  await client.page.getByLabel('Your name').fill('Ada Holm')
  await client.page.getByRole('button', { name: 'Send the question' }).click()
  await expect(client.page.getByText('Your question was sent.')).toBeVisible()

  const asked = page.getByRole('article').filter({ hasText: 'Can the boot wait until spring?' })
  await expect(asked).toBeVisible({ timeout: 30_000 })
  await expect(page.getByRole('link', { name: 'Report 1 to answer' })).toBeVisible()
  await asked.getByLabel('Your answer, shown under the same link').fill('Until spring, not longer.')
  await asked.getByRole('button', { name: 'Save answer' }).click()
  await expect(asked.getByText('Answered by Marit Quillon.')).toBeVisible()
  await allSent(page)
  await client.page.reload()
  await expect(client.page.getByText('Marit Quillon: Until spring, not longer.')).toBeVisible()

  await page.getByRole('button', { name: 'Revoke the link of the testers' }).click()
  await expect(page.getByText(/; revoked$/)).toBeVisible()
  await client.page.reload()
  await expect(client.page.getByRole('heading', { name: 'This link opens no report' })).toBeVisible()
  await client.context.close()
})

test('the letterhead is written with a preview, and stands on the report', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Signal Hut', [shingle('A', 'south')], { purpose: 'condition' })
  await open(page, '/letterhead')
  await expect(page.getByLabel('Name of the firm')).toHaveValue('Saltmere Roof Survey')
  await page.getByLabel('Address, phone and web, a line each').fill('2 Rope Walk\nSaltmere')
  await page.getByLabel('License of the firm (optional)').fill('RS-17')
  await page.getByLabel('Another color').fill('#f0d020')
  await expect(page.getByText(/too pale to read on white paper/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save' })).toBeDisabled()
  await page.getByRole('radio', { name: 'Blue' }).click()
  await page.getByLabel('Logo').setInputFiles(photo('drip-edge.jpg'))
  await page.getByLabel('Statement on the cover, Condition').fill('We state what we saw on the day of the visit.')
  const preview = page.getByRole('region', { name: 'Preview' })
  await expect(preview).toContainText('2 Rope Walk')
  await expect(preview.getByRole('img', { name: 'Logo' })).toBeVisible()
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Saved. Reports that are signed stay as they are.')).toBeVisible()
  await allSent(page)
  const report = await page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((r) => r.text()), ids.visit)
  for (const words of ['2 Rope Walk', 'License RS-17', '#1f4a6b', 'We state what we saw on the day of the visit.'])
    expect(report).toContain(words)

  // Tests after this one expect the firm as it was.
  const { letterhead, heads } = await page.evaluate(() => fetch('/api/letterhead').then((r) => r.json()))
  await sendFacts(page, [['letterhead', letterhead]], heads[0].revision, true)
})

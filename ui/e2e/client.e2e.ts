import { resolve } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import {
  allSent,
  chooseKey,
  keptOffline,
  leaking,
  makeVisit,
  open,
  photo,
  sendFacts,
  serverVisit,
  shingle,
  signIn,
} from './helpers'
import { expect, test } from './lent'

/** What the client agrees to, is shown, is given and brings along; and what the inspector typed for them. */

async function drawn(page: Page) {
  const pad = page.getByLabel('Draw your signature')
  await pad.scrollIntoViewIfNeeded()
  const box = (await pad.boundingBox()) as { x: number; y: number; width: number; height: number }
  await page.mouse.move(box.x + box.width * 0.2, box.y + box.height * 0.3)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.8)
  await page.mouse.move(box.x + box.width * 0.8, box.y + box.height * 0.4)
  await page.mouse.up()
}

async function saveFinding(page: Page) {
  await page.getByRole('button', { name: /^Save( finding)?$/ }).click()
  await expect(page.getByRole('button', { name: 'Something else' })).toHaveCount(0)
}

async function finish(page: Page, visitId: string) {
  const { visit, heads } = await serverVisit(page, visitId)
  const head = heads.find(({ factId }: { factId: string }) => factId === visitId)
  await sendFacts(page, [['visit', { ...visit, finishedAt: '2026-09-18T16:00:00-04:00' }]], head.revision)
}

test('scope, limits and fee are agreed on at the door without a connection, delivered and paid', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Gull Cottage', [shingle('A', 'south')], { purpose: 'condition' })
  await open(page, `/visits/${ids.visit}/before`)
  const sheet = page.getByRole('region', { name: 'Scope and fee' })
  const scope = sheet.getByLabel('Scope: what is inspected')
  await expect(scope).toHaveValue(/^Visual inspection of the roof covering/, { timeout: 30_000 })
  // A text nobody has changed follows the purpose.
  await chooseKey(page, 'Purpose of the visit', 'Leak')
  await expect(scope).toHaveValue(/find where water enters/, { timeout: 30_000 })
  await chooseKey(page, 'Purpose of the visit', 'Condition')
  await expect(scope).toHaveValue(/^Visual inspection of the roof covering/, { timeout: 30_000 })
  await keptOffline(page)
  await page.context().setOffline(true)

  await scope.fill('')
  await expect(sheet.getByRole('button', { name: 'Client agrees' })).toBeDisabled()
  await expect(sheet.getByRole('alert')).toHaveText('Enter what is inspected.')
  await scope.fill('The house roof from ridge to gutter, and the attic.')
  await sheet.getByLabel('Fee, $ (optional)').fill('four')
  await expect(sheet.getByRole('alert')).toHaveText('Enter the fee in dollars, such as 450, up to 100,000.')
  await sheet.getByLabel('Fee, $ (optional)').fill('449.50')
  await sheet.getByLabel('Due').selectOption('within 15 days')
  await sheet.getByRole('button', { name: 'Client agrees' }).click()
  const agree = page.getByRole('dialog', { name: 'Client agrees' })
  await expect(agree).toContainText('Fee $449.50, due within 15 days')
  await expect(agree.getByLabel('Client’s name')).toHaveValue('the testers')
  await agree.getByLabel('Client’s name').fill('Ida Holm')
  await drawn(page)
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([])
  await agree.getByRole('button', { name: 'Agree', exact: true }).click()
  await expect(agree).toBeHidden()
  await expect(sheet).toContainText('Agreed to by Ida Holm')
  await expect(sheet).toContainText('Fee $449.50, due within 15 days of delivery.', { timeout: 30_000 })
  await page.context().setOffline(false)
  await allSent(page)
  const { engagement } = await serverVisit(page, ids.visit)
  expect(engagement.drawing).toMatch(/^M[\d.]+ [\d.]+L/)

  // Another purpose wants another agreement; looking at its text takes nothing back.
  await chooseKey(page, 'Purpose of the visit', 'Solar')
  await expect(sheet.getByRole('status')).toContainText('Agreed for “Condition”; the purpose is now “Solar”')
  await sheet.getByRole('button', { name: 'Change and agree again' }).click()
  await expect(scope).toHaveValue(/where the array is planned/)
  await sheet.getByRole('button', { name: 'Keep what was agreed' }).click()
  await expect(sheet).toContainText('Agreed to by Ida Holm')
  await chooseKey(page, 'Purpose of the visit', 'Condition')
  await expect(sheet.getByRole('status')).toHaveCount(0)
  await allSent(page)
  const downloading = page.waitForEvent('download')
  await sheet.getByRole('button', { name: 'Agreement PDF' }).click()
  expect((await downloading).suggestedFilename()).toMatch(/^inspection-agreement-Gull-Cottage/)

  // Signed, handed over, paid.
  await finish(page, ids.visit)
  await open(page, `/visits/${ids.visit}/report`)
  await page.getByRole('button', { name: 'Sign the report' }).click({ timeout: 30_000 })
  await page
    .getByRole('dialog', { name: 'Sign the report' })
    .getByRole('button', { name: 'Sign', exact: true })
    .click({ timeout: 30_000 })
  const delivered = page.getByRole('region', { name: 'Delivery and fee' })
  await expect(delivered.getByLabel('Delivered to')).toHaveValue('the testers')
  await delivered.getByLabel('Delivered to').fill('Ida Holm')
  await delivered.getByLabel('How').selectOption('on paper')
  await delivered.getByRole('button', { name: 'Record delivery' }).click()
  await expect(delivered).toContainText('Ida Holm')
  await expect(delivered).toContainText('on paper, version 1 (Marit Quillon)', { timeout: 60_000 })
  await expect(delivered).toContainText(/Due by .*\d{4}\./, { timeout: 30_000 })
  await delivered.getByRole('button', { name: 'Fee paid today' }).click()
  await expect(delivered).toContainText('; paid ', { timeout: 30_000 })
  await expect(delivered).not.toContainText('Due by')
  // None of it makes another version of what was signed.
  await expect(page.getByRole('heading', { name: 'Signed, unchanged since' })).toBeVisible({ timeout: 30_000 })
  const report = page.frameLocator('iframe')
  await expect(report.getByText('Agreed to by Ida Holm')).toBeVisible({ timeout: 30_000 })
  await expect(report.getByText('The house roof from ridge to gutter, and the attic.')).toBeVisible()
  await delivered.getByRole('button', { name: 'Remove the delivery to Ida Holm' }).click()
  await expect(delivered).not.toContainText('on paper, version')
})

test('the walk asks for one photo of the building and one of each slope, and the report shows them', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Gull House', [shingle('A', 'south'), shingle('B', 'north')])
  await open(page, `/visits/${ids.visit}/walk?station=ground`)
  const wanted = page.getByRole('group', { name: 'Photos for the report' })
  await wanted.getByLabel('Photo: Overview of the building').setInputFiles(photo('house-street.jpg'))
  await expect(wanted).toHaveCount(0, { timeout: 30_000 })
  await open(page, `/visits/${ids.visit}/walk?station=field`)
  await wanted.getByLabel('Photo: Slope A').setInputFiles(photo('slope-south.jpg'))
  await expect(wanted.getByLabel('Photo: Slope A')).toHaveCount(0, { timeout: 30_000 })
  await expect(wanted.getByLabel('Photo: Slope B')).toBeVisible()
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await allSent(page)

  await open(page, `/visits/${ids.visit}/report`)
  await expect(page.getByRole('link', { name: 'No photo of slope B' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByRole('link', { name: /^Cover photo/ })).toHaveCount(0)
  const report = page.frameLocator('iframe')
  await expect(report.getByRole('img', { name: 'Slope A (south)' })).toBeVisible({ timeout: 30_000 })
  await expect(report.getByRole('img', { name: 'Gull House on the day of the visit' })).toBeVisible()
})

test('at the car: photos in large type, most urgent first, without a connection', async ({ phonePage: page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Gull Lodge', [shingle('A', 'south')])
  const boot = leaking(ids, 'boot-collar-torn', 'penetrations', 'soil pipe')
  const rust = leaking(ids, 'flue-collar-rusted', 'penetrations', 'boiler flue')
  await sendFacts(page, [boot, [rust[0], { ...rust[1], evidence: 'noneSeen' } as { id: string }]])
  for (const [finding, name, file] of [
    [rust, 'Rusted or loose storm collar', 'flue-rust.jpg'],
    [boot, 'Torn pipe boot', 'boot-torn.jpg'],
  ] as const) {
    await open(page, `/visits/${ids.visit}/findings/${finding[1].id}`)
    await expect(page.getByText(name, { exact: true }).first()).toBeVisible({ timeout: 30_000 })
    await page.getByLabel('Photos', { exact: true }).setInputFiles(photo(file))
    await expect(page.getByRole('button', { name: /^Mark up/ })).toBeVisible({ timeout: 30_000 })
    await saveFinding(page)
  }
  await allSent(page)
  await finish(page, ids.visit)
  await open(page, `/visits/${ids.visit}/walk?station=wrap`)
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^Wrap-up/ })
    .click()
  await expect(page.getByRole('link', { name: 'Show the owner' })).toBeVisible({ timeout: 30_000 })
  await keptOffline(page)
  await page.context().setOffline(true)
  await page.getByRole('link', { name: 'Show the owner' }).click()
  const show = page.getByRole('dialog', { name: 'Show the owner' })
  await expect(show).toContainText('These are all findings', { timeout: 30_000 })
  await show.getByRole('button', { name: 'Next photo' }).click()
  await expect(show.getByRole('heading')).toHaveText('Torn pipe boot')
  await expect(show).toContainText('Photo 1 of 2')
  for (const told of ['What we saw', 'What it means', 'What we could not see']) await expect(show).toContainText(told)
  const picture = show.getByRole('img').first()
  await expect.poll(() => picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(300)
  expect((await new AxeBuilder({ page }).include('.k-driveway').analyze()).violations).toEqual([])
  await page.keyboard.press('ArrowRight')
  await expect(show.getByRole('heading')).toHaveText('Rusted or loose storm collar')
  await show.getByRole('link', { name: 'Done' }).click()
  await expect(page.getByRole('heading', { name: 'Not signed yet' })).toBeVisible({ timeout: 30_000 })
  await page.context().setOffline(false)
})

test('wording typed by hand says when its facts have changed, and is kept or composed again', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Gull Barn', [shingle('A', 'south')])
  const boot = leaking(ids, 'boot-collar-torn', 'penetrations', 'soil pipe')
  await sendFacts(page, [boot])
  await open(page, `/visits/${ids.visit}/findings/${boot[1].id}`)
  const words = page.getByRole('region', { name: 'In the report' })
  await words.getByRole('button', { name: 'Edit wording' }).click()
  await words.getByLabel('Observed').fill('The collar is split on its high side.')
  await words.getByRole('button', { name: 'Done' }).click()
  await expect(words).toContainText('In your own words')
  await expect(words.getByRole('status')).toHaveCount(0)
  await chooseKey(page, 'Water signs', 'Staining')
  await expect(words.getByRole('status')).toContainText('The facts have changed since “Observed” was typed.')
  await expect(words.getByRole('status')).toContainText('Staining was seen.')
  await saveFinding(page)
  await allSent(page)

  await open(page, `/visits/${ids.visit}/report`)
  await page
    .getByRole('link', { name: 'Torn pipe boot, slope A: the facts have changed since its wording was typed' })
    .click({ timeout: 30_000 })
  await words.getByRole('button', { name: 'Keep my wording' }).click()
  await expect(words.getByRole('status')).toHaveCount(0)
  await expect(words).toContainText('The collar is split on its high side.')
  await words.getByRole('button', { name: 'Back to composed wording' }).click()
  await expect(words).toContainText('Staining was seen.')
})

test('a report by others is attached as an earlier visit, and bears on this one', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Gull Stable', [shingle('A', 'south')])
  await open(page, `/properties/${ids.property}`)
  await page.getByRole('button', { name: 'Add a report by others' }).click()
  const sheet = page.getByRole('dialog', { name: 'Report by others' })
  await expect(sheet.getByRole('alert')).toHaveText('Enter who wrote the report.')
  await sheet.getByLabel('Written by (firm or person)').fill('Tarn Inspections')
  await sheet.getByLabel('Inspected on').fill('2021-05-03')
  const slope = sheet.getByRole('group', { name: 'Slope A' })
  await slope.getByLabel('Year laid').fill('2022')
  await expect(sheet.getByRole('alert')).toContainText('not after the inspection')
  await slope.getByLabel('Year laid').fill('2011')
  await slope.getByLabel('Condition').selectOption({ index: 2 })
  await slope.getByLabel('Years left, from').fill('14')
  await expect(sheet.getByRole('alert')).toHaveText('Enter both ends of the years left.')
  await slope.getByLabel('to', { exact: true }).fill('16')
  await sheet.getByLabel('What it promises, in its words (optional)').fill('No repairs for ten years.')
  await sheet.getByLabel('PDF of the report').setInputFiles(photo('boot-torn.jpg'))
  await sheet.getByRole('button', { name: 'Save the report' }).click()
  await expect(sheet).toContainText('This file is not a PDF.')
  await sheet
    .getByLabel('PDF of the report')
    .setInputFiles(resolve(import.meta.dirname, '../../docs/sample-report.pdf'))
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([])
  await sheet.getByRole('button', { name: 'Save the report' }).click()
  await expect(sheet).toBeHidden()
  await expect(page.getByText('Report by Tarn Inspections: “No repairs for ten years.”')).toBeVisible()
  await allSent(page)
  const downloading = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PDF', exact: true }).click()
  expect((await downloading).suggestedFilename()).toMatch(/\.pdf$/)

  await open(page, `/visits/${ids.visit}/report`)
  const report = page.frameLocator('iframe')
  await expect(report.getByRole('heading', { name: 'Reports of others' })).toBeVisible({ timeout: 30_000 })
  await expect(report.getByText('Tarn Inspections, May 3, 2021: slope A stage 1, 14–16 years left.')).toBeVisible()
  const { assessment } = await serverVisit(page, ids.visit)
  expect(JSON.stringify(assessment.slopes[0].life)).toContain('2011 by an earlier report (Tarn Inspections, 2021)')
  // It is nobody's last visit: the property still opens on our own.
  await open(page, `/properties/${ids.property}`)
  await page.getByRole('button', { name: 'Remove the report by Tarn Inspections' }).click()
  await expect(page.getByText('Report by Tarn Inspections')).toHaveCount(0)
})

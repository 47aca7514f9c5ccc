import AxeBuilder from '@axe-core/playwright'
import { readSheet } from 'read-excel-file/node'
import { allSent, keptOffline, leaking, makeVisit, newId, open, sendFacts, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

async function withLeak(page: Page, name: string) {
  await signIn(page)
  const ids = await makeVisit(page, name, [shingle('A', 'south')])
  await sendFacts(page, [
    leaking(ids, 'boot-collar-torn', 'penetrations', 'main stack'),
    leaking(ids, 'gutter-clogged', 'gutters', 'rear'),
  ])
  return ids
}

test('a job is closed with who, cost and warranty, leaves the list, is printed, and comes back when it was not done', async ({
  page,
}) => {
  const { visit } = await withLeak(page, 'Finished House')
  await open(page, `/visits/${visit}/work`)
  // What bidders price, before anything is done.
  const scope = page.getByRole('region', { name: 'Scope for bidders' })
  await scope.getByText('Scope of work for bidders').click()
  await expect(scope).toContainText('2 jobs in ')
  await expect(scope).toContainText('No cost figures are included.')
  const [sheet] = await Promise.all([
    page.waitForEvent('download'),
    scope.getByRole('button', { name: 'Bid sheet (XLSX)' }).click(),
  ])
  const rows = await readSheet(await sheet.path())
  expect(rows.filter(([, job]) => job).map(([, job]) => job)).toEqual([
    'Job',
    expect.stringContaining('Replace the pipe boot'),
    expect.stringContaining('Clean and flush the gutter'),
  ])
  const [printed] = await Promise.all([
    page.waitForEvent('download'),
    scope.getByRole('button', { name: 'Scope as PDF' }).click(),
  ])
  expect(printed.suggestedFilename()).toMatch(/^scope-of-work-Finished-House-.*\.pdf$/)
  const boot = page.locator('li.k-sheet').filter({ hasText: 'Replace the pipe boot' })
  await boot.getByText('Mark as done').click()

  // What cannot be is named, and what was entered stays.
  await boot.getByLabel('Cost in dollars (optional)').fill('about 300')
  await boot.getByLabel('Who did it (optional)').fill('Tarn Roofing')
  await expect(boot.getByRole('alert')).toHaveText('Enter the cost in dollars, digits only, up to 100,000,000.')
  await expect(boot.getByRole('button', { name: 'Save as done' })).toBeDisabled()
  await boot.getByLabel('Cost in dollars (optional)').fill('$1,240')
  await boot.getByLabel('Done on').fill('2026-09-20')
  await boot.getByLabel('Warranty terms (optional)').fill('2 years on workmanship')
  await boot.getByRole('button', { name: 'Save as done' }).click()

  const done = page.getByRole('region', { name: 'Work done' })
  await expect(done).toContainText('Replace the pipe boot. Done on September 20, 2026 by Tarn Roofing for $1,240.')
  await expect(done).toContainText('Warranty: 2 years on workmanship')
  await expect(done).toContainText('No photo of the finished work is on file.')
  await expect(page.getByRole('heading', { name: /^1\. Clean and flush the gutter/ })).toBeVisible()
  await expect(boot).toHaveCount(0)
  expect((await new AxeBuilder({ page }).include('[aria-label="Work done"]').analyze()).violations).toEqual([])
  await allSent(page)
  const report = await page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()), visit)
  expect(report).toContain('Done on September 20, 2026 by Tarn Roofing')

  await done.getByRole('button', { name: 'Change' }).click()
  await done.getByLabel('Remarks (optional)').fill('flange replaced too')
  await done.getByRole('button', { name: 'Save changes' }).click()
  await expect(done).toContainText('“flange replaced too”')
  await done.getByRole('button', { name: 'Not done: back to the list' }).click()
  await expect(boot).toHaveCount(1)
  await expect(done).toHaveCount(0)
  await allSent(page)
})

test('on the phone work is closed without a connection, and the next visit is asked whether it held', async ({
  phonePage: page,
}) => {
  const context = page.context()
  const ids = await withLeak(page, 'Checked House')
  await open(page, `/visits/${ids.visit}/work`)
  const boot = page.locator('li.k-sheet').filter({ hasText: 'Replace the pipe boot' })
  await boot.getByText('Mark as done').waitFor()
  await keptOffline(page)
  await context.setOffline(true)
  await boot.getByText('Mark as done').click()
  await boot.getByLabel('Done on').fill('2026-09-18')
  await boot.getByRole('button', { name: 'Save as done' }).click()
  const done = page.getByRole('region', { name: 'Work done' })
  await expect(done).toContainText('Done on September 18, 2026.')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await context.setOffline(false)
  await allSent(page)

  const next = newId()
  await sendFacts(page, [
    [
      'visit',
      {
        id: next,
        roofs: [ids.roof],
        on: '2026-11-20',
        inspector: 'Marit Quillon',
        purpose: '',
        weather: '',
        walk: '',
        commission: { purpose: 'followUp' },
      } as { id: string },
    ],
  ])
  await open(page, `/visits/${next}/walk?station=last`)
  await expect(page.getByText('Done on September 18, 2026: Replace the pipe boot. Check that it held.')).toBeVisible()
  const repaired = page.getByRole('group', { name: /Torn pipe boot/ }).getByRole('radio', { name: 'Repaired' })
  await repaired.click()
  await expect(repaired).toBeChecked()
  await open(page, `/visits/${next}/work`)
  await expect(page.getByRole('region', { name: 'Work done' })).toContainText('Checked on this visit: it held.')
})

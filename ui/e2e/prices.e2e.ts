import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import { allSent, firmAsShipped, makeVisit, newId, open, sendFacts, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

test.afterEach(({ browser }) => firmAsShipped(browser))

/** The firm's prices as the server has them: what is only just being written to the device would go with the page. */
const firmPrices = (page: Page) =>
  page.evaluate(async () => {
    const { rules } = await fetch('/api/book/firm').then((answer) => answer.json())
    return (rules?.prices ?? []) as { key: string; low: number; likely: number; high: number }[]
  })

const priceOf = async (page: Page, key: string) => {
  const { low, likely, high } = (await firmPrices(page)).find((price) => price.key === key) ?? {}
  return [low, likely, high]
}

test('a job has a cost by the firm’s own prices, and a client sees it once none of them is an example', async ({
  page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(page, 'Coster House', [shingle('A', 'south')])
  await sendFacts(page, [
    [
      'finding',
      {
        id: newId(),
        visitId: visit,
        slopeId: slopes[0],
        station: 'penetrations',
        condition: 'boot-collar-torn',
        place: 'bath vent',
        evidence: 'active',
        extent: 'onePlace',
        outcome: 'mend',
        amount: { count: 1 },
      } as { id: string },
    ],
  ])
  await open(page, `/visits/${visit}/work`)
  const total = page.getByRole('region', { name: 'Cost' })
  await total.getByText('About these figures').click()
  await expect(total).toContainText('Planning figures, not an offer.')
  await expect(total).toContainText('Clients do not see costs')
  const summary = page.getByText(/^Planning cost: \$/)
  await summary.click()
  await expect(page.getByText(/^\d+ prices are examples\.$/)).toBeVisible()

  // A price typed in place; what cannot be is named and not kept.
  await total.getByRole('link', { name: 'Price list' }).click()
  const figure = (part: string) => page.getByLabel(`Pipe boot, ${part}`, { exact: true })
  await figure('low').fill('300')
  await figure('likely').fill('250')
  await expect(page.getByText('Not saved: low, likely and high must go from smallest to largest.')).toBeVisible()
  await figure('likely').fill('300')
  await figure('high').fill('300')
  await figure('high').press('Enter')
  await expect.poll(() => priceOf(page, 'pipe-boot')).toEqual([300, 300, 300])
  // Everything else stands as it is shipped, by one tap.
  await page.getByRole('button', { name: 'Accept all examples' }).click()
  await expect(page.getByText('All prices are the firm’s own.')).toBeVisible()
  await page.getByText('Print costs in documents for clients').click()
  await expect.poll(() => priceOf(page, 'labor')).toEqual([62, 78, 98])
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])

  // The list leaves as a file and comes back changed.
  const [csv] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export CSV' }).click(),
  ])
  const lines = (await readFile(await csv.path(), 'utf8')).split('\n')
  const upload = (name: string, text: string) =>
    page.getByLabel('Import CSV or Excel').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  await upload('prices.csv', lines.map((line) => line.replace('hour,62,78,98', 'hour,62,58,98')).join('\n'))
  await expect(page.getByText(/Labor: low, likely and high must go from smallest to largest\./)).toBeVisible()
  await expect(page.getByText('Nothing was imported.')).toBeVisible()
  await upload('prices.csv', lines.map((line) => line.replace('hour,62,78,98', 'hour,100,100,100')).join('\n'))
  await expect(page.getByText(/\d+ prices were imported\./)).toBeVisible()
  await expect(page.getByLabel('Labor, low', { exact: true })).toHaveValue('100')
  await expect.poll(() => priceOf(page, 'labor')).toEqual([100, 100, 100])
  const [book] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export Excel' }).click(),
  ])
  await page.getByLabel('Import CSV or Excel').setInputFiles({
    name: 'prices.xlsx',
    mimeType: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
    buffer: await readFile(await book.path()),
  })
  await expect(page.getByText(/\d+ prices were imported\./)).toBeVisible()
  await expect(page.getByText('Nothing was imported.')).toBeHidden()

  // Four hours at 100, a boot of 300 and its strips, with what goes on top: dearer than before, and printed.
  await open(page, `/visits/${visit}/work`)
  await total.getByText('About these figures').click()
  await expect(total).not.toContainText('Clients do not see costs')
  await summary.click()
  await expect(page.getByText(/prices are examples/)).toBeHidden()
  const report = await page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()), visit)
  expect(report).toContain('Planning cost of all jobs: $')
})

test('on the phone a price is changed in place', async ({ phonePage: page }) => {
  await signIn(page)
  await open(page, '/prices')
  await page.getByLabel('Kick-out flashing, high').fill('60')
  await page.getByLabel('Kick-out flashing, high').press('Enter')
  await expect.poll(() => priceOf(page, 'kick-out')).toEqual([18, 28, 60])
  await expect(page.getByRole('button', { name: 'Accept Kick-out flashing' })).toBeHidden()
})

test('an earlier price list is put back', async ({ page }) => {
  await signIn(page)
  await open(page, '/prices')
  const high = page.getByLabel('Kick-out flashing, high')
  for (const dollars of ['60', '75']) {
    await high.fill(dollars)
    await high.press('Enter')
    await expect.poll(() => priceOf(page, 'kick-out')).toEqual([18, 28, Number(dollars)])
  }
  await page.getByText('Versions of this list').click()
  const versions = page.getByRole('region', { name: 'Costs for clients' }).getByRole('listitem')
  await expect(versions.nth(0)).toContainText('Kick-out flashing: 18 / 28 / 60 → 18 / 28 / 75')
  await expect(versions.nth(0)).toContainText('Current')
  await expect(versions.nth(1)).toContainText('Kick-out flashing: example → 18 / 28 / 60')
  expect((await new AxeBuilder({ page }).include('[aria-label="Costs for clients"]').analyze()).violations).toEqual([])
  await versions
    .nth(1)
    .getByRole('button', { name: /^Restore the list of / })
    .click()
  await expect.poll(() => priceOf(page, 'kick-out')).toEqual([18, 28, 60])
  await expect(high).toHaveValue('60')
  // What was put back is a version of its own: nothing is lost.
  await expect(versions.nth(0)).toContainText('Kick-out flashing: 18 / 28 / 75 → 18 / 28 / 60')
  await expect(versions.nth(0)).toContainText('Current')
})

test('wood that a finished re-roof found moves the allowances of the next', async ({ page }) => {
  await signIn(page)
  const replaced = async (name: string) => {
    const { visit, slopes } = await makeVisit(page, name, [{ ...shingle('A', 'south'), size: [600, 180] }])
    await sendFacts(page, [
      [
        'opinion',
        {
          id: newId(),
          visitId: visit,
          slopeId: slopes[0],
          action: 'replace',
          who: '',
          because: 'age',
          event: 'none',
          byDay: null,
          branches: [],
          earlier: [],
          by: 'Tess Tester',
          at: '2026-09-18T09:00:00Z',
        } as { id: string },
      ],
    ])
    return visit
  }
  await open(page, `/visits/${await replaced('Opened House')}/work`)
  const job = page.locator('li.k-sheet').filter({ hasText: 'Re-roof slope A' })
  await job.getByText('Mark as done').click()
  const sheets = job.getByLabel('Deck sheathing, sheets')
  await sheets.fill('400')
  await expect(job.getByRole('alert')).toHaveText('Deck sheathing: enter 0 to 33 sheets, or leave it empty.')
  await sheets.fill('12')
  await job.getByLabel('Done on').fill('2026-09-20')
  await job.getByRole('button', { name: 'Save as done' }).click()
  await expect(page.getByRole('region', { name: 'Work done' })).toContainText('Done on September 20, 2026')
  await allSent(page)

  await open(page, '/prices')
  const wood = page.getByRole('region', { name: 'Wood found on finished jobs' })
  await expect(wood).toContainText('From 1 finished job')
  await expect(wood).toContainText('Deck sheathing: 12 sheets in 8.4 squares')
  await wood.getByRole('button', { name: 'Use for allowances' }).click()
  await expect(wood).toContainText('Allowances use these figures.')
  expect(
    (await new AxeBuilder({ page }).include('[aria-label="Wood found on finished jobs"]').analyze()).violations,
  ).toEqual([])
  await allSent(page)

  await open(page, `/visits/${await replaced('Next House')}/work`)
  await job.getByText(/^Quantities/).click()
  await expect(job).toContainText('finished jobs found 12 sheets in 8.4 squares')
})

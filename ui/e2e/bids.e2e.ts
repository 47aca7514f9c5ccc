import AxeBuilder from '@axe-core/playwright'
import { allSent, leaking, makeVisit, open, sendFacts, serverVisit, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

async function twoJobs(page: Page, name: string) {
  await signIn(page)
  const ids = await makeVisit(page, name, [shingle('A', 'south')])
  await sendFacts(page, [
    leaking(ids, 'boot-collar-torn', 'penetrations', 'main stack'),
    leaking(ids, 'gutter-sag', 'gutters', 'rear'),
  ])
  return ids
}

test('bids are typed and read from a filled sheet, compared with the planning figures, and holes show', async ({
  page,
}) => {
  const { visit } = await twoJobs(page, 'Bid House')
  await open(page, `/visits/${visit}/work`)
  const bids = page.getByRole('region', { name: 'Bids' })
  await bids.getByText('Bids', { exact: true }).click()

  // One is typed; it leaves a job out.
  await bids.getByRole('button', { name: 'Enter a bid' }).click()
  const form = bids.getByRole('group', { name: 'New bid' })
  await form.getByLabel('Price of job 1, $').fill('about 900')
  await expect(form.getByRole('alert')).toHaveText('Enter who made the bid.')
  await form.getByLabel('Bidder').fill('Tarn Roofing')
  await expect(form.getByRole('alert')).toHaveText('Enter prices in dollars, digits only, up to 100,000,000.')
  await form.getByLabel('Price of job 1, $').fill('$90')
  await form.getByLabel('Workmanship warranty, years').fill('2')
  await form.getByRole('button', { name: 'The bidder added something' }).click()
  await form.getByLabel('Added by the bidder, 1').fill('Permit')
  await expect(form.getByRole('alert')).toHaveText('What the bidder added needs a name and a price.')
  await form.getByLabel('Price of addition 1, $').fill('85')
  await form.getByRole('button', { name: 'Save bid' }).click()
  const tarn = bids.getByRole('group', { name: 'Tarn Roofing', exact: true })
  await expect(tarn).toContainText('$175 as sent')
  await expect(tarn).toContainText('Left out: Job 2, rehang the gutter: no price.')
  await expect(tarn).toContainText('Added: Permit: $85.')
  await expect(tarn).toContainText('Workmanship 2 years.')

  // One is read from the sheet: first with a fault, of which nothing is taken.
  const sheet = (lines: string) => ({
    name: 'filled.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`Line,Work,"Unit price, $","Price, $"\n${lines}`),
  })
  const file = bids.locator('input[type=file]')
  await file.setInputFiles(sheet('1.1,,,450\n7.1,,,300'))
  await expect(bids.getByRole('alert')).toContainText('Row 3: the scope has no line 7.1.')
  await file.setInputFiles(sheet('1.1,,,450\n2.1,,,"$1,300"'))
  await expect(bids.getByLabel('Price of job 2, $')).toHaveValue('1300')
  await bids.getByLabel('Bidder').fill('Skerry & Daughters')
  await bids.getByRole('button', { name: 'Save bid' }).click()
  await expect(bids.getByRole('group', { name: 'Skerry & Daughters' })).toContainText('$1,750 as sent')
  await expect(bids).toContainText('2 bids: $175–$1,750 as sent')
  await bids.getByText('Job by job').click()
  await expect(bids.getByRole('listitem').first()).toContainText('below the planning range: ask what is left out.')
  await expect(bids.getByRole('listitem').nth(1)).toContainText('No price: ask for it, or the job is not in the bid.')
  expect((await new AxeBuilder({ page }).include('[aria-label="Bids"]').analyze()).violations).toEqual([])

  // The hole is closed by asking.
  await tarn.getByRole('button', { name: 'Change' }).click()
  await bids.getByLabel('Price of job 2, $').fill('700')
  await bids.getByRole('button', { name: 'Save bid' }).click()
  await expect(tarn).toContainText('$875 as sent')
  await expect(tarn).not.toContainText('Left out')
  await allSent(page)
  expect((await serverVisit(page, visit)).roofs[0].facts.records.bids).toHaveLength(2)
  await tarn.getByRole('button', { name: 'Remove' }).click()
  await expect(tarn).toHaveCount(0)
  await allSent(page)
})

test('on the phone a quantity is set with its reason, is priced, and goes back to what was calculated', async ({
  phonePage: page,
}) => {
  const { visit } = await twoJobs(page, 'Counted House')
  await open(page, `/visits/${visit}/work`)
  const boot = page.locator('li.k-sheet').filter({ hasText: 'Replace the pipe boot' })
  const cost = boot.getByText(/^Planning cost/)
  const before = (await cost.textContent()) ?? ''
  await boot.getByText(/^Quantities/).click()
  await boot.getByText('Set a quantity').click()
  await boot.getByLabel('Line').selectOption({ label: 'Pipe boot, each' })
  await boot.getByLabel('Amount (now 1)').fill('12')
  await expect(boot.getByText('Enter why: measured, counted or agreed on.')).toBeVisible()
  await boot.getByLabel('Why').fill('counted from the ridge')
  await boot.getByRole('button', { name: 'Set quantity' }).click()
  await expect(boot).toContainText('set: counted from the ridge; calculated 1 each')
  await expect(boot).toContainText('12 each')
  await expect(cost).not.toHaveText(before)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await boot.getByRole('button', { name: 'Use the calculated amount' }).click()
  await expect(boot).not.toContainText('counted from the ridge')
  await expect(cost).toHaveText(before)
  await allSent(page)
})

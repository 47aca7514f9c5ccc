import AxeBuilder from '@axe-core/playwright'
import { allSent, findProperty, firmAsShipped, keptOffline, open, signIn } from './helpers'
import { expect, type Page, test } from './lent'

test.afterEach(({ browser }) => firmAsShipped(browser))

async function openWork(page: Page) {
  await signIn(page)
  const house = await findProperty(page, 'Pilot’s House')
  const path = await house.getByRole('link', { name: 'Open the visit' }).getAttribute('href')
  const visit = path?.split('/')[2] as string
  await open(page, `/visits/${visit}/work`)
  return visit
}

const reportOf = (page: Page, visit: string) =>
  page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()), visit)

test('options stand side by side, move with the owner’s years, take a reply and are printed where costs are', async ({
  page,
}) => {
  const visit = await openWork(page)
  const options = page.getByRole('region', { name: 'Options' })
  await options.getByText('Options for the owner').click()
  const repair = options.getByRole('region', { name: 'Re-roof slope E now, repair the rest' })
  await expect(repair).toContainText('plan of work')
  await expect(repair).toContainText('Over 20 years: $')
  const all = options.getByRole('region', { name: 'Re-roof all slopes now' })
  await expect(all).toContainText('Next re-roof: ')
  await expect(options).toContainText('costs least over 20 years on average')
  await expect(options).toContainText('Slope A: left out until a remaining life is stated')
  const steeper = options.getByRole('region', { name: 'Re-slope slope E now' })
  await steeper.getByText('What is done and when').click()
  await expect(steeper).toContainText('Re-slope slope E to 4:12')
  await all.getByText('What is done and when').click()
  await expect(all).toContainText('Re-roof')
  expect((await new AxeBuilder({ page }).include('[aria-label="Options"]').analyze()).violations).toEqual([])

  // What cannot be is named and not kept; what can be moves every figure.
  const years = options.getByLabel('Years to look ahead')
  await years.fill('75')
  await years.blur()
  await expect(options.getByRole('alert')).toHaveText('Not saved. Enter a whole number from 1 to 60.')
  await years.fill('8')
  await years.blur()
  await expect(repair).toContainText('Over 8 years: $')
  await expect(options).toContainText('In today’s money over 8 years')

  // Years of warranty are entered once and stand where something is renewed; cleared, they are not entered any more.
  const warranty = options.getByLabel('Workmanship warranty, years')
  await warranty.fill('ten')
  await warranty.blur()
  await expect(options.getByRole('alert')).toHaveText('Not saved. Enter a whole number from 0 to 100.')
  await warranty.fill('10')
  await warranty.blur()
  await expect(all).toContainText('Warranty: on what is renewed now: workmanship 10 years, manufacturer’s not entered.')
  await expect(options.getByRole('region', { name: 'Only what is urgent' })).toContainText(
    'Warranty: on repairs the roofer’s workmanship only',
  )
  await warranty.fill('')
  await warranty.blur()
  await expect(all).toContainText('Warranty: on what is renewed now: not entered. Take it from the bids.')

  // The owner declines one option and one job; the job shows it, and so does the report.
  await all.getByText('Owner’s reply').click()
  await all.getByRole('radio', { name: 'Declined' }).check()
  await all.getByLabel('In their words').fill('too dear this year')
  await all.getByRole('button', { name: 'Save reply' }).click()
  await expect(all).toContainText(/Declined by the owner on .+: “too dear this year”\./)
  const job = page.locator('li.k-sheet').filter({ hasText: 'Replace the pipe boot' }).first()
  // What follows if it is put off, over the owner's years.
  await job.getByText('If left for 8 years').click()
  const stages = job.getByRole('list', { name: 'Stages of damage' })
  await expect(stages).toContainText(/\d+% in 5 years, \d+% in 8/)
  await expect(stages).toContainText(/Cost to repair: \$/)
  await expect(job).toContainText('Expected cost of leaving it for 8 years: $')
  await job.getByText('Owner’s reply').click()
  await expect(job.getByText('Choose what the owner decided.')).toBeVisible()
  await job.getByRole('radio', { name: 'Accepted' }).check()
  await job.getByLabel('Who replied').fill('A. Holm')
  await job.getByRole('button', { name: 'Save reply' }).click()
  await expect(job).toContainText(/Accepted by A\. Holm on /)
  await allSent(page)
  const before = await reportOf(page, visit)
  expect(before).toContain('Accepted by A. Holm on ')
  expect(before).toContain('too dear this year')
  expect(before).not.toContain('Options for the owner')

  await open(page, '/prices')
  await page.getByRole('button', { name: 'Accept all examples' }).click()
  await page.getByText('Print costs in documents for clients').click()
  await expect.poll(() => reportOf(page, visit)).toContain('Options for the owner')
  const report = await reportOf(page, visit)
  expect(report).toContain('Over 8 years')
  expect(report).toContain('Re-roof all slopes now')

  // A reply is taken back.
  await open(page, `/visits/${visit}/work`)
  await job.getByText('Change the owner’s reply').click()
  await job.getByRole('button', { name: 'Remove' }).click()
  await expect(job).not.toContainText('Accepted by A. Holm')
  await allSent(page)
})

test('on the phone the options stand one under the other, and work without a connection', async ({
  phonePage: page,
}) => {
  const context = page.context()
  await openWork(page)
  await page.getByText('Options for the owner').waitFor()
  await keptOffline(page)
  await context.setOffline(true)
  await page.getByText('Options for the owner').click()
  const options = page.getByRole('region', { name: 'Options' })
  await expect(options).toContainText('costs least over', { timeout: 30_000 })
  const [first, second] = await options.getByRole('region').all()
  const [above, below] = [await first?.boundingBox(), await second?.boundingBox()]
  expect(below?.y).toBeGreaterThan((above?.y ?? 0) + (above?.height ?? 0) - 1)
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await context.setOffline(false)
})

import { expect, test } from '@playwright/test'
import { address, makeVisit, shingle, signIn } from './helpers'

test('findings of one cause at one place are one problem, which the inspector splits, joins and takes back', async ({
  page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(page, 'Problem House', [shingle('A', 'south')])
  const record = async (station: string, name: string) => {
    await page.goto(`${address()}/visits/${visit}/findings/new?station=${station}&slope=${slopes[0]}`)
    await page.getByLabel(/two letters/).fill(name)
    await page.getByRole('button', { name, exact: true }).click()
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByText('Found here')).toBeVisible()
  }
  await record('walls', 'Missing kick-out flashing')
  await record('field', 'Exposed nail')
  await record('walls', 'Decayed siding above the roof')

  await page.goto(`${address()}/visits/${visit}/work`)
  await expect(page.getByText('Likely cause of: decayed siding above the roof.')).toBeVisible()
  await page.goto(`${address()}/visits/${visit}/walk?station=walls`)
  await page
    .getByRole('link', { name: /Decayed siding above the roof/ })
    .first()
    .click()
  const problem = page.getByRole('region', { name: 'Problem' })
  await expect(problem.getByText('One problem: Missing kick-out flashing')).toBeVisible()
  await expect(problem.getByText('Damage: Decayed siding above the roof')).toBeVisible()
  await problem.getByRole('button', { name: 'Split off' }).click()
  await expect(problem.getByText('A problem of its own')).toBeVisible()
  await problem.getByRole('button', { name: 'Back to Kalpa’s grouping' }).click()
  await expect(problem.getByText('One problem: Missing kick-out flashing')).toBeVisible()
  await problem.getByLabel('Join with').selectOption('Exposed nail')
  await expect(problem.getByText('The inspector joined them.')).toBeVisible()
  await expect(problem.getByText('Cause: Exposed nail')).toBeVisible()
  await page.getByRole('button', { name: 'Save finding' }).click()
  await expect(page.getByText('Found here')).toBeVisible()
  // The two problems are one now.
  await page.goto(`${address()}/visits/${visit}/work`)
  await expect(
    page.getByText('Likely cause of: decayed siding above the roof. One problem with: exposed nail.'),
  ).toBeVisible()
})

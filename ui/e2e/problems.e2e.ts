import { allSent, chooseKey, leaking, makeVisit, open, sendFacts, shingle, signIn } from './helpers'
import { expect, test } from './lent'

test('findings of one cause at one place are one problem, which the inspector splits, joins and takes back', async ({
  page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(page, 'Problem House', [shingle('A', 'south')])
  const record = async (station: string, name: string) => {
    await open(page, `/visits/${visit}/findings/new?station=${station}&slope=${slopes[0]}`)
    await page.getByLabel(/two letters/).fill(name)
    await page.getByRole('button', { name, exact: true }).click()
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByText('Found here')).toBeVisible()
  }
  await record('walls', 'Missing kick-out flashing')
  await record('field', 'Exposed nail')
  await record('walls', 'Decayed siding above the roof')

  await open(page, `/visits/${visit}/work`)
  const resolves = page.getByText(/^Resolves: /)
  await expect(resolves).toHaveText('Resolves: missing kick-out flashing; decayed siding above the roof.')
  await expect(
    page.getByRole('link', { name: 'Install kick-out flashing and replace the siding from the top down' }),
  ).toBeVisible()
  await open(page, `/visits/${visit}/walk?station=walls`)
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
  await open(page, `/visits/${visit}/work`)
  await expect(resolves).toHaveText('Resolves: missing kick-out flashing; exposed nail; decayed siding above the roof.')
})

test('a job says what has to be done before it, and the flashing of one chimney is one job', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Chimney House', [shingle('A', 'south')])
  await sendFacts(page, [
    leaking(ids, 'counter-flashing-missing', 'walls', 'chimney'),
    leaking(ids, 'step-flashing-missing', 'walls', 'chimney'),
    leaking(ids, 'apron-missing', 'walls', 'chimney'),
  ])
  await open(page, `/visits/${ids.visit}/findings/new?station=walls&slope=${ids.slopes[0]}`)
  await page.getByLabel(/two letters/).fill('Open chimney mortar joints')
  await page.getByRole('button', { name: 'Open chimney mortar joints', exact: true }).click()
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page.getByText('Found here')).toBeVisible()

  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: '1. Replace all the flashing' })).toBeVisible()
  await expect(page.getByRole('heading', { name: '2. Repoint the chimney and secure loose brick' })).toBeVisible()
  await expect(page.getByText(/^Do first: /).locator('..')).toHaveText(
    'Do first: job 2, repoint the chimney and secure loose brick. Loose masonry is repaired before flashing is set into it; until then, protect it temporarily.',
  )
})

test('a place that was named is chosen with one tap, and a stain there goes with the opening found at it', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(page, 'Stain House', [shingle('A', 'south')])
  await open(page, `/visits/${visit}/findings/new?station=penetrations&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('Cracked plastic vent')
  await page.getByRole('button', { name: 'Cracked plastic vent', exact: true }).click()
  await page.getByLabel('Location (optional)').fill('over the bath')
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page.getByText('Found here')).toBeVisible()

  await open(page, `/visits/${visit}/findings/new?station=inside&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('Ceiling stain')
  await page.getByRole('button', { name: 'Ceiling stain', exact: true }).click()
  await chooseKey(page, 'Named before', 'over the bath')
  await expect(page.getByLabel('Location (optional)')).toHaveValue('over the bath')
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  // The walk of a steep roof has no rooms of its own: what was found there is listed all the same.
  await expect(page.getByText('Found here')).toBeVisible()

  await open(page, `/visits/${visit}/work`)
  await expect(page.getByRole('heading', { name: '1. Replace the vent' })).toBeVisible()
  await expect(page.getByText(/^Resolves: /)).toHaveText(
    'Resolves: cracked plastic vent, over the bath; ceiling stain, over the bath.',
  )
  await expect(page.getByText('Trace the source of the stain')).toHaveCount(0)
})

test('what becomes of the roof stands first on Work; the inspector’s recommendation governs, and repairs on the slope go with it', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(page, 'Decision House', [shingle('A', 'south')])
  await open(page, `/visits/${visit}/findings/new?station=penetrations&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('Torn pipe boot')
  await page.getByRole('button', { name: 'Torn pipe boot', exact: true }).click()
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page.getByText('Found here')).toBeVisible()

  await open(page, `/visits/${visit}/work`)
  const decision = page.getByRole('region', { name: 'Decision' })
  await expect(decision.getByText('Confirm slope A to decide on it.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Replace the pipe boot' })).toBeVisible()
  // What the job takes, with what was assumed.
  await page.getByText('Quantities: 0.5–2.5 labor hours, likely 1.5').click()
  await expect(page.getByText('6 strips')).toBeVisible()
  await expect(page.getByText('Replace pipe boot: 1 pipe assumed. Count or measure it on the finding.')).toBeVisible()

  await decision.getByRole('button', { name: 'Override' }).click()
  await chooseKey(page, 'Recommendation', 'Replace')
  const save = page.getByRole('button', { name: 'Save recommendation' })
  // A recommendation without its reason is not saved.
  await expect(page.getByText('Say what it rests on.')).toBeVisible()
  await expect(save).toBeDisabled()
  await page.getByLabel('Based on').fill('The owner re-roofs before selling')
  // Nor one that was due before it was made.
  await page.getByLabel('By the day (optional)').fill('2020-03-01')
  await expect(page.getByText('The day is over already.', { exact: false })).toBeVisible()
  await expect(save).toBeDisabled()
  await page.getByLabel('By the day (optional)').fill('')
  await save.click()

  await expect(decision.getByText('Re-roof slope A.')).toBeVisible()
  await decision.getByText('Why').click()
  await expect(
    decision.getByText(/The inspector recommends it: the owner re-roofs before selling\. Computed: confirm slope A/),
  ).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Re-roof slope A' })).toBeVisible()
  await expect(page.getByText('Included: torn pipe boot.')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Replace the pipe boot' })).toHaveCount(0)
  await allSent(page)
  await page.reload()
  await expect(decision.getByText('Re-roof slope A.')).toBeVisible()

  // With what it is covered is said as well, and priced; what nobody lays again or frames steeper here is not offered.
  await page.getByRole('button', { name: /^Change the recommendation/ }).click()
  const ways = page.getByRole('group', { name: 'Recommendation' })
  await expect(ways.getByRole('radio', { name: 'Recover' })).toBeVisible()
  await expect(ways.getByRole('radio', { name: 'Re-slope to 4:12' })).toHaveCount(0)
  await expect(ways.getByRole('radio', { name: 'Lift and relay' })).toHaveCount(0)
  await page.getByLabel('New covering').selectOption('Standing-seam metal')
  await expect(page.getByText('Enter why the recommendation changed: the earlier one is saved.')).toBeVisible()
  await page.getByLabel('Why it changed').fill('The owner stays')
  await save.click()
  await expect(decision.getByText('Re-roof slope A with standing-seam metal.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Re-roof slope A with standing-seam metal' })).toBeVisible()
  await allSent(page)
})

import AxeBuilder from '@axe-core/playwright'
import { allSent, chooseKey, firmAsShipped, makeVisit, open, serverVisit, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

async function expectNoBarriers(page: Page) {
  await page.mouse.move(2, 2)
  await page.waitForTimeout(400)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
}

const verdict = (page: Page) => page.getByRole('status', { name: 'Verdict' })
const facts = async (page: Page, visit: string) => (await serverVisit(page, visit)).facts

test.afterEach(({ browser }) => firmAsShipped(browser))

test('the rule book is searched, its logic read, values tried, and what it touches on file opened', async ({
  page,
}) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Rule book' }).click()
  await page.getByLabel('Search the rule book').fill('r905.2.8.5')
  await expect(page.getByRole('list', { name: 'Entries' }).getByRole('listitem')).toHaveCount(4)
  await page.getByLabel('Search the rule book').fill('pipe short')
  await page.getByRole('link', { name: 'Short vent pipe' }).click()
  await expect(page.getByText(/must be at least 6 in \(IRC 2021 P3103.1\)/)).toBeVisible()

  // Six inches meet the code; what good practice asks stands beside it and is no defect.
  await page.getByRole('button', { name: '6', exact: true }).click()
  await expect(verdict(page)).toContainText('Conforms')
  await expect(verdict(page)).toContainText('Missing that alone is not a defect')
  await page.getByRole('button', { name: '4', exact: true }).click()
  await expect(verdict(page)).toContainText('Short by 2 in')
  await chooseKey(page, 'Water signs', 'Active leak')
  await expect(page.getByText('An active leak was seen.', { exact: false })).toBeVisible()
  await expectNoBarriers(page)

  // The firm's words for it, and the voice of its reports.
  await page.getByLabel('Used whenever it is found').fill('The pipe ends too low for our snow.')
  await page.keyboard.press('Enter')
  const ways = page.getByRole('region', { name: 'Firm defaults' })
  await expect(ways.getByText('The pipe ends too low for our snow.')).toBeVisible()
  await chooseKey(page, 'Voice of the firm’s reports', 'For roofers')
  await expect
    .poll(() => page.evaluate(() => fetch('/api/book/firm').then((answer) => answer.json())))
    .toMatchObject({ rules: { voice: 'technical', phrases: [{ condition: 'vent-short' }] } })
  await chooseKey(page, 'Voice of the firm’s reports', 'Plain')

  // Two metals named give the difference that is judged.
  await open(page, '/book/condition/metal-dissimilar')
  await page.getByLabel('One metal').selectOption('Copper')
  await page.getByLabel('The other').selectOption('Plain steel')
  await expect(page.getByText(/Plain steel can corrode where they touch when wet/)).toBeVisible()
  await expect(verdict(page)).toContainText('Over by 250')

  await open(page, '/book/combination/laid-under')
  await expect(page.getByText('roofing cement around a flange', { exact: true })).toBeVisible()
  await open(page, '/book/condition/boot-collar-torn')
  // On other coverings it is another repair.
  const others = page.getByRole('region', { name: 'On other coverings' })
  await expect(others.getByText('TPO, PVC')).toBeVisible()
  await expect(others.getByText('Weld a new boot of the same membrane around the pipe')).toBeVisible()
  await page
    .getByRole('link', { name: /Pilot’s House, slope A/ })
    .first()
    .click()
  await expect(page.getByRole('heading', { name: 'Pilot’s House' })).toBeVisible()
})

test('the firm’s way is set where people differ, and takes until the fact is known; the other view is a tap away', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Differ House', [shingle('A', 'south')])
  await open(page, '/book/decision/kickout')
  await chooseKey(
    page,
    'Where the fact is not known',
    'Without water signs it is a note with a recommendation, not a defect',
  )
  await expect
    .poll(async () => (await facts(page, ids.visit)).firm?.views)
    .toEqual([{ decision: 'kickout', view: 'note' }])

  await open(page, `/visits/${ids.visit}/findings/new?station=walls&slope=${ids.slopes[0]}`)
  await page
    .getByRole('button', { name: 'Missing kick-out flashing' })
    .or(page.getByRole('button', { name: /kick-out/ }))
    .first()
    .click()
  const decides = page.getByRole('region', { name: 'Deciding facts' })
  await expect(
    decides.getByText('“None”: without water signs it is a note with a recommendation, not a defect.'),
  ).toBeVisible()
  await expect(decides.getByText(/The firm’s default until the fact is known/)).toBeVisible()
  await chooseKey(page, 'Are there water signs on the wall below?', 'Staining, peeling paint, soft wood or algae')
  await expect(decides.getByText(/Decided by the fact: staining/)).toBeVisible()
  await decides
    .getByRole('button', { name: 'Other view: without water signs it is a note with a recommendation, not a defect' })
    .click()
  await expect(decides.getByText(/The inspector’s view/)).toBeVisible()

  // Acting at another time wants a reason; one's own sentence may become the firm's.
  await page.getByRole('button', { name: 'Override when to act' }).click()
  await chooseKey(page, 'When to act', 'Within a year')
  await expect(page.getByRole('button', { name: 'Override', exact: true })).toBeDisabled()
  await page.getByLabel('Why').fill('The wall is rebuilt in spring')
  await page.getByRole('button', { name: 'Override', exact: true }).click()
  await expect(page.getByText(/Marit Quillon moved it from .*: The wall is rebuilt in spring\./).first()).toBeVisible()
  await page.getByRole('button', { name: 'Edit wording' }).click()
  await page.getByLabel('Meaning and recommendation').fill('The botched end lets water into the wall.')
  await expect(page.getByText(/“botched” blames a person/)).toBeVisible()
  await page.getByLabel('Meaning and recommendation').fill('The wall’s end lets water in.')
  await expect(page.getByText(/blames/)).toHaveCount(0)
  await page.getByRole('button', { name: /Save for every/ }).click()
  await expect(page.getByText('Saved as the firm’s wording.')).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await expectNoBarriers(page)
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await allSent(page)
  await expect
    .poll(async () => (await facts(page, ids.visit)).findings[0])
    .toMatchObject({
      deciding: [{ decision: 'kickout', option: 'signs' }],
      views: [{ decision: 'kickout', view: 'note' }],
      moved: { class: 'withinYear', reason: 'The wall is rebuilt in spring', by: 'Marit Quillon' },
      ownWords: { means: 'The wall’s end lets water in.' },
    })
  await expect
    .poll(async () => (await facts(page, ids.visit)).firm?.phrases)
    .toContainEqual({ condition: 'kickout-missing', means: 'The wall’s end lets water in.' })
  const report = await page.evaluate(
    (id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()),
    ids.visit,
  )
  expect(report).toContain('Where practice differs')
  expect(report).toContain('Other views')
})

test('a limit that hangs on a fact cannot be told until the fact is recorded, and is told at once then', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Low House', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/findings/new?station=field&slope=${ids.slopes[0]}`)
  await page.getByRole('textbox').first().fill('low slope')
  await page.getByRole('button', { name: 'Shingles on a low slope' }).click()
  await page.getByRole('button', { name: '3/12', exact: true }).click()
  await expect(verdict(page)).toContainText('Short by 1:12 if it is one layer')
  await chooseKey(page, 'What is under the shingles here?', 'One layer of underlayment')
  await expect(verdict(page)).toContainText('Short by 1:12 – the limit is at least 4:12')
  await chooseKey(page, 'What is under the shingles here?', 'Two layers')
  await expect(verdict(page)).toContainText('Noted, no defect')
  await expect(verdict(page)).toContainText('Only where: one layer of underlayment.')
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await allSent(page)
  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: 'Low House' })).toBeVisible()
  await expect(page.getByText('Install double underlayment or a membrane')).toHaveCount(0)
  // The rule itself is tried in the book, with the same question.
  await open(page, '/book/limit/single-underlay-asphalt')
  await expect(page.getByText(/must be at least 4:12, where it is one layer of underlayment/)).toBeVisible()
  await page
    .getByRole('region', { name: /^Conditions evaluated by it/ })
    .getByRole('link', { name: 'Shingles on a low slope' })
    .click()
  await page.getByRole('button', { name: '3/12', exact: true }).click()
  await chooseKey(page, 'What is under the shingles here?', 'Two layers')
  await expect(verdict(page)).toContainText('Conforms')
})

test('a place’s own value overrides the book’s on the finding, and both are shown, offline too', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Local House', [shingle('A', 'south')])
  await open(page, `/properties/${ids.property}`)
  const local = page.getByRole('region', { name: 'Local rules' })
  await local.getByLabel('Jurisdiction').fill('Saltmere')
  await local.getByLabel('Adopted edition').fill('2024')
  await expect(local.getByRole('button', { name: 'Add a local value' })).toBeEnabled()
  await local.getByRole('button', { name: 'Add a local value' }).tap()
  await local.getByLabel('Here at least').fill('twelve')
  await expect(local.getByRole('button', { name: 'Save' })).toBeDisabled()
  await local.getByLabel('Here at least').fill('12')
  await local.getByLabel('Source').fill('section 3')
  await local.getByRole('button', { name: 'Save' }).tap()
  await expect(local.getByText(/here at least 12 in \(section 3\) instead of at least 6 in/)).toBeVisible()
  await expectNoBarriers(page)
  await expect.poll(async () => (await facts(page, ids.visit)).local?.limits).toHaveLength(1)

  await open(page, `/visits/${ids.visit}/findings/new?station=penetrations&slope=${ids.slopes[0]}`)
  await page.getByRole('button', { name: 'Short vent pipe' }).tap()
  await page.getByRole('button', { name: '8', exact: true }).tap()
  await expect(verdict(page)).toContainText('Short by 4 in')
  await expect(verdict(page)).toContainText('Saltmere, 2024: section 3')
  await expect(verdict(page)).toContainText('Replaced here by Saltmere, 2024.')
})

test('two findings mean something together, and an opinion keeps its history and its branch', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Together House', [shingle('A', 'south')])
  for (const name of ['Boot flange under the lower course', 'Roofing cement around a flange']) {
    await open(page, `/visits/${ids.visit}/findings/new?station=penetrations&slope=${ids.slopes[0]}`)
    await page.getByLabel('Search what you see by two letters').fill('flange')
    await page.getByRole('button', { name }).click()
    if (name.startsWith('Roofing'))
      await expect(page.getByRole('region', { name: 'Together' })).toContainText('only the cement keeps water out')
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  }
  await open(page, `/visits/${ids.visit}/work`)
  // One problem: one job, with what was put over it.
  await expect(page.getByText(/^Resolves: /)).toHaveText(
    'Resolves: boot flange under the lower course; roofing cement around a flange.',
  )
  const opinions = page.getByRole('region', { name: 'Recommendations' })
  await opinions.getByRole('button', { name: 'Add a recommendation' }).click()
  await chooseKey(page, 'Of what', 'Slope A')
  await chooseKey(page, 'Recommendation', 'Monitor')
  await opinions.getByLabel('Based on').fill('one pipe of three leaks')
  await opinions.getByRole('button', { name: 'Save recommendation' }).click()
  await expect(opinions.getByText('Slope A: Monitor.')).toBeVisible()

  // The view changes: the earlier one stays with the reason; who judges must be said.
  await opinions.getByRole('button', { name: /^Change/ }).click()
  await chooseKey(page, 'Recommendation', 'Specialist')
  await expect(opinions.getByText('Enter who is to evaluate it.')).toBeVisible()
  await opinions.getByLabel('Who evaluates or does it').fill('a roofer')
  await expect(opinions.getByText(/Enter why the recommendation changed/)).toBeVisible()
  await opinions.getByLabel('Why it changed').fill('a second pipe was wet')
  await opinions.getByLabel('If (optional)').fill('the roofer says no')
  await opinions.getByLabel('then, in words').fill('twice a year')
  await opinions.getByRole('button', { name: 'Save recommendation' }).click()
  await expect(opinions.getByText('Slope A: Have it evaluated by a roofer.')).toBeVisible()
  await expect(opinions.getByText('If the roofer says no: monitor, twice a year.')).toBeVisible()
  await expect(
    opinions.getByText(/monitor, because one pipe of three leaks\. Changed: a second pipe was wet\./),
  ).toBeVisible()
  await expectNoBarriers(page)
  await allSent(page)
  await expect.poll(async () => (await facts(page, ids.visit)).records.judgements?.[0]?.earlier).toHaveLength(1)
})

import AxeBuilder from '@axe-core/playwright'
import { expect, type Page, test } from '@playwright/test'
import { address, allSent, chooseKey, makeVisit, onPhone, serverVisit, shingle, signIn } from './helpers'

async function expectNoBarriers(page: Page) {
  await page.mouse.move(2, 2)
  await page.waitForTimeout(400)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
}

const verdict = (page: Page) => page.getByRole('status', { name: 'Verdict' })
const facts = async (page: Page, visit: string) => (await serverVisit(page, visit)).facts

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
  await page.goto(`${address()}/book/condition/metal-dissimilar`)
  await page.getByLabel('One metal').selectOption('Copper')
  await page.getByLabel('The other').selectOption('Plain steel')
  await expect(page.getByText(/Plain steel can corrode where they touch when wet/)).toBeVisible()
  await expect(verdict(page)).toContainText('Over by 250')

  await page.goto(`${address()}/book/combination/laid-under`)
  await expect(page.getByText('roofing cement around a flange', { exact: true })).toBeVisible()
  await page.goto(`${address()}/book/condition/boot-collar-torn`)
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
  await page.goto(`${address()}/book/decision/kickout`)
  await chooseKey(
    page,
    'Where the fact is not known',
    'Without water signs it is a note with a recommendation, not a defect',
  )
  await expect
    .poll(async () => (await facts(page, ids.visit)).firm?.views)
    .toEqual([{ decision: 'kickout', view: 'note' }])

  await page.goto(`${address()}/visits/${ids.visit}/findings/new?station=walls&slope=${ids.slopes[0]}`)
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
  await page.goto(`${address()}/visits/${ids.visit}/findings/new?station=field&slope=${ids.slopes[0]}`)
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
  await page.goto(`${address()}/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: 'Low House' })).toBeVisible()
  await expect(page.getByText('Install double underlayment or a membrane')).toHaveCount(0)
  // The rule itself is tried in the book, with the same question.
  await page.goto(`${address()}/book/limit/single-underlay-asphalt`)
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
  browser,
}) => {
  const { page, context } = await onPhone(browser)
  await signIn(page)
  const ids = await makeVisit(page, 'Local House', [shingle('A', 'south')])
  await page.goto(`${address()}/properties/${ids.property}`)
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

  await page.goto(`${address()}/visits/${ids.visit}/findings/new?station=penetrations&slope=${ids.slopes[0]}`)
  await page.getByRole('button', { name: 'Short vent pipe' }).tap()
  await page.getByRole('button', { name: '8', exact: true }).tap()
  await expect(verdict(page)).toContainText('Short by 4 in')
  await expect(verdict(page)).toContainText('Saltmere, 2024: section 3')
  await expect(verdict(page)).toContainText('Replaced here by Saltmere, 2024.')
  await context.close()
})

test('two findings mean something together, and an opinion keeps its history and its branch', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Together House', [shingle('A', 'south')])
  for (const name of ['Boot flange under the lower shingles', 'Roofing cement around a flange']) {
    await page.goto(`${address()}/visits/${ids.visit}/findings/new?station=penetrations&slope=${ids.slopes[0]}`)
    await page.getByLabel('Search what you see by two letters').fill('flange')
    await page.getByRole('button', { name }).click()
    if (name.startsWith('Roofing'))
      await expect(page.getByRole('region', { name: 'Together' })).toContainText('only the cement keeps water out')
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  }
  await page.goto(`${address()}/visits/${ids.visit}/work`)
  await expect(page.getByText(/(Ranked above|As urgent as) “/).first()).toBeVisible()
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

test('what the book does not know is recorded in one’s own words, stands in the order of work, and is offered again', async ({
  browser,
}) => {
  const { page, context } = await onPhone(browser)
  await signIn(page)
  const ids = await makeVisit(page, 'Vane House', [shingle('A', 'south')])
  const form = `${address()}/visits/${ids.visit}/findings/new?station=ridges&slope=${ids.slopes[0]}`
  await page.goto(form)
  const search = page.getByLabel('Search what you see by two letters')
  // A word of the trade, mistyped.
  await search.fill('whirlibird')
  await expect(page.getByRole('button', { name: 'Stuck or damaged turbine vent' })).toBeVisible()
  await search.fill('weathercock')
  await expect(page.getByText('No match for “weathercock”. Try another word, or use your own words.')).toBeVisible()
  await page.getByRole('button', { name: 'Not listed: use your own words' }).click()
  const own = page.getByRole('region', { name: 'In your own words' })
  await expect(own.getByLabel('Title')).toHaveValue('Weathercock')
  await expect(page.getByRole('button', { name: 'Save without a photo' })).toBeDisabled()
  await own.getByLabel('Title').fill('Loose weathercock')
  await own.getByLabel('What you saw').fill('The weathercock was loose at its base')
  await own.getByRole('radio', { name: 'Someone can be injured' }).click()
  await own.getByLabel('What you recommend').fill('Refasten the weathercock')
  await page.getByText('People pass or stand below').click()
  await expect(page.getByText('Immediate (safety)').first()).toBeVisible()
  await own.getByRole('button', { name: 'Save for the firm' }).click()
  await expect(own.getByText('Saved with the firm’s own conditions.')).toBeVisible()
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page.getByText('Found here')).toBeVisible()
  await page.goto(`${address()}/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: 'Refasten the weathercock' })).toBeVisible()
  await page.goto(form)
  await search.fill('weathercock')
  await page.getByRole('button', { name: 'Loose weathercock firm' }).click()
  await expect(own.getByLabel('What you saw')).toHaveValue('The weathercock was loose at its base')
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  // What is written again and again is offered to the firm.
  for (const place of ['ridge', 'gable']) {
    await page.goto(form)
    await search.fill('finial')
    await page.getByRole('button', { name: 'Not listed: use your own words' }).click()
    await own.getByLabel('Title').fill('Bent finial')
    await own.getByLabel('What you saw').fill(`The finial at the ${place} was bent`)
    await own.getByLabel('What you recommend').fill('Straighten the finial')
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByText('Found here')).toBeVisible()
  }
  await allSent(page)
  await page.goto(`${address()}/book`)
  const recurring = page.getByRole('region', { name: 'Recorded more than once' })
  await recurring.getByRole('button', { name: 'Save Bent finial for the firm' }).click()
  await expect(recurring).toBeHidden()
  await page.getByRole('button', { name: 'Edit Bent finial' }).click()
  const edited = page.getByRole('region', { name: 'Edit Bent finial' })
  await edited.getByLabel('Search words, separated by commas').fill('spike')
  await edited.getByRole('button', { name: 'Save', exact: true }).click()
  await page.goto(form)
  await search.fill('spike')
  await expect(page.getByRole('button', { name: 'Bent finial firm' })).toBeVisible()
  // The firm's conditions come and go as a file; a faulty one changes nothing and says why.
  await page.goto(`${address()}/book`)
  const firm = page.getByRole('region', { name: 'Firm defaults' })
  const file = (text: string) => ({ name: 'conditions.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  const header = 'title,seen,consequence,recommendation,trade\n'
  await firm
    .getByLabel('Import CSV or JSON')
    .setInputFiles(file(`${header}Bell frame,The frame was open,rain,Close it,`))
  await expect(firm.getByText(/Row 1: consequence is one of/)).toBeVisible()
  await expect(firm.getByText('Nothing was imported. Correct the file and try again.')).toBeVisible()
  await firm
    .getByLabel('Import CSV or JSON')
    .setInputFiles(file(`${header}Bell frame,The frame was open,waterIn,Close it,`))
  await expect(firm.getByText('1 entry was imported.')).toBeVisible()
  await expect(firm.getByText('Bell frame')).toBeVisible()
  const saved = page.waitForEvent('download')
  await firm.getByRole('button', { name: 'Export CSV' }).click()
  expect((await saved).suggestedFilename()).toBe('conditions.csv')
  await firm.getByRole('button', { name: 'Delete Bell frame' }).click()
  await expect(firm.getByText('Bell frame')).toBeHidden()
  await context.close()
})

test('the book is filtered by element and drawn, says what changed, is printed, and takes the firm’s remedy, value and words', async ({
  page,
}) => {
  await signIn(page)
  await page.goto(`${address()}/book`)
  const changed = page.getByRole('region', { name: 'What changed' })
  await expect(changed.getByRole('link', { name: 'Yellowed or brittle polycarbonate' })).toBeVisible()
  await page.getByLabel('Element').selectOption('Step flashing')
  const entries = page.getByRole('list', { name: 'Entries' })
  await expect(entries.getByRole('listitem')).toHaveCount(10)
  await entries.getByRole('link', { name: 'Continuous flashing instead of step flashing' }).click()
  await expect(page.getByRole('img', { name: /Continuous flashing.*drawn/ })).toBeVisible()
  await expect(page.getByText('one long piece has no steps', { exact: false })).toBeVisible()
  await page.getByLabel('Element').selectOption('Any element')
  // The filter stands before the entry's own choice of a covering.
  await page.getByLabel('Covering').first().selectOption('Glazing')
  const printed = page.waitForEvent('download')
  await page.getByRole('link', { name: 'Print glazing (PDF)' }).click()
  expect((await printed).suggestedFilename()).toBe('rule-book-glazing.pdf')

  // The firm's remedy and words for a condition, and its value where no code sets one.
  await page.goto(`${address()}/book/condition/boot-collar-torn`)
  await page.getByRole('button', { name: 'Write the firm’s own remedy' }).click()
  const remedy = page.getByRole('region', { name: 'The firm’s remedy' })
  await remedy.getByLabel('Title').fill('Replace the boot with lead')
  await remedy.getByLabel('Steps, one a line').fill('Lift two courses\nSet a lead boot')
  await remedy.getByRole('button', { name: 'Save for the firm' }).click()
  const firm = page.getByRole('region', { name: 'Firm defaults' })
  await expect(firm.getByText('Replace the boot with lead')).toBeVisible()
  await page.getByLabel('Separated by commas').fill('zibbet, flange hat')
  await page.keyboard.press('Enter')
  await expect(firm.getByText('zibbet, flange hat', { exact: false })).toBeVisible()
  await page.goto(`${address()}/book/limit/base-flashing-height`)
  const value = page.getByRole('region', { name: 'The firm’s value' })
  await value.getByLabel('At least').fill('6')
  await value.getByLabel('Why, or from where').fill('our roofs')
  await value.getByRole('button', { name: 'Save for the firm' }).click()
  await expect(firm.getByText(/the firm’s value at least 6 \(our roofs\)/)).toBeVisible()
  await expect(firm.getByText(/Firm version \d+, last changed by /)).toBeVisible()
  await expectNoBarriers(page)
  await page.goto(`${address()}/book/limit/drip-edge-lap`)
  await expect(
    page.getByText('A code or a manufacturer’s instruction sets this value.', { exact: false }),
  ).toBeVisible()

  // On a finding: found by the firm's word, and judged and repaired in the firm's way.
  const { visit, slopes } = await makeVisit(page, 'Firm Book House', [
    { letter: 'A', facing: 'south', kind: 'tpo', pitch: '1/4:12', rise: 0.25 },
  ])
  await page.goto(`${address()}/visits/${visit}/findings/new?station=penetrations&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('zibbet')
  await page.getByRole('button', { name: 'Torn pipe boot' }).click()
  await expect(page.getByText('Replace the boot with lead', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  await page.goto(`${address()}/visits/${visit}/findings/new?station=walls&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('low base flashing')
  await page.getByRole('button', { name: 'Low base flashing' }).click()
  await page.getByLabel('or typed').fill('6')
  await expect(verdict(page)).toContainText('Conforms')
  await expect(verdict(page)).toContainText('The firm’s value: our roofs')
})

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
  await expect(page.getByText('Cause of: decayed siding above the roof.')).toBeVisible()
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
  await page.getByRole('button', { name: 'Save finding' }).click()
  await expect(page.getByText('Found here')).toBeVisible()
  await page.goto(`${address()}/visits/${visit}/work`)
  await expect(
    page
      .getByText('Cause of: decayed siding above the roof.')
      .or(page.getByText('One problem with: exposed nail.'))
      .first(),
  ).toBeVisible()
})

import AxeBuilder from '@axe-core/playwright'
import { address, allSent, chooseKey, firmAsShipped, makeVisit, open, serverVisit, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

async function expectNoBarriers(page: Page) {
  await page.mouse.move(2, 2)
  await page.waitForTimeout(400)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
}

const verdict = (page: Page) => page.getByRole('status', { name: 'Verdict' })

test.afterEach(({ browser }) => firmAsShipped(browser))

test('what the book does not know is recorded in one’s own words, stands in the order of work, and is offered again', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Vane House', [shingle('A', 'south')])
  const form = `/visits/${ids.visit}/findings/new?station=ridges&slope=${ids.slopes[0]}`
  await open(page, form)
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
  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: 'Refasten the weathercock' })).toBeVisible()
  await open(page, form)
  await search.fill('weathercock')
  await page.getByRole('button', { name: 'Loose weathercock firm' }).click()
  await expect(own.getByLabel('What you saw')).toHaveValue('The weathercock was loose at its base')
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  // What is written again and again is offered to the firm.
  for (const place of ['ridge', 'gable']) {
    await open(page, form)
    await search.fill('finial')
    await page.getByRole('button', { name: 'Not listed: use your own words' }).click()
    await own.getByLabel('Title').fill('Bent finial')
    await own.getByLabel('What you saw').fill(`The finial at the ${place} was bent`)
    await own.getByLabel('What you recommend').fill('Straighten the finial')
    await page.getByRole('button', { name: 'Save without a photo' }).click()
    await expect(page.getByText('Found here')).toBeVisible()
  }
  await allSent(page)
  await open(page, '/book')
  const recurring = page.getByRole('region', { name: 'Recorded more than once' })
  await recurring.getByRole('button', { name: 'Save Bent finial for the firm' }).click()
  await expect(recurring).toBeHidden()
  await page.getByRole('button', { name: 'Edit Bent finial' }).click()
  const edited = page.getByRole('region', { name: 'Edit Bent finial' })
  await edited.getByLabel('Search words, separated by commas').fill('spike')
  await edited.getByRole('button', { name: 'Save', exact: true }).click()
  // The address bar leaves the page at once: what is only just being written to the device would go with it.
  const firmWords = () =>
    page.evaluate(async () => {
      const { rules } = await fetch('/api/book/firm').then((answer) => answer.json())
      return rules.conditions.flatMap(({ words }: { words: string[] | null }) => words ?? [])
    })
  await expect.poll(firmWords).toContain('spike')
  await open(page, form)
  await search.fill('spike')
  await expect(page.getByRole('button', { name: 'Bent finial firm' })).toBeVisible()
  // The firm's conditions come and go as a file; a faulty one changes nothing and says why.
  await open(page, '/book')
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
})

test('the book is filtered by element and drawn, says what changed, is printed, and takes the firm’s remedy, value and words', async ({
  page,
}) => {
  await signIn(page)
  await open(page, '/book')
  const changed = page.getByRole('region', { name: 'What changed' })
  await expect(changed).toContainText(/\d+ added, \d+ changed/)
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
  await open(page, '/book/condition/boot-collar-torn')
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
  await open(page, '/book/limit/base-flashing-height')
  const value = page.getByRole('region', { name: 'The firm’s value' })
  await value.getByLabel('At least, inches').fill('six')
  await expect(value.getByText(/six/)).toBeVisible()
  await expect(value.getByRole('button', { name: 'Save for the firm' })).toBeDisabled()
  await value.getByLabel('At least, inches').fill('6')
  await value.getByLabel('Why, or from where').fill('our roofs')
  await value.getByRole('button', { name: 'Save for the firm' }).click()
  await expect(firm.getByText(/at least 6 in \(our roofs\); the rule book has at least 8 in/)).toBeVisible()
  await expect(firm.getByText(/Firm version \d+, last changed by /)).toBeVisible()
  await expectNoBarriers(page)
  await open(page, '/book/limit/drip-edge-lap')
  await expect(
    page.getByText('A code or a manufacturer’s instruction sets this value.', { exact: false }),
  ).toBeVisible()

  // On a finding: found by the firm's word, and judged and repaired in the firm's way.
  const { visit, slopes } = await makeVisit(page, 'Firm Book House', [
    { letter: 'A', facing: 'south', kind: 'tpo', pitch: '1/4:12', rise: 0.25 },
  ])
  await open(page, `/visits/${visit}/findings/new?station=penetrations&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('zibbet')
  await page.getByRole('button', { name: 'Torn pipe boot' }).click()
  await expect(page.getByText('Replace the boot with lead', { exact: false })).toBeVisible()
  await page.getByRole('button', { name: 'Back', exact: true }).click()
  await open(page, `/visits/${visit}/findings/new?station=walls&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('low base flashing')
  await page.getByRole('button', { name: 'Low base flashing' }).click()
  await page.getByLabel('or typed').fill('6')
  await expect(verdict(page)).toContainText('Conforms')
  await expect(verdict(page)).toContainText('The firm’s value: our roofs')
})

test('the firm’s settings are shown and changed only once they are loaded: a change on a slow line replaces nothing', async ({
  ownPage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Slow Line House', [shingle('A', 'south')])
  await open(page, '/book/condition/boot-collar-torn')
  const firm = async () => (await serverVisit(page, ids.visit)).facts.firm
  const wording = page.getByLabel('Used whenever it is found')
  await wording.fill('The collar lets water in around the pipe.')
  await wording.blur()
  await expect
    .poll(async () => JSON.stringify((await firm())?.phrases ?? []))
    .toContain('lets water in around the pipe')
  await allSent(page)

  let release = () => {}
  const released = new Promise<void>((go) => {
    release = go
  })
  await page.route('**/api/book/firm', async (route) => {
    await released
    await route.continue()
  })
  // Opened by its address, so that nothing of the firm is there yet.
  await page.goto(`${address()}/book/decision/kickout`)
  await expect(page.getByText('Loading the firm’s settings…').first()).toBeVisible()
  await expect(page.getByRole('group', { name: 'Where the fact is not known' })).toHaveCount(0)
  release()
  await chooseKey(
    page,
    'Where the fact is not known',
    'Without water signs it is a note with a recommendation, not a defect',
  )
  await expect.poll(async () => (await firm())?.views).toContainEqual({ decision: 'kickout', view: 'note' })
  expect(JSON.stringify((await firm()).phrases)).toContain('lets water in around the pipe')
})

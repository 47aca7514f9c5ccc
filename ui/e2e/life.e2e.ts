import AxeBuilder from '@axe-core/playwright'
import { fleschKincaid } from 'flesch-kincaid'
import { syllable } from 'syllable'
import { address, chooseKey, findProperty, makeVisit, open, serverVisit, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

const tile = (letter: string, facing: string) => ({ letter, facing, kind: 'clayTile', pitch: '5/12', rise: 5 })

async function signOff(page: Page, letter: string, guess: string) {
  await chooseKey(page, `How many years do you estimate for slope ${letter}?`, guess)
  await page.getByRole('button', { name: `Confirm slope ${letter}` }).click()
  await expect(page.getByRole('region', { name: `Life of slope ${letter}` }).getByRole('heading')).toBeVisible()
}

const life = (page: Page, letter: string) => page.getByRole('region', { name: `Life of slope ${letter}` })

/** The years of school that a text asks of its reader (Flesch–Kincaid), a heading counting as a sentence; an owner reads up to about nine. */
function grade(text: string): number {
  const sentences = text.split(/[.!?]\s|\n+/).filter((line) => /[a-z]/i.test(line))
  const words = text.match(/[A-Za-z’]+/g) ?? []
  expect(sentences.length).toBeGreaterThan(10)
  return fleschKincaid({
    sentence: sentences.length,
    word: words.length,
    syllable: words.reduce((sum, word) => sum + syllable(word), 0),
  })
}

async function expectNoBarriers(page: Page) {
  await page.mouse.move(2, 2)
  await page.waitForTimeout(400)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
}

test('years stay covered on every screen until the inspector has said theirs, and both are kept', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Covered House', [shingle('A', 'south'), shingle('B', 'north')])
  await open(page, `/visits/${ids.visit}/walk?station=field`)
  await chooseKey(page, 'Stage of most of slope A', '3')
  for (const screen of ['life', 'life/owner', 'life/lasts', 'life/look', 'work']) {
    await open(page, `/visits/${ids.visit}/${screen}`)
    await expect(page.getByRole('navigation', { name: 'Visit' })).toBeVisible()
    await expect(page.getByText(/likely \d|years left|Plan the re-roof|About \d/)).toHaveCount(0)
  }
  const report = await page.evaluate(
    (id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()),
    ids.visit,
  )
  expect(report).toContain('Not confirmed yet')
  expect(report).not.toMatch(/years left/)
  await page.goto(address())
  await expect(page.getByText('Estimate hidden until slope A is confirmed').first()).toBeVisible()

  // At wrap-up the slopes wait to be signed off; one tap says the guess, one signs.
  await open(page, `/visits/${ids.visit}/walk?station=wrap`)
  await expect(page.getByRole('button', { name: 'Confirm slope A' })).toBeDisabled()
  await chooseKey(page, 'How many years do you estimate for slope A?', '3–5')
  await page.getByRole('button', { name: 'Confirm slope A' }).tap()
  await expect(page.getByRole('button', { name: 'Confirm slope A' })).toHaveCount(0)
  await open(page, `/visits/${ids.visit}/life`)
  await expect(life(page, 'A').getByRole('heading', { name: /years, most likely/ })).toBeVisible()
  await expect(life(page, 'A').getByText('Marit Quillon estimated 3–5 years before seeing this.')).toBeVisible()
  await expect(life(page, 'B').getByRole('heading')).toHaveCount(0)
  await expect
    .poll(async () => (await serverVisit(page, ids.visit)).facts.records.signOffs)
    .toMatchObject([{ guessLow: 3, guessHigh: 5, by: 'Marit Quillon' }])
})

test('a stack is put together, the layer that ends first governs, and what is renewed alone becomes work', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Stack House', [tile('A', 'south')])
  await open(page, `/visits/${ids.visit}/life`)
  await signOff(page, 'A', 'No estimate')
  await expect(life(page, 'A').getByText(/Controlling component: paper underlayment/)).toBeVisible()
  await expect(life(page, 'A').getByRole('button', { name: /paper underlayment.*taken as/ })).toBeVisible()

  // It was relaid: the assumed layer becomes a recorded one, with its own years as said.
  await life(page, 'A')
    .getByRole('button', { name: /^paper underlayment/ })
    .click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('What it is').selectOption('heavy-underlayment')
  await sheet.getByLabel('Installed', { exact: true }).fill('long ago')
  await expect(sheet.getByText(/Type a year/)).toBeVisible()
  await expect(sheet.getByRole('button', { name: 'Save' })).toBeDisabled()
  await sheet.getByLabel('Installed', { exact: true }).fill('2 to 4, I’d say')
  await expect(sheet.getByText('= installed between 2022 and 2024')).toBeVisible()
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(life(page, 'A').getByText(/Controlling component: two layers of heavy underlayment/)).toBeVisible()

  await life(page, 'A')
    .getByRole('button', { name: /Layer or fitting/ })
    .click()
  await sheet.getByLabel('What it is').selectOption('sealant')
  await sheet.getByLabel('Installed', { exact: true }).fill('2019')
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(life(page, 'A').getByRole('button', { name: /^sealant/ })).toContainText('due about')
  await expectNoBarriers(page)
  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByRole('heading', { name: /Replace the sealant/ })).toBeVisible()
  await expect.poll(async () => (await serverVisit(page, ids.visit)).facts.components.length).toBe(2)

  // What is gone is gone from today on.
  await open(page, `/visits/${ids.visit}/life`)
  await life(page, 'A')
    .getByRole('button', { name: /^sealant/ })
    .click()
  await sheet.getByRole('button', { name: 'Remove' }).click()
  await expect(life(page, 'A').getByRole('button', { name: /^sealant/ })).toHaveCount(0)
})

test('two tiles lifted on the walk rate the layer that keeps the water out, not the tile', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Lifted House', [tile('A', 'south')], { walk: 'tile' })
  await open(page, `/visits/${ids.visit}/walk?station=field`)
  await chooseKey(page, 'Stage of most of slope A: clay tile', '0')
  await expect(page.getByText('Sound, fast, in line.')).toBeVisible()
  await open(page, `/visits/${ids.visit}/walk?station=lift`)
  await chooseKey(page, 'Stage of most of slope A: paper underlayment', '4')
  await expect(page.getByText('Curled, torn or gone: bare wood shows.')).toBeVisible()
  await open(page, `/visits/${ids.visit}/life`)
  await signOff(page, 'A', 'At end of life')
  await expect(life(page, 'A').getByRole('heading', { name: 'At end of life' })).toBeVisible()
  await expect(life(page, 'A').getByRole('button', { name: /^clay tile/ })).toContainText('stage 0')
})

test('schools stand side by side, another is stated by a tap, and one’s own figures want a reason', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Schools House', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/walk?station=field`)
  await chooseKey(page, 'Stage of most of slope A', '1')
  await open(page, `/visits/${ids.visit}/life`)
  await signOff(page, 'A', '6–8')
  const ways = life(page, 'A').getByRole('group', { name: /Three methods/ })
  await expect(ways.getByRole('radio', { name: /Combined/ })).toBeChecked()
  await ways.getByRole('radio', { name: /Age only/ }).click()
  await expect(life(page, 'A').getByText(/Stated: age only, chosen by the inspector/)).toBeVisible()

  await life(page, 'A')
    .getByRole('button', { name: /Override/ })
    .click()
  await life(page, 'A').getByLabel('Low, years').fill('9')
  await life(page, 'A').getByLabel('Most likely, years').fill('3')
  await expect(life(page, 'A').getByText(/Enter years that rise from low/)).toBeVisible()
  await life(page, 'A').getByLabel('Low, years').fill('2')
  await life(page, 'A').getByLabel('High, years').fill('5')
  await expect(life(page, 'A').getByRole('button', { name: 'Save override' })).toBeDisabled()
  await life(page, 'A').getByLabel('Why').fill('brittle along the ridge')
  await life(page, 'A').getByRole('button', { name: 'Save override' }).click()
  await expect(life(page, 'A').getByRole('heading', { name: '2–5 years, most likely 3' })).toBeVisible()
  await expect
    .poll(() => page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()), ids.visit))
    .toContain('brittle along the ridge')
  const report = await page.evaluate(
    (id) => fetch(`/api/visits/${id}/report`).then((answer) => answer.text()),
    ids.visit,
  )
  expect(report).toMatch(/2(–|&#x2013;)5 years, most likely 3/)
  expect(report).toMatch(/Computed: \d+(–|&#x2013;)\d+(–|&#x2013;)\d+ y/)
})

test('each factor comes from a fact, tells what it costs, and is switched off for looking only', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Factor House', [shingle('A', 'south'), shingle('B', 'north')])
  await open(page, `/visits/${ids.visit}/life`)
  await signOff(page, 'A', '6–8')
  await life(page, 'A')
    .getByRole('button', { name: /^Factors/ })
    .click()
  await expect(life(page, 'A').getByText(/Rate the laminated shingles by its stage: narrows/)).toBeVisible()
  await chooseKey(page, 'Trees', 'Branches over the roof')
  await expect(life(page, 'A').getByText(/Branches over the roof.*costs \d/)).toBeVisible()
  const stated = await life(page, 'A').getByRole('heading').first().textContent()
  await life(page, 'A').getByRole('checkbox', { name: 'Outdoor: trees' }).click()
  await expect(life(page, 'A').getByText(/For looking only: without it/)).toBeVisible()
  await expect(life(page, 'A').getByRole('heading').first()).toHaveText(stated as string)
  await expectNoBarriers(page)

  // The latitude of the property brings the sun.
  await open(page, `/properties/${ids.property}`)
  await page.getByLabel(/Latitude/).fill('north')
  await page.getByLabel(/Latitude/).press('Enter')
  await expect(page.getByText(/Type degrees between/)).toBeVisible()
  await page.getByLabel(/Latitude/).fill('44.6 N')
  await page.getByLabel(/Latitude/).press('Enter')
  await expect.poll(async () => (await serverVisit(page, ids.visit)).facts.latitude).toBe(44.6)
  await open(page, `/visits/${ids.visit}/life`)
  await life(page, 'A')
    .getByRole('button', { name: /^Factors/ })
    .click()
  await expect(
    life(page, 'A')
      .getByText(/more sun in a year than the roof/)
      .first(),
  ).toBeVisible()
})

test('“will it last” answers plainly, weighs an array against a re-roof, and stands in the report', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Array House', [shingle('A', 'south'), shingle('B', 'north')])
  await open(page, `/visits/${ids.visit}/life/lasts`)
  await expect(page.getByText(/Confirm slope A, B first/)).toBeVisible()
  await open(page, `/visits/${ids.visit}/life`)
  await signOff(page, 'A', '6–8')
  await signOff(page, 'B', '6–8')
  await page.getByRole('link', { name: 'Will it last?' }).click()
  await chooseKey(page, 'Planned', 'Solar')
  const answer = page.getByRole('region', { name: 'Will it last' }).getByRole('status')
  await expect(answer).toContainText(/^No: /)
  await expect(answer).toContainText(/the array comes off within its 25 years/)
  await page
    .getByRole('group', { name: /On slopes/ })
    .getByRole('checkbox', { name: 'B' })
    .click()
  await expect(answer).not.toContainText('Slope A:')
  await page.getByLabel('Re-roof of these slopes, $').fill('14,000')
  await page.getByLabel('Remove and reinstall array once, $').fill('4000')
  await expect(answer).toContainText(/is cheaper: \$[\d,]+ against \$[\d,]+ in today’s money/)
  await page.getByRole('slider').fill('1')
  await expect(answer).toContainText(/^Yes: /)
  await page.getByRole('slider').fill('25')
  await page.getByRole('button', { name: 'Include in report' }).click()
  await expect(page.getByRole('button', { name: 'Included in report' })).toBeDisabled()
  await expectNoBarriers(page)
  await expect
    .poll(() => page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((r) => r.text()), ids.visit))
    .toContain('Will it last 25 years for solar?')
})

test('readings down a wall are drawn with their trend; one that does not read is named and nothing is lost', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Series House', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/life/series`)
  await page.getByRole('button', { name: 'Measure a series' }).click()
  const readings = page.getByLabel('Readings in order')
  await readings.fill('3/4, thick, 7/8')
  await expect(page.getByText(/Not read: thick/)).toBeVisible()
  await expect(readings).toHaveValue('3/4, thick, 7/8')
  await readings.fill('3/4, 13/16, 7/8, 1 5/16')
  await page.getByRole('button', { name: 'Save 4 readings' }).click()
  await expect(
    page.getByRole('img', {
      name: /thickness of the board: 4 readings, 3\/4 in to 1 5\/16 in; worst at 4. It rises/,
    }),
  ).toBeVisible()
  await expectNoBarriers(page)
})

test('the owner’s page says each slope in a minute, and a later visit tells who was nearer', async ({ page }) => {
  await signIn(page)
  const house = await findProperty(page, 'Pilot’s House')
  await house.getByRole('link', { name: 'Open the visit' }).click()
  await page.getByRole('link', { name: 'Life', exact: true }).click()
  await expect(page.getByText(/was nearer|equally near/).first()).toBeVisible()
  await page.getByRole('link', { name: 'Owner summary' }).click()
  const porch = page.getByRole('region', { name: 'Slope E, owner summary' })
  await expect(porch.getByRole('heading', { name: /Not suitable as built: replace or rebuild/ })).toBeVisible()
  const harbour = page.getByRole('region', { name: 'Slope A, owner summary' })
  await expect(harbour.getByText(/What shortens it/)).toBeVisible()
  await expect(harbour.getByText(/If nothing is done/)).toBeVisible()
  await expect(harbour.getByRole('img', { name: /years behind/ })).toBeVisible()
  expect(
    grade((await page.getByRole('region', { name: /owner summary$/ }).allInnerTexts()).join('\n')),
  ).toBeLessThanOrEqual(9)
  await expectNoBarriers(page)
  // The report's part for the owner says the same, and is read as easily.
  const visit = /visits\/([0-9a-f-]{36})/.exec(page.url())?.[1]
  await page.goto(`${address()}/api/visits/${visit}/report`)
  expect(grade((await page.locator('.for-owner').allInnerTexts()).join('\n'))).toBeLessThanOrEqual(9)
})

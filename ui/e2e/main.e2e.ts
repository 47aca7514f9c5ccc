import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { resolve } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { address, findProperty, open, signIn } from './helpers'
import { expect, type Page, test } from './lent'

const photo = (name: string) => resolve(import.meta.dirname, '../../demo/photos', name)

async function chooseKey(page: Page, group: string, key: string) {
  await page.getByRole('group', { name: group }).getByRole('radio', { name: key, exact: true }).click()
}

async function addSlope(page: Page, slope: { pitch: string; eave: string; run: string; laid: string; falls: string }) {
  await page.getByRole('button', { name: 'Add a slope' }).click()
  await page.getByLabel('Pitch', { exact: true }).fill(slope.pitch)
  await page.getByLabel('Eave length').fill(slope.eave)
  await page.getByLabel('Run on plan').fill(slope.run)
  await page.getByLabel('Installed in, or from').fill(slope.laid)
  await page.getByLabel('Source of the year').selectOption('permit')
  await chooseKey(page, 'Faces', slope.falls)
  await page.getByRole('button', { name: /^Add slope/ }).click()
  await expect(page.getByRole('form', { name: 'Add a slope' })).toBeHidden()
}

test('from a roof to a PDF: the main job whole', async ({ page }, info) => {
  await signIn(page)
  await page.getByRole('link', { name: 'New property' }).click()
  await page.getByLabel(/^Property name/).fill('Chart Room Cottage')
  await page.getByLabel('Address').fill('2 Signal Row, Saltmere')
  await page.getByRole('button', { name: 'Add the property' }).click()

  // A pitch that does not read says what to type, and loses nothing.
  await page.getByRole('button', { name: 'Add a slope' }).click()
  await page.getByLabel('Pitch', { exact: true }).fill('steepish')
  await expect(page.getByText(/not a measure Kalpa knows/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Add slope A' })).toBeDisabled()
  await page.getByRole('button', { name: 'Cancel' }).click()

  await addSlope(page, { pitch: '14" over 28"', eave: `40'`, run: `15'`, laid: '2009', falls: 'South' })
  await expect(page.getByText(/26.6°.*671 ft².*6.7 squares/)).toBeVisible()
  await addSlope(page, { pitch: '0.7:12', eave: `12' 6"`, run: '8 ft', laid: '2019', falls: 'North' })
  await expect(page.getByText(/wear life does not apply/)).toBeVisible()

  await page.getByRole('button', { name: 'Start a visit today' }).click()
  await expect(page.getByRole('status').first()).toContainText('14 of 14 places left')

  // Stations: everything looked at, one place excused.
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^Slope field/ })
    .click()
  const panel = page.getByRole('main')
  await panel.getByRole('button', { name: 'Not inspected, Slope B' }).click()
  await chooseKey(page, 'Why Slope B was not inspected', 'Fragile')
  await panel.getByRole('button', { name: /^Inspected, Slope A$/ }).click()
  await chooseKey(page, 'Stage of most of slope A', '2')
  await expect(page.getByText(/Loss in spots, edges dark/).first()).toBeVisible()

  // A measured finding with a photo from disk: the verdict stands beside the limit at once.
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^Edges/ })
    .click()
  await panel.getByRole('link', { name: 'New finding, Slope A' }).click()
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await page.getByRole('button', { name: '1/2', exact: true }).click()
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Short by 1 1/2 in')
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('R905.2.8.5')
  const broken = info.outputPath('broken.jpg')
  writeFileSync(broken, 'this is no picture')
  await page.getByLabel('Photos', { exact: true }).setInputFiles([photo('drip-edge.jpg'), broken])
  await expect(page.getByText(/not a JPEG, PNG or WebP/)).toBeVisible()
  await page.getByRole('button', { name: 'Remove broken.jpg' }).click()
  await expect(page.getByLabel('Caption of drip-edge.jpg')).toBeVisible()
  await page.getByLabel('Caption of drip-edge.jpg').fill('Lap by the rake')
  await page.getByRole('button', { name: 'Save finding' }).click()
  await expect(page.getByText('Found here')).toBeVisible()

  // A second finding, found by two letters.
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^Penetrations/ })
    .click()
  await panel.getByRole('link', { name: 'New finding, Slope A' }).click()
  await page.getByLabel(/two letters/).fill('bo')
  await page.getByRole('button', { name: 'Torn pipe boot' }).click()
  await chooseKey(page, 'Water signs', 'Staining')
  await page.getByLabel('Location (optional)').fill('soil pipe')
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page.getByText('Found here')).toBeVisible()

  // Life and work follow from the facts.
  await page.getByRole('link', { name: 'Life', exact: true }).click()
  await expect(page.getByRole('heading', { name: /years left/ })).toHaveCount(0)
  await chooseKey(page, 'How many years do you estimate for slope A?', '6–8')
  await page.getByRole('button', { name: 'Confirm slope A' }).click()
  const headline = await page
    .getByRole('heading', { name: /years, most likely/ })
    .first()
    .textContent()
  await expect(page.getByText('Marit Quillon estimated 6–8 years before seeing this.')).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Not suitable as built' })).toBeVisible()
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^1\. Replace the pipe boot/ })).toBeVisible()
  await expect(page.getByText('Before next rain', { exact: true })).toBeVisible()

  // The report on paper holds the findings and the range.
  await page.getByRole('link', { name: 'Report', exact: true }).click()
  await expect(page.frameLocator('iframe').getByText('Roof condition report')).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Draft PDF' }).click()
  const file = info.outputPath('report.pdf')
  await (await download).saveAs(file)
  const text = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ')
  for (const words of [
    'Short drip-edge lap',
    'short by 1 1/2 in',
    'Torn pipe boot',
    'soil pipe',
    'Lap by the rake',
    headline,
    'Not suitable as built',
    'too fragile to walk on',
  ]) {
    expect(text).toContain(words)
  }
})

test('what is changed or deleted in a finding shows at once', async ({ page }) => {
  await signIn(page)
  await (await findProperty(page, 'Pilot’s House')).getByRole('link', { name: 'Open the visit' }).click()
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await page.getByRole('link', { name: 'Extend the drip-edge lap' }).click()
  await page.getByLabel('or typed').fill('2 1/4')
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Conforms')
  await page.getByRole('button', { name: 'Save finding' }).click()
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Replace the pipe boot' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Extend the drip-edge lap' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Replace the storm collar and cap' }).click()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText(/Rusted or loose storm collar” was deleted/)).toBeVisible()
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Replace the pipe boot' })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Replace the storm collar and cap' })).toHaveCount(0)
  // Deleting can be taken back, photos and all.
  await page.goBack()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('button', { name: 'Undo' })).toHaveCount(0)
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Replace the storm collar and cap' })).toBeVisible()
  await expect(page.getByText(/changed in two places/)).toHaveCount(0)
})

test('a re-roof leaves what an old visit saw', async ({ page }) => {
  await signIn(page)
  await page.getByRole('link', { name: 'Old Schoolhouse' }).click()
  await page.getByRole('button', { name: 'Change slope B' }).click()
  await chooseKey(page, 'What covers it', 'It was re-roofed')
  await page.getByLabel('Covering', { exact: true }).selectOption('slate')
  await page.getByLabel('Re-roofed on').fill('2026-09-17')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('slate – playground side')).toBeVisible()
  // The visit of the day before still speaks of tile.
  await page.getByRole('link', { name: 'Open' }).first().click()
  await page.getByRole('link', { name: 'Life', exact: true }).click()
  await expect(page.getByText('clay tile, 5:12')).toHaveCount(4)
})

test('a wrong password is refused and what was typed stays', async ({ ownPage: page }) => {
  await page.goto(address())
  await page.getByLabel('E-mail').fill('marit@saltmere.example')
  await page.getByLabel('Password').fill('not this one')
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('wrong')
  await expect(page.getByLabel('E-mail')).toHaveValue('marit@saltmere.example')
})

test('no page asks for anything that its policy refuses, and axe finds no serious fault on any main screen', async ({
  ownPage: page,
}) => {
  // Some fifty looks at whole pages, two or three seconds each.
  test.setTimeout(900_000)
  const refused: string[] = []
  page.on(
    'console',
    (message) => /Content Security Policy|Refused to/.test(message.text()) && refused.push(message.text()),
  )
  await page.goto(address())
  await expect(page.getByRole('button', { name: /Marit/ })).toBeVisible()
  await expectNoSeriousFault(page, 'sign-in')
  await signIn(page)
  await expectNoSeriousFault(page, 'home')
  const schoolhouse = await findProperty(page, 'Old Schoolhouse')
  const visit = (await schoolhouse.getByRole('link', { name: 'Open the visit' }).getAttribute('href')) as string
  await schoolhouse.getByRole('heading').getByRole('link').click()
  await expect(page.getByText(/as of the visit of/).first()).toBeVisible()
  await expectNoSeriousFault(page, 'property')
  const screens = [
    'before',
    'walk?station=field',
    'walk?station=wrap',
    'findings/new?station=edges',
    'tray',
    'check',
    'life',
    'life/lasts',
    'life/look',
    'life/series',
    'life/owner',
    'work',
    'report',
  ]
  for (const theme of ['light', 'sun', 'night']) {
    await page.evaluate((name) => localStorage.setItem('kalpa-theme', name), theme)
    // The themes differ in colour alone.
    const rules = theme === 'light' ? undefined : ['color-contrast']
    for (const screen of screens) {
      await open(page, visit.replace('walk', screen))
      await expect(page.getByRole('navigation', { name: 'Visit' })).toBeVisible()
      await expectNoSeriousFault(page, `${screen} in ${theme}`, rules)
    }
    for (const entry of ['condition/vent-short', 'decision/kickout', 'combination/laid-under']) {
      await open(page, `/book/${entry}`)
      await expect(page.getByRole('article').getByRole('heading')).toBeVisible()
      // Hundreds of like entries are looked at one by one: a search leaves a few of them.
      await page.getByLabel('Search the rule book').fill('kick-out')
      await expectNoSeriousFault(page, `${entry} of the rule book in ${theme}`, rules)
    }
  }
  expect(refused).toEqual([])
})

async function expectNoSeriousFault(page: Page, where: string, rules?: string[]) {
  const look = new AxeBuilder({ page }).exclude('iframe')
  const { violations } = await (rules ? look.include('main').withRules(rules) : look).analyze()
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(
    serious.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' ')}`),
    where,
  ).toEqual([])
}

test('on the phone a finding is kept with a thumb, and no screen runs over its side', async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage()
  await signIn(page)
  await expectNoSideways(page, 'home')
  await (await findProperty(page, 'Old Schoolhouse')).getByRole('link', { name: 'Open the visit' }).tap()
  await page.getByRole('button', { name: /^Penetrations/ }).tap()
  await expectNoSideways(page, 'walk')
  await page.getByRole('link', { name: 'New finding, Slope B' }).tap()
  await page.getByRole('button', { name: 'Short vent pipe' }).tap()
  await page.getByRole('button', { name: '4', exact: true }).tap()
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Short by 2 in')
  await expectNoSideways(page, 'finding')
  await page.getByRole('button', { name: 'Save without a photo' }).tap()
  await expect(page.getByText('Found here')).toBeVisible()
  for (const screen of ['Life', 'Work', 'Report']) {
    await page.getByRole('link', { name: screen, exact: true }).tap()
    await expectNoSideways(page, screen)
  }
})

async function expectNoSideways(page: Page, where: string) {
  const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  expect(over, `${where} runs over its side by ${over} px`).toBeLessThanOrEqual(0)
}

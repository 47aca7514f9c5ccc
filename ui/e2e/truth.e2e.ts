import {
  address,
  allSent,
  findProperty,
  keptOffline,
  makeVisit,
  newId,
  onPhone,
  open,
  sendFacts,
  serverVisit,
  shingle,
  signIn,
} from './helpers'
import { expect, type Page, test } from './lent'

/** Slows the page's processor, as an old phone in the sun is slow. */
async function slowDown(page: Page, rate: number) {
  const session = await page.context().newCDPSession(page)
  await session.send('Emulation.setCPUThrottlingRate', { rate })
}

const newFinding = (visit: string, slope: string | undefined) =>
  `${address()}/visits/${visit}/findings/new?station=edges&slope=${slope}`

test('a measure typed and saved at once is saved as a measure, however slow the core is', async ({ ownPage: page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Hasty House', [shingle('A', 'south')])
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await expect(page.getByRole('status', { name: 'Verdict' })).toBeVisible()
  await slowDown(page, 6)
  await page.getByLabel('or typed').fill('٣/٤')
  await page.getByRole('button', { name: /^Save without a photo/ }).click()
  await expect(page.getByText('Found here')).toBeVisible({ timeout: 60_000 })
  await allSent(page)
  const visit = await serverVisit(page, ids.visit)
  expect(visit.facts.findings[0].measure).toEqual({ typed: '٣/٤', value: 0.75, how: 'tape' })
})

test('a measure that does not read is not saved, and says why', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Wordy House', [shingle('A', 'south')])
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await page.getByLabel('or typed').fill('about a thumb')
  await expect(page.getByText(/not a measure/).first()).toBeVisible()
  await expect(page.getByRole('button', { name: /^Save without a photo/ })).toBeDisabled()
  await expect(page.getByLabel('or typed')).toHaveValue('about a thumb')
})

test('while the core loads, nothing recorded is called missing', async ({ ownPage: page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Waiting House', [shingle('A', 'south')])
  let letGo = () => {}
  const held = new Promise<void>((resolve) => {
    letGo = resolve
  })
  const context = page.context()
  await context.route('**/_framework/**', async (route) => {
    await held
    await route.continue()
  })
  // The server, which would answer in the meantime, is out of reach for questions as well.
  await context.route('**/api/compute/**', (route) => route.abort())
  const other = await context.newPage()
  await open(other, `/properties/${ids.property}`)
  await expect(other.getByText('laminated shingles')).toBeVisible()
  await expect(other.getByText(/calculating the size/)).toBeVisible()
  await expect(other.getByText('Covering not recorded')).toBeHidden()
  await expect(other.getByText('size not measured')).toBeHidden()
  letGo()
  await expect(other.getByText(/size not measured/)).toBeVisible({ timeout: 60_000 })
})

test('home, the property and the visit give one figure, with its date', async ({ page }) => {
  await signIn(page)
  const row = await findProperty(page, 'Pilot’s House')
  await expect(row.getByText('Remaining life as of the visit of September 14, 2026')).toBeVisible()
  const visit =
    (await row.getByRole('link', { name: 'Open the visit' }).getAttribute('href'))?.replace('/walk', '') ?? ''
  const onHome = await row
    .getByRole('img', { name: /years behind/ })
    .first()
    .getAttribute('aria-label')
  await row.getByRole('heading').getByRole('link').click()
  await expect(page.getByText(/as of the visit of September 14, 2026/).first()).toBeVisible()
  const onProperty = await page
    .getByRole('img', { name: /years behind/ })
    .first()
    .getAttribute('aria-label')
  await open(page, `${visit}/life`)
  const onVisit = await page
    .getByRole('img', { name: /years behind/ })
    .first()
    .getAttribute('aria-label')
  expect([onProperty, onVisit]).toEqual([onHome, onHome])
})

test('one’s own changes are no news; another’s are', async ({ browser, page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'News House', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/walk?station=edges`)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).click()
  await allSent(page)
  await expect(page.getByText(/arrived from/)).toBeHidden()
  const context = await browser.newContext()
  const osric = await context.newPage()
  await signIn(osric, 'Osric Fennimore')
  await open(osric, `/visits/${ids.visit}/walk?station=field`)
  await osric.getByRole('button', { name: /^Inspected, Slope A$/ }).click()
  await expect(page.getByText(/1 change arrived from osric/)).toBeVisible()
  await context.close()
})

test('an unfinished finding says that it was restored, and can be started over', async ({ ownPage: page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Draft House', [shingle('A', 'south')])
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await expect(page.getByRole('status', { name: 'Verdict' })).toBeVisible()
  await page.reload()
  await expect(page.getByText('Your unfinished finding was restored.')).toBeVisible()
  await page.getByRole('button', { name: 'Start over' }).click()
  await expect(page.getByLabel('Search what you see by two letters')).toBeVisible()
  await expect(page.getByRole('status', { name: 'Verdict' })).toBeHidden()
  // Nothing that was judged of the former condition stays when nothing matches.
  await page.getByLabel('Search what you see by two letters').fill('zzzz')
  await expect(page.getByText(/No match for “zzzz”/)).toBeVisible()
  await expect(page.getByText(/Short by|limit is/)).toBeHidden()
})

test('a further slope begins with the covering of the last, and the same finding elsewhere asks for its own measure', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Twin House', [shingle('A', 'south'), shingle('B', 'north')])
  await open(page, `/properties/${ids.property}`)
  await page.getByRole('button', { name: 'Add a slope' }).click()
  await expect(page.getByLabel('Installed in, or from')).toHaveValue('2012')
  await expect(page.getByLabel('Source of the year')).toHaveValue('permit')
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await page.getByRole('button', { name: '1/2', exact: true }).click()
  await page.getByRole('button', { name: /^Save without a photo/ }).click()
  await page.getByRole('link', { name: /Same again.*slope B/ }).click()
  await expect(page.getByText(/On slope A it measured 1\/2/)).toBeVisible()
  await expect(page.getByLabel('or typed')).toHaveValue('')
  await page.getByRole('button', { name: /^Save without a photo/ }).click()
  await expect(page.getByText('Found here')).toBeVisible()
  await allSent(page)
  const visit = await serverVisit(page, ids.visit)
  const onB = visit.facts.findings.find((finding: { slopeId: string }) => finding.slopeId === ids.slopes[1])
  expect(onB.measure ?? null).toBeNull()
})

test('a visit for solar asks about solar', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Sunny House', [shingle('A', 'south')], { purpose: 'solar' })
  await open(page, `/visits/${ids.visit}/life/lasts`)
  await expect(page.getByText('Will it last 25 years?')).toBeVisible()
})

test('the report fits a phone', async ({ phonePage: page }) => {
  await signIn(page)
  const row = await findProperty(page, 'Pilot’s House')
  await row.getByRole('link', { name: 'Report' }).click()
  const report = page.frameLocator('iframe[title="Report preview"]')
  await expect(report.getByRole('heading', { name: 'Findings and recommendations' })).toBeVisible()
  const widths = await report.locator('html').evaluate((html) => [html.scrollWidth, html.clientWidth])
  expect(widths[0]).toBeLessThanOrEqual(widths[1] as number)
})

test('a refused change is named, holds back no other, and can be corrected', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Refused House', [shingle('A', 'south')])
  // As a device with an older version would send it: the server refuses this one fact.
  await page.route('**/api/facts', async (route) => {
    const body = route.request().postDataJSON() as { changes: { kind: string; payload: { note?: string } }[] }
    for (const { kind, payload } of body.changes) {
      if (kind === 'finding' && payload.note === 'spoiled') Object.assign(payload, { earlier: [null] })
    }
    await route.continue({ postData: JSON.stringify(body) })
  })
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  await page.getByLabel(/^Note/).fill('spoiled')
  await page.getByRole('button', { name: /^Save without a photo/ }).click()
  await expect(page.getByRole('button', { name: 'Sync status: 1 refused' })).toBeVisible()
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).click()
  await page.getByRole('button', { name: 'Sync status: 1 refused' }).click()
  const sheet = page.getByRole('dialog', { name: 'On this device' })
  await expect(sheet.getByText(/Finding:.*empty entry/)).toBeVisible()
  await sheet.getByRole('link', { name: 'Correct it' }).click()
  await page.keyboard.press('Escape')
  await page.getByLabel(/^Note/).fill('mended')
  await page.getByRole('button', { name: /^Save/ }).last().click()
  await allSent(page)
  const visit = await serverVisit(page, ids.visit)
  expect(visit.facts.findings.map((finding: { note: string }) => finding.note)).toEqual(['mended'])
})

test('a finding that this rule book does not know stands as recorded until it is given a condition', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Newer House', [shingle('A', 'south')])
  const finding = {
    id: newId(),
    visitId: ids.visit,
    slopeId: ids.slopes[0],
    station: 'penetrations',
    condition: 'seamClipFatigue',
    place: 'north end',
    evidence: 'noneSeen',
    extent: 'onePlace',
  }
  await sendFacts(page, [['finding', finding]])
  await open(page, `/visits/${ids.visit}/work`)
  const item = page.getByRole('link', { name: 'Have the finding recorded as “seam clip fatigue” evaluated' })
  await expect(page.getByText('The rule book has no condition “seam clip fatigue”.')).toBeVisible()
  await item.click()
  await expect(
    page.getByText(/recorded as “seam clip fatigue”, which this version of the rule book does not/),
  ).toBeVisible()
  await page.getByPlaceholder(/What you see/).fill('boot')
  await page.getByRole('button', { name: 'Torn pipe boot' }).click()
  await page.getByRole('button', { name: /^Save/ }).last().click()
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Replace the pipe boot' })).toBeVisible()
  await expect(page.getByText('The rule book has no condition')).toHaveCount(0)
  await allSent(page)
  const { facts } = await serverVisit(page, ids.visit)
  expect(facts.findings.map((kept: { condition: string }) => kept.condition)).toEqual(['boot-collar-torn'])
})

test('a screen that breaks says so, has a way back, and is told to the server', async ({ ownPage: page }) => {
  await signIn(page)
  const told = page.waitForRequest('**/api/client-failures')
  // An answer that no screen was made for.
  const list = /\/api\/home/
  await page.route(list, (route) =>
    route.fulfill({
      json: {
        today: '2026-09-18',
        properties: [{ propertyId: '1', propertyName: 'Broken', roofs: 7 }],
        found: 1,
        all: 1,
      },
    }),
  )
  await page.goto(address())
  await expect(page.getByRole('alert')).toContainText('This screen stopped working')
  expect((await told).postDataJSON().message).toContain('TypeError')
  await page.unroute(list)
  await page.getByRole('button', { name: 'All roofs' }).click()
  await expect(page.getByRole('heading', { name: 'Roofs' })).toBeVisible()
})

test('a device signed in elsewhere is listed and ended', async ({ browser, ownPage: page }) => {
  await signIn(page)
  const { context, page: lost } = await onPhone(browser)
  await signIn(lost)
  await page.getByRole('button', { name: 'Signed-in devices' }).click()
  const sheet = page.getByRole('dialog', { name: 'Signed-in devices' })
  await expect(sheet.getByText('this device')).toBeVisible()
  await sheet.getByRole('button', { name: 'End' }).first().click()
  await expect.poll(() => lost.evaluate(() => fetch('/api/home').then((answer) => answer.status))).toBe(401)
  await context.close()
})

test('a page whose core judges by another rule book says so, and updates on the list, never within a finding', async ({
  ownPage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Older Book House', [shingle('A', 'south')])
  await keptOffline(page)
  await page.route('**/api/book', async (route) => {
    const book = await (await route.fetch()).json()
    await route.fulfill({ json: { ...book, version: '2099.1.1', hash: 'another' } })
  })
  await page.goto(newFinding(ids.visit, ids.slopes[0]))
  await page.getByRole('button', { name: 'Short drip-edge lap' }).click()
  const notice = page.getByText(/This device uses rule book .*; the server uses 2099\.1\.1/)
  await expect(notice).toContainText('It updates when you return to the list of roofs')
  await page.getByLabel(/^Note/).fill('kept while it waits')
  await expect(page.getByLabel(/^Note/)).toHaveValue('kept while it waits')
  await page.getByRole('link', { name: 'Kalpa: all roofs' }).click()
  // There is no newer version to take over here: it says what to do, once, and does not load anew for ever.
  await expect(notice).toContainText('close Kalpa on this device and open it again')
  await expect(page.getByRole('heading', { name: 'Roofs' })).toBeVisible()
})

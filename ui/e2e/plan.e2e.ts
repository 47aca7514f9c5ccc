import { readFile } from 'node:fs/promises'
import AxeBuilder from '@axe-core/playwright'
import { allSent, chooseKey, makeVisit, open, phone, serverVisit, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

const mode = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Plan' }).getByRole('button', { name, exact: true }).click()

const planned = async (page: Page, visitId: string) => (await serverVisit(page, visitId)).facts.plan

async function openPlan(page: Page, visitId: string) {
  await open(page, `/visits/${visitId}/plan`)
}

/** Types the runs of a footprint and raises a roof over it. */
async function raise(page: Page, runs: string) {
  await page.getByRole('radio', { name: 'Type the runs' }).click()
  await page.getByLabel('Runs, as you walk around the eaves').fill(runs)
  await expect(page.getByText('It closes.')).toBeVisible({ timeout: 20_000 })
  await page.getByRole('button', { name: 'Build the roof over it' }).click()
  await expect(page.getByRole('navigation', { name: 'Plan' })).toBeVisible()
}

/** The middle of something drawn, on the screen. */
async function middleOf(page: Page, name: string) {
  const box = await page.getByRole('button', { name, exact: true }).boundingBox()
  if (!box) throw new Error(`${name} is not on the screen.`)
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}

/** With the mouse out of the way: a key under it is paler for a moment. */
async function expectNoBarriers(page: Page) {
  await page.mouse.move(2, 2)
  await page.waitForTimeout(400)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
}

test('runs typed become a roof that measures itself, and a dragged corner, a gable and a pitch are undone again', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Runs House', [shingle('A', 'south')])
  await openPlan(page, ids.visit)
  await page.getByRole('radio', { name: 'Type the runs' }).click()
  // What is not understood is named, and stays.
  await page.getByLabel('Runs, as you walk around the eaves').fill(`east 40', sideways 30'`)
  await expect(page.getByRole('alert').first()).toContainText('Run 2')
  // An open footprint is told with what is missing; nothing is raised over a guess.
  await page.getByLabel('Runs, as you walk around the eaves').fill(`east 40', north 30'`)
  await expect(page.getByRole('alert')).toContainText('Type the rest: south 30 ft, west 40 ft')
  await expect(page.getByRole('button', { name: 'Build the roof over it' })).toBeDisabled()
  await raise(page, `east 40', north 30', west 40', south 30'`)
  await mode(page, 'Measures')
  // 40 by 30 ft at 6:12, hipped: 1,200 × 1.118.
  await expect(page.getByText('1,342', { exact: true })).toBeVisible()
  await expect(page.getByText('Every slope closes')).toBeVisible()
  await expect.poll(async () => (await planned(page, ids.visit))?.parts.length).toBe(1)
  await expect.poll(async () => (await serverVisit(page, ids.visit)).facts.slopes.length).toBe(4)
  await allSent(page)
  const first = await planned(page, ids.visit)
  const kept = (await serverVisit(page, ids.visit)).facts.slopes
  // The slope that was lettered on the walk has taken its place: no letter was given twice.
  expect(first.parts[0].corners.some((corner: { slopeId: string }) => corner.slopeId === ids.slopes[0])).toBe(true)
  expect(kept.map((slope: { letter: string }) => slope.letter).sort()).toEqual(['A', 'B', 'C', 'D'])

  await mode(page, 'Shape')
  const corner = await middleOf(page, 'Corner 3 of the house')
  await page.mouse.move(corner.x, corner.y)
  await page.mouse.down()
  await page.mouse.move(corner.x + 30, corner.y - 10, { steps: 6 })
  await page.mouse.move(corner.x + 60, corner.y - 25, { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => (await planned(page, ids.visit)).parts[0].corners[2].x).toBeGreaterThan(481)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await planned(page, ids.visit)).parts).toEqual(first.parts)

  await page.getByRole('button', { name: 'Corner 3 of the house', exact: true }).focus()
  for (let i = 0; i < 5; i++) await page.keyboard.press('ArrowRight')
  await expect.poll(async () => (await planned(page, ids.visit)).parts[0].corners[2].x).toBe(485)
  for (let i = 0; i < 5; i++) await page.keyboard.press('z')
  await expect.poll(async () => (await planned(page, ids.visit)).parts).toEqual(first.parts)

  await page.getByRole('button', { name: 'Edge 2 of the house', exact: true }).focus()
  await page.keyboard.press('g')
  await expect(page.getByRole('heading', { name: 'Edge 2 of the house, a gable' })).toBeVisible()
  await mode(page, 'Measures')
  await expect(page.getByText('Rakes', { exact: true })).toBeVisible()
  await mode(page, 'Shape')
  await page.getByRole('button', { name: 'Edge 1 of the house', exact: true }).focus()
  await page.getByLabel('Pitch', { exact: true }).fill('9/12')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await planned(page, ids.visit)).parts[0].corners[0].risePer12).toBe(9)
  // What was taped at the slope is never written over: it governs, and the clash is told.
  const clash = page.getByText('Slope A was measured at 6:12; the plan draws it at 9:12.')
  await expect(clash).toBeVisible()
  const taped = (await serverVisit(page, ids.visit)).facts.slopes.find(
    (slope: { letter: string }) => slope.letter === 'A',
  )
  expect(taped.pitch).toEqual({ typed: '6/12', risePer12: 6, source: 'tape' })
  await page.getByLabel('Length on plan').fill(`44'`)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await planned(page, ids.visit)).parts[0].corners[1].x).toBe(528)
  // A pitch that cannot be is refused where it was typed.
  await page.getByLabel('Pitch', { exact: true }).fill('0:12')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/more than 0 and at most 24:12/)).toBeVisible()
  await page.getByRole('heading', { name: /Edge 1/ }).click()
  for (let i = 0; i < 3; i++) await page.keyboard.press('z')
  await expect.poll(async () => (await planned(page, ids.visit)).parts).toEqual(first.parts)
  await expect(clash).toHaveCount(0)
  const after = (await serverVisit(page, ids.visit)).facts.slopes
  expect(after.map((slope: { id: string; letter: string }) => [slope.id, slope.letter])).toEqual(
    kept.map((slope: { id: string; letter: string }) => [slope.id, slope.letter]),
  )
  await page.keyboard.press('y')
  await expect.poll(async () => (await planned(page, ids.visit)).parts[0].corners[1].gable).toBe(true)
  await allSent(page)
  // What becomes of each slope stands on the plan.
  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByRole('img', { name: /^Roof plan: .*slope A.*, confirm/i })).toBeVisible()
  // The property measures its slopes by the plan: nobody taped those that the plan made.
  await open(page, `/properties/${ids.property}`)
  await expect(page.getByText(/ft², .* squares/)).toHaveCount(3)
  await expect(page.getByText('size not measured')).toHaveCount(0)
})

test('a footprint dragged across itself says so at the place, and nothing is lost', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Knot House', [shingle('A', 'south')])
  await openPlan(page, ids.visit)
  await raise(page, `e 40', n 30', w 40', s 30'`)
  await mode(page, 'Shape')
  const corner = await middleOf(page, 'Corner 1 of the house')
  const far = await middleOf(page, 'Corner 3 of the house')
  await page.mouse.move(corner.x, corner.y)
  await page.mouse.down()
  await page.mouse.move(far.x + 40, far.y + 30, { steps: 12 })
  await page.mouse.up()
  await expect(page.getByRole('alert')).toContainText('crosses itself here')
  await allSent(page)
  // The slopes stay on record while the drawing is out of shape.
  expect((await serverVisit(page, ids.visit)).facts.slopes).toHaveLength(4)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('alert')).toHaveCount(0)
})

test('details are put by a tap, nudged by keys, carry findings and photos, and wait for a place when their slope goes', async ({
  page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Detail House', [shingle('A', 'south'), shingle('B', 'north')])
  await openPlan(page, ids.visit)
  await page.getByRole('radio', { name: 'Gable' }).click()
  await page.getByLabel('Width, along the ridge').fill(`40'`)
  await page.getByLabel('Depth').fill(`30'`)
  await page.getByRole('button', { name: 'Add to the plan' }).click()
  await mode(page, 'Details')
  await page.getByRole('button', { name: 'Chimney', exact: true }).click()
  const board = await page.locator('.k-plan').boundingBox()
  if (!board) throw new Error('The plan is not on the screen.')
  await page.mouse.click(board.x + board.width * 0.5, board.y + board.height * 0.62)
  await expect(page.getByRole('heading', { name: 'Chimney on slope A' })).toBeVisible()
  const detail = async () => (await serverVisit(page, ids.visit)).facts.details[0]
  await expect.poll(detail).toBeTruthy()
  const { spot } = await detail()
  await page.getByRole('button', { name: 'Up 1 in' }).click()
  await expect.poll(async () => (await detail()).spot.up).toBe(spot.up + 1)
  // By keys on the plan: every press counts, however quick.
  await page.locator('.k-plan').getByRole('button', { name: 'Chimney', exact: true }).focus()
  for (let i = 0; i < 4; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect
    .poll(async () => [(await detail()).spot.along, (await detail()).spot.up])
    .toEqual([spot.along + 4, spot.up - 11])
  await expect(page.getByText(/ft up from the eave, .* ft below the top along the slope/)).toBeVisible()
  await page.getByLabel('Width along the eave').fill('36')
  await page.keyboard.press('Enter')
  await page.getByLabel('Length up the slope').fill('24')
  await page.keyboard.press('Enter')
  await page.getByRole('radio', { name: 'No', exact: true }).click()
  // Typed one after the other without waiting: none overtakes another.
  await expect
    .poll(async () => (await serverVisit(page, ids.visit)).facts.details)
    .toContainEqual(expect.objectContaining({ widthInches: 36, lengthInches: 24, cricket: false }))
  await allSent(page)
  // A tap beside the roof is told.
  const now = await page.locator('.k-plan').boundingBox()
  await page.mouse.click((now?.x ?? 0) + 12, (now?.y ?? 0) + 90)
  await expect(page.getByText('That is outside the roof.')).toBeVisible()

  // A finding begun on it is pinned where it stands, by the number of the report.
  await page.getByRole('link', { name: 'New finding on it' }).click()
  await page
    .getByRole('button', { name: /counter-flashing/ })
    .first()
    .click()
  await expect(page.getByText(/On the plan: chimney/)).toBeVisible()
  await page.getByRole('button', { name: 'Save without a photo' }).click()
  await expect(page).toHaveURL(/walk/)
  await openPlan(page, ids.visit)
  await expect(page.getByRole('button', { name: /^Finding 1: / })).toBeVisible()

  // At wrap-up the plan offers what it noticed; it is taken, or waved off with a reason.
  await open(page, `/visits/${ids.visit}/walk?station=wrap`)
  await expect(page.getByText(/A cricket here: 36 in wide, 9 in high \(Table R1003.20\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Add as a finding' }).click()
  await expect(page.getByText(/A cricket here/)).toHaveCount(0)
  await expect
    .poll(async () =>
      (await serverVisit(page, ids.visit)).facts.findings.map((finding: { condition: string }) => finding.condition),
    )
    .toContain('cricket-missing')

  // The slope becomes a gable: what is pinned on it waits for a place, and undo brings all back.
  await openPlan(page, ids.visit)
  await mode(page, 'Shape')
  await page.getByRole('button', { name: /^Edge 1 of/ }).focus()
  await page.keyboard.press('g')
  await expect(page.getByText('Needs a place')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Finding .*without a cricket/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Needs a place')).toHaveCount(0)
})

test('letters now, sizes later; a porch and a dormer; the plan out as files and in again', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Later House', [shingle('A', 'south')])
  await openPlan(page, ids.visit)
  await page.getByRole('radio', { name: 'Gable' }).click()
  // What is typed wrong holds the key instead of being passed over.
  await page.getByLabel('Depth').fill('about so')
  await expect(page.getByText('Correct what is marked.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Letters now, sizes later' })).toBeDisabled()
  await page.getByLabel('Depth').fill(`28'`)
  await expect(page.getByText('Give width and depth, or neither.')).toBeVisible()
  await page.getByLabel('Depth').fill('')
  await page.getByRole('button', { name: 'Letters now, sizes later' }).click()
  await mode(page, 'Measures')
  await expect(page.getByText('This plan has letters only.')).toBeVisible()
  await mode(page, 'Shape')
  await page.getByRole('button', { name: 'Sizes are correct: measure it' }).click()
  await page.getByRole('button', { name: 'Add a part' }).click()
  await chooseKey(page, 'Form', 'Shed')
  await page.getByLabel('Width, along the ridge').fill(`16'`)
  await page.getByLabel('Depth').fill(`9'`)
  await page.getByRole('button', { name: 'Add to the plan' }).click()
  await mode(page, 'Measures')
  await expect(page.getByText('Head walls', { exact: true })).toBeVisible()
  await mode(page, 'Shape')
  await page.getByRole('button', { name: 'Add a part' }).click()
  await chooseKey(page, 'Form', 'Gable')
  await chooseKey(page, 'It is a', 'Dormer')
  await expect(page.getByText('Choose the slope that the dormer is on.')).toBeVisible()
  await page.getByLabel('Built on').selectOption({ label: 'slope A' })
  await page.getByLabel('Width, along the ridge').fill(`10'`)
  await page.getByLabel('Depth').fill(`8'`)
  await page.getByRole('button', { name: 'Add to the plan' }).click()
  await mode(page, 'Measures')
  await expect(page.getByText('Valleys', { exact: true })).toBeVisible()
  await expect.poll(async () => (await planned(page, ids.visit))?.parts.length).toBe(3)
  const before = await planned(page, ids.visit)

  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'GeoJSON' }).click()
  const path = await (await download).path()
  expect(JSON.parse(await readFile(path, 'utf8')).type).toBe('FeatureCollection')
  for (const file of ['plan.svg', 'takeoff.csv', 'plan.geojson']) {
    const [status, text] = await page.evaluate(async (url) => {
      const answer = await fetch(url)
      return [answer.status, await answer.text()] as const
    }, `/api/visits/${ids.visit}/${file}`)
    expect(status).toBe(200)
    expect(text).toContain(
      { 'plan.svg': '<svg', 'takeoff.csv': 'Drip edge', 'plan.geojson': 'FeatureCollection' }[file],
    )
  }
  await mode(page, 'Shape')
  await page.getByRole('button', { name: 'Porch', exact: true }).click()
  await page.getByRole('button', { name: 'Remove the part' }).click()
  await page.getByRole('button', { name: 'Add a part' }).click()
  await page.getByRole('radio', { name: 'A GeoJSON file' }).click()
  await page.locator('input[type=file]').setInputFiles({
    name: 'bad.geojson',
    mimeType: 'application/json',
    buffer: Buffer.from('{"type":"Polygon","coordinates":[[[NaN,1]]]}'),
  })
  await expect(page.getByRole('alert')).toContainText('NaN')
  await page.locator('input[type=file]').setInputFiles(path)
  await page.getByRole('button', { name: 'Import' }).click()
  await expect.poll(async () => (await planned(page, ids.visit)).parts).toEqual(before.parts)
})

test('the simulated supplier answers for an address, and its failure is told', async ({ page }) => {
  await signIn(page)
  const roof = await page.evaluate(async () => {
    const home = await (await fetch('/api/home?words=ferry')).json()
    return home.properties.find((other: { propertyName: string }) => other.propertyName === 'Ferry Office')
  })
  await open(page, `/properties/${roof.propertyId}/roofs/${roof.roofs[0].roofId}/plan`)
  await page.getByRole('radio', { name: 'Outline from above (simulated)' }).click()
  await page.getByRole('checkbox', { name: /Simulate a failure/ }).click()
  await page.getByRole('button', { name: 'Ask for this address' }).click()
  await expect(page.getByText(/The simulated supplier was asked to fail/)).toBeVisible()
  await page.getByRole('checkbox', { name: /Simulate a failure/ }).click()
  await page.getByRole('button', { name: 'Ask for this address' }).click()
  await page.getByRole('button', { name: 'Take office' }).click()
  await expect(page.getByText(/Simulated outlines from above/)).toBeVisible()
  await mode(page, 'Measures')
  await expect(page.getByText('ft² of roof')).toBeVisible()
})

test('ice, the model, and what the plan says without WebGL; the screens pass axe', async ({ page, browser }) => {
  await signIn(page)
  const visit = await page.evaluate(async () => {
    const home = await (await fetch('/api/home?words=pilot')).json()
    return home.properties.find((other: { propertyName: string }) => other.propertyName === 'Pilot’s House').roofs[0]
      .latestVisit.id
  })
  await openPlan(page, visit)
  await mode(page, 'Ice')
  await page.getByRole('slider').fill('2')
  // 2 in at 6:12: 4 in level (published check of the method).
  await expect(page.getByText(/4 in level, 4 1\/2 in up the slope: over the barrier/).first()).toBeVisible()
  await expectNoBarriers(page)
  await mode(page, '3-D')
  await expect(
    page.getByRole('img', { name: /Model of the roof: slopes A, B, C, D, E/ }).or(page.getByText(/WebGL is missing/)),
  ).toBeVisible({
    timeout: 20_000,
  })
  await mode(page, 'Details')
  await expectNoBarriers(page)

  const without = await browser.newContext(phone)
  await without.addInitScript(() => {
    const whole = HTMLCanvasElement.prototype.getContext
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...rest: unknown[]) {
      return kind.startsWith('webgl') ? null : Reflect.apply(whole, this, [kind, ...rest])
    } as typeof whole
  })
  const other = await without.newPage()
  await signIn(other)
  await openPlan(other, visit)
  await mode(other, '3-D')
  await expect(other.getByText(/WebGL is missing or switched off/)).toBeVisible({ timeout: 20_000 })
  // On the walk the plan is a tap away, and a tap on it begins a finding there.
  await open(other, `/visits/${visit}/walk?station=field`)
  await other.getByRole('button', { name: 'Show the plan' }).tap()
  await expect(other.getByRole('button', { name: /^Finding 1: / })).toBeVisible({ timeout: 20_000 })
  const board = await other.locator('.k-plan').boundingBox()
  if (!board) throw new Error('The plan is not on the screen.')
  await other.touchscreen.tap(board.x + board.width * 0.55, board.y + board.height * 0.72)
  await expect(other).toHaveURL(/findings\/new\?station=field&slope=.*&at=/)
  await expect(other.getByText('Pinned on the plan')).toBeVisible()
  await without.close()
})

test('rain on the plan: a tapped place, gutters, and the local figure with its source, on the phone and offline', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Rain House', [shingle('A', 'south')])
  await openPlan(page, ids.visit)
  await raise(page, `east 40', north 30', west 40', south 30'`)
  await expect.poll(async () => (await planned(page, ids.visit))?.parts.length).toBe(1)
  await allSent(page)
  await mode(page, 'Rain')
  await expect(page.getByText('Simulated rain, not local data.')).toBeVisible()
  // 40 by 30 ft, hipped: 375 sq ft over each long eave, 225 over each short one; 1,200 in the rain.
  await expect(page.getByText('1,200 sq ft of roof in the rain.')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/^Eave, no gutter, slope \w: 375 sq ft/i)).toHaveCount(2)
  await expect(page.getByText(/^Eave, no gutter, slope \w: 225 sq ft/i)).toHaveCount(2)
  // The middle of the drawing lies on the ridge; near the south eave a foot has nearly fifteen square feet.
  const board = await page.locator('.k-plan').boundingBox()
  if (!board) throw new Error('The plan is not on the screen.')
  await page.mouse.click(board.x + board.width / 2, board.y + board.height * 0.62)
  await expect(page.getByText(/sq ft of roof drains here across 1 ft/)).toBeVisible({ timeout: 30_000 })
  await expect(page.locator('.k-catchment')).not.toHaveCount(0)
  await page.getByRole('button', { name: 'Stop the drops' }).click()
  await expect(page.getByRole('button', { name: 'Run the drops' })).toBeVisible()
  await page.context().setOffline(true)
  await page.getByRole('button', { name: 'Warm gulf, 11.5' }).click()
  await expect(page.getByText('Rain: 11.5 in/h')).toBeVisible()
  await expect(page.getByText(/375 sq ft, 44\.8 gal\/min/)).toHaveCount(2, { timeout: 30_000 })
  await page.context().setOffline(false)
  await expectNoBarriers(page)

  await open(page, `/properties/${ids.property}`)
  const rain = page.getByRole('group', { name: 'Rain for gutters and drains' })
  await rain.getByLabel('Rain, in/h').fill('4.5')
  await expect(rain.getByRole('button', { name: 'Use this rain' })).toBeDisabled()
  await rain.getByLabel('Where the figure comes from').fill('County drainage table')
  await rain.getByRole('button', { name: 'Use this rain' }).click()
  await expect(rain.getByText(/^Entered /)).toBeVisible()
  await allSent(page)
  await openPlan(page, ids.visit)
  await mode(page, 'Rain')
  await expect(page.getByText('Local: 4.5 in/h, County drainage table')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('Simulated rain')).toHaveCount(0)
})

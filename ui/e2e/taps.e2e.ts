import { chooseKey, makeVisit, onPhone, open, photo, shingle, signIn } from './helpers'
import { expect, type Page, test } from './lent'

declare global {
  interface Window {
    kalpaTaps: string[]
  }
}

/** Counts every pointer that goes down in Kalpa, and every letter typed. */
async function countFromHere(page: Page) {
  await page.evaluate(() => {
    window.kalpaTaps = []
  })
}

const counted = (page: Page) => page.evaluate(() => window.kalpaTaps)

/** The key that opens the camera; the camera's own screens do not count. */
async function shoot(page: Page, file: string) {
  const camera = page.waitForEvent('filechooser')
  await page.getByLabel('Photo and save').tap()
  await (await camera).setFiles(photo(file))
}

test('five kinds of finding, each with a photo, take at most four taps and no typed sentence', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await context.addInitScript(() => {
    window.kalpaTaps = []
    const nameOf = (target: EventTarget | null) =>
      target instanceof HTMLElement
        ? (target.getAttribute('aria-label') ?? target.closest('label, button, a')?.textContent ?? target.tagName)
        : ''
    addEventListener('pointerdown', (event) => window.kalpaTaps.push(nameOf(event.target)), true)
    document.addEventListener('keydown', (event) => event.isTrusted && window.kalpaTaps.push(event.key), true)
  })
  await signIn(page)
  const house = await makeVisit(page, 'Tap House', [shingle('A', 'south'), shingle('B', 'north')])
  const tile = await makeVisit(page, 'Tap Tile', [
    { letter: 'A', facing: 'south', kind: 'clayTile', pitch: '5/12', rise: 5 },
  ])
  const flat = await makeVisit(page, 'Tap Flat', [
    { letter: 'A', facing: 'south', kind: 'tpo', pitch: '1/4:12', rise: 0.25 },
  ])
  const counts: Record<string, string[]> = {}
  const record = async (kind: string, visit: string, station: string, act: () => Promise<void>) => {
    await open(page, `/visits/${visit}/walk?station=${station}`)
    const start = page.getByRole('link', { name: /^New finding/ }).first()
    await expect(start).toBeVisible()
    // The core is awake, as it is on a roof: the first judgement has been made.
    await expect(page.getByText(/places left/)).toBeVisible()
    await start.tap()
    await countFromHere(page)
    await act()
    await expect(page.getByText('Found here')).toBeVisible()
    counts[kind] = await counted(page)
  }
  await record('drip edge lap, measured by tape', house.visit, 'edges', async () => {
    await page.getByRole('button', { name: 'Short drip-edge lap' }).tap()
    await page.getByRole('button', { name: '1/2', exact: true }).tap()
    await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Short by 1 1/2 in')
    await shoot(page, 'drip-edge.jpg')
  })
  await record('torn boot over a stain', house.visit, 'penetrations', async () => {
    await page.getByRole('button', { name: 'Torn pipe boot' }).tap()
    await page.getByRole('group', { name: 'Water signs' }).getByRole('radio', { name: 'Staining' }).tap()
    await shoot(page, 'boot-torn.jpg')
  })
  await record('step flashing, measured by eye', house.visit, 'walls', async () => {
    await page.getByRole('button', { name: 'Short step flashing', exact: true }).tap()
    await page.getByRole('button', { name: '2', exact: true }).tap()
    await page.getByRole('group', { name: 'Measured' }).getByRole('radio', { name: 'By eye' }).tap()
    await shoot(page, 'counter-flashing.jpg')
  })
  await record('tile headlap, measured', tile.visit, 'field', async () => {
    await page.getByRole('button', { name: 'Short tile headlap' }).tap()
    await page.getByRole('button', { name: '2', exact: true }).tap()
    await shoot(page, 'tile-courses.jpg')
  })
  await record('open seam', flat.visit, 'seams', async () => {
    await page.getByRole('button', { name: 'Open seam', exact: true }).tap()
    await shoot(page, 'seam-open.jpg')
  })
  // The same again at the next place: its own measure is asked for, so three taps in all.
  await open(page, `/visits/${house.visit}/walk?station=edges`)
  await expect(page.getByRole('link', { name: /^Same again/ })).toBeVisible()
  await countFromHere(page)
  await page.getByRole('link', { name: /^Same again/ }).tap()
  await expect(page.getByText(/On slope A it measured 1\/2/)).toBeVisible()
  await page.getByRole('button', { name: '1/2', exact: true }).tap()
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Short by 1 1/2 in')
  await shoot(page, 'drip-edge.jpg')
  await expect(page.getByRole('link', { name: /^Same again/ })).toHaveCount(2)
  counts['the same again, from the walk'] = await counted(page)

  for (const [kind, taps] of Object.entries(counts)) console.log(`taps: ${taps.length}  ${kind}: ${taps.join(' · ')}`)
  expect(Object.keys(counts)).toHaveLength(6)
  expect(Math.max(...Object.values(counts).map((taps) => taps.length))).toBeLessThanOrEqual(4)

  // The roof of four slopes: staged in at most five taps.
  const four = await makeVisit(
    page,
    'Tap Four',
    ['A', 'B', 'C', 'D'].map((letter) => shingle(letter, 'south')),
  )
  await open(page, `/visits/${four.visit}/walk?station=field`)
  await expect(page.getByRole('group', { name: 'Stage of most of slope D' })).toBeVisible()
  await countFromHere(page)
  for (const [letter, stage] of [
    ['A', 2],
    ['B', 1],
    ['C', 2],
    ['D', 3],
  ] as const) {
    const strip = page.getByRole('group', { name: `Stage of most of slope ${letter}` })
    await strip.getByRole('radio', { name: String(stage) }).tap()
    await expect(strip.getByRole('radio', { name: String(stage) })).toBeChecked()
  }
  const stages = (await counted(page)).length
  console.log(`taps: ${stages}  stages of a roof of four slopes`)
  expect(stages).toBeLessThanOrEqual(5)
  await context.close()
})

const ordinary: [
  roof: string,
  surface: Parameters<typeof makeVisit>[2][number],
  findings: [station: string, name: string][],
][] = [
  [
    'shingle roof',
    shingle('A', 'south'),
    [
      ['edges', 'Short drip-edge lap'],
      ['edges', 'Missing edge metal'],
      ['penetrations', 'Torn pipe boot'],
      ['penetrations', 'Roofing cement around a flange'],
      ['field', 'Unsealed or creased tabs'],
      ['field', 'Missing or torn shingles'],
    ],
  ],
  [
    'shingle roof’s ridge, walls and gutters',
    shingle('A', 'south'),
    [
      ['field', 'Exposed nail'],
      ['field', 'Granule loss'],
      ['ridges', 'Loose ridge caps'],
      ['walls', 'Short step flashing'],
      ['walls', 'Cracked chimney crown'],
      ['gutters', 'Clogged gutter'],
    ],
  ],
  [
    'tile roof',
    { letter: 'A', facing: 'south', kind: 'clayTile', pitch: '5/12', rise: 5 },
    [
      ['field', 'Slipped or loose tile'],
      ['field', 'Missing tile'],
      ['field', 'Cracked tile'],
      ['field', 'Short tile headlap'],
    ],
  ],
  [
    'low-slope roof',
    { letter: 'A', facing: 'south', kind: 'tpo', pitch: '1/4:12', rise: 0.25 },
    [
      ['seams', 'Narrow weld'],
      ['field', 'Hole in the membrane'],
      ['walls', 'Low base flashing'],
      ['drains', 'Clogged drain or scupper'],
    ],
  ],
]

for (const [roof, surface, findings] of ordinary) {
  test(`an ordinary finding of a ${roof} fits one screen of the phone: what was seen, the verdict, water signs, extent, photo and save`, async ({
    phonePage: page,
  }) => {
    await signIn(page)
    const { visit, slopes } = await makeVisit(page, `Fit ${roof}`, [surface])
    const cut: string[] = []
    for (const [station, name] of findings) {
      await open(page, `/visits/${visit}/findings/new?station=${station}&slope=${slopes[0]}`)
      await page.getByLabel(/two letters/).fill(name)
      await page.getByRole('button', { name, exact: true }).tap()
      await expect(page.getByRole('status', { name: 'Verdict' })).toHaveAttribute('aria-busy', 'false')
      await page.evaluate(() => window.scrollTo(0, 0))
      const foot = await page.getByLabel('Photo and save').boundingBox()
      const last = await page.getByRole('group', { name: 'Extent' }).boundingBox()
      if (!foot || !last || last.y + last.height > foot.y)
        cut.push(`${name}: ${last?.y} + ${last?.height} > ${foot?.y}`)
      await page.getByRole('button', { name: 'Back', exact: true }).tap()
      await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
    }
    expect(cut).toEqual([])
  })
}

test('a station shows its five slopes on the phone without scrolling, and an amount is one choice', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const { visit, slopes } = await makeVisit(
    page,
    'Five Slopes',
    (['A', 'B', 'C', 'D', 'E'] as const).map((letter) => shingle(letter, 'south')),
  )
  await open(page, `/visits/${visit}/walk?station=penetrations`)
  const last = page.getByRole('button', { name: 'Inspected, Slope E', exact: true })
  await expect(last).toBeVisible()
  // The station's own row stands at the top, as it does after a tap on it.
  await page.getByRole('button', { name: /^Penetrations/ }).evaluate((row) => row.scrollIntoView({ block: 'start' }))
  const first = await page.getByRole('link', { name: 'New finding, Slope A' }).boundingBox()
  const end = await last.boundingBox()
  expect(first?.y).toBeGreaterThan(0)
  expect((end?.y ?? 0) + (end?.height ?? 0)).toBeLessThanOrEqual(844)

  await open(page, `/visits/${visit}/findings/new?station=field&slope=${slopes[0]}`)
  await page.getByLabel(/two letters/).fill('missing shingles')
  await page.getByRole('button', { name: 'Missing or torn shingles' }).tap()
  const amount = page.getByLabel('How much')
  await expect(amount).toContainText('2 × 2 ft, assumed')
  await chooseKey(page, 'Extent', 'Several spots')
  await expect(amount).toContainText('4 × 4 ft, assumed')
  await amount.selectOption('Type it …')
  await page.getByLabel('Amount, typed').fill('4')
  await expect(page.getByText('Enter width × height in feet, such as 4 x 6.')).toBeVisible()
  // What cannot be read is not saved away.
  await expect(page.getByRole('button', { name: 'Save without a photo' })).toBeDisabled()
  await page.getByLabel('Amount, typed').fill('4 x 7')
  await expect(page.getByText(/at several spots, 4 × 7 ft/).first()).toBeVisible()
  await amount.selectOption('4 × 8 ft')
  await expect(page.getByText(/at several spots, 4 × 8 ft/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Save without a photo' }).tap()
  await expect(page.getByText(/at several spots, 4 × 8 ft/).first()).toBeVisible()
})

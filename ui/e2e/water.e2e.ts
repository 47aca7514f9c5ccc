import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { keptOffline, makeVisit, newId, open, sendFacts, signIn } from './helpers'
import { expect, test } from './lent'

const FOOT = 12

/** A flat roof of 40 by 40 ft that falls a quarter inch in a foot to its south eave. */
async function flatRoof(page: Page, name: string) {
  const ids = await makeVisit(
    page,
    name,
    [{ letter: 'A', pitch: '1/4:12', rise: 0.25, facing: 'south', kind: 'tpo' }],
    { walk: 'low-slope', purpose: 'condition' },
  )
  const corner = (x: number, y: number) => ({
    id: newId(),
    x: x * FOOT,
    y: y * FOOT,
    slopeId: newId(),
    risePer12: 0,
    gable: false,
    overhangInches: 0,
    parapetInches: 0,
  })
  const plan = {
    id: newId(),
    roofId: ids.roof,
    sized: true,
    source: 'taped',
    parts: [
      {
        id: newId(),
        name: '',
        kind: 'flat',
        heightInches: 144,
        corners: [corner(0, 0), corner(40, 0), corner(40, 40), corner(0, 40)],
        alone: { slopeId: ids.slopes[0], risePer12: 0.25, azimuthDegrees: 180 },
        onSlope: null,
        under: 'heatedRoom',
      },
    ],
    zones: [],
    wallInches: 6,
    iceBarrierInches: null,
    iceBarrierAsked: false,
  }
  return { ids, plan }
}

test('a pond is drawn on the plan with its depth, weighs, and asks for an engineer before the work, offline too', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const { ids, plan } = await flatRoof(page, 'Birdbath House')
  const pond = {
    id: newId(),
    visitId: ids.visit,
    slopeId: ids.slopes[0],
    station: 'drains',
    condition: 'ponding',
    place: 'middle',
    evidence: 'noneSeen',
    extent: 'onePlace',
    outcome: 'mend',
  }
  await sendFacts(page, [
    ['plan', plan],
    ['finding', pond],
  ])
  await open(page, `/visits/${ids.visit}/findings/${pond.id}`)
  await expect(page.getByLabel('Deepest, in')).toBeVisible({ timeout: 30_000 })
  await keptOffline(page)
  await page.context().setOffline(true)
  await page.getByLabel('Deepest, in').fill('deep')
  await expect(page.getByText('Enter a number more than 0 and up to 48: 1.5')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Save (finding|without a photo)$/ })).toBeDisabled()
  await page.getByLabel('Deepest, in').fill('3')
  await page.getByRole('button', { name: 'Draw the pond' }).tap()
  const board = page.locator('.k-plan')
  await board.scrollIntoViewIfNeeded()
  const tap = async (right: number, down: number) => {
    const box = await board.boundingBox()
    if (!box) throw new Error('The plan is not on the screen.')
    await page.touchscreen.tap(box.x + box.width * right, box.y + box.height * down)
  }
  await tap(0.4, 0.4)
  await expect(page.getByText('1 of at least 3 corners')).toBeVisible()
  await tap(0.6, 0.4)
  await expect(page.getByText('2 of at least 3 corners')).toBeVisible()
  // Two corners are no outline: nothing is saved that would be lost.
  await expect(page.getByRole('button', { name: /^Save (finding|without a photo)$/ })).toBeDisabled()
  await tap(0.6, 0.6)
  await expect(page.getByText('Outline drawn on the plan')).toBeVisible()
  await tap(0.4, 0.6)
  await expect(page.getByText(/About [\d,]+ lb of water on [\d.]+ sq ft: water 3 in deep/)).toBeVisible()
  await expect(page.getByText(/It covers \d+% of the slope/)).toBeVisible()
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
  await page.getByRole('button', { name: /^Save (finding|without a photo)$/ }).tap()
  await expect(page).toHaveURL(/walk/)
  await page.context().setOffline(false)
  await open(page, `/visits/${ids.visit}/work`)
  await expect(page.getByText('Have a structural engineer look at the standing water')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/sq ft: water 3 in deep/).first()).toBeVisible()
  // The plan shows it as it was drawn.
  await open(page, `/visits/${ids.visit}/plan`)
  await expect(page.locator('.k-pond polygon')).toHaveCount(1)
  await expect(page.locator('.k-pond circle')).toHaveCount(4)
})

test('a downspout too small for its roof is noticed by its size, and the job says what would carry the water', async ({
  page,
}) => {
  await signIn(page)
  const { ids, plan } = await flatRoof(page, 'One Spout House')
  const downspout = {
    id: newId(),
    roofId: ids.roof,
    kind: 'downspout',
    spot: { slopeId: ids.slopes[0], along: 0, up: 6, planRevision: null },
    widthInches: null,
    lengthInches: null,
    heightInches: null,
    cricket: null,
    kickOut: null,
    name: 'west downspout',
  }
  await sendFacts(page, [
    ['plan', plan],
    ['detail', downspout],
  ])
  await open(page, `/visits/${ids.visit}/plan`)
  await page.getByRole('button', { name: 'Details', exact: true }).click()
  await page.locator('.k-plan').getByRole('button', { name: 'Downspout, west downspout' }).focus()
  await page.getByLabel('Opening, width').fill('2')
  await page.getByLabel('Opening, depth').fill('3')
  await page.getByLabel('Opening, depth').press('Enter')
  await page.getByLabel('Its gutter').selectOption('5 in K-style')
  await page.getByLabel('Fall of the gutter').selectOption('1/16 in per ft')
  await page.getByRole('button', { name: 'Rain', exact: true }).click()
  const large = page.getByText('West downspout: 1,600 sq ft of roof drains to it')
  await expect(large).toBeVisible({ timeout: 30_000 })
  // By the slider's rain at first; without a local figure the notice goes by the trade's rule.
  await open(page, `/visits/${ids.visit}/walk?station=wrap`)
  const notice = page.getByText('carries 600 sq ft (1 sq in for 100 sq ft)')
  await expect(notice).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Add as a finding' }).click()
  await open(page, `/visits/${ids.visit}/work`)
  const job = page.getByRole('listitem').filter({ hasText: 'Add or enlarge a downspout' })
  await job.getByText('Repair steps').click()
  await expect(job).toContainText(
    'Replace the downspout with one of 4 x 5 in, or install 2 more downspouts of 2 x 3 in',
  )
})

import { allSent, chooseKey, keptOffline, makeVisit, open, photo, serverVisit, signIn } from './helpers'
import { expect, test } from './lent'

const house = { letter: 'A', facing: 'south', kind: 'laminatedShingle', pitch: '6/12', rise: 6 }

/** The screens of a visit for one of its roofs. */
const onRoof = (page: import('@playwright/test').Page, name: string) =>
  page.getByRole('navigation', { name: 'Roofs of the visit' }).getByRole('link', { name: new RegExp(`^${name}`) })

test('a house and its garage are one visit and one report', async ({ page }) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Rope Walk 9', [house])
  await open(page, `/properties/${ids.property}`)

  // The garage: a building of its own, its slope lettered on from the house's.
  await page.getByRole('button', { name: 'Add a building or roof' }).click()
  const form = page.getByRole('form', { name: 'Add a building or roof' })
  await form.getByLabel('Building').fill('Garage')
  await form.getByRole('button', { name: 'Add the building' }).click()
  const garage = page.getByRole('region', { name: 'Garage' })
  await expect(page.getByRole('region', { name: 'House' })).toBeVisible()
  await garage.getByRole('button', { name: 'Add a slope' }).click()
  await expect(page.getByLabel('Letter')).toHaveValue('B')
  await page.getByLabel('Pitch', { exact: true }).fill('1/4:12')
  await page.getByLabel('Letter').fill('a')
  await expect(page.getByText('Another slope of this property has this letter.')).toBeVisible()
  await expect(page.getByRole('button', { name: /^Add slope/ })).toBeDisabled()
  await page.getByLabel('Letter').fill('B')
  await page.getByLabel('Covering', { exact: true }).selectOption('epdm')
  await page.getByRole('button', { name: 'Add slope B' }).click()
  await expect(page.getByRole('form', { name: 'Add a slope' })).toBeHidden()

  // One visit looks at both; each is walked by its own stations.
  await expect(page.getByRole('button', { name: 'Garage', pressed: true })).toBeVisible()
  await page.getByRole('button', { name: 'Start a visit today' }).click()
  await expect(onRoof(page, 'House')).toHaveAttribute('aria-current', 'true')
  await onRoof(page, 'Garage').click()
  const stations = page.getByRole('navigation', { name: 'Stations' })
  await stations.getByRole('button', { name: /^Inside/ }).click()
  const panel = page.getByRole('main')
  await panel.getByRole('link', { name: /^New finding/ }).click()
  await page.getByLabel(/two letters/).fill('stain')
  await page.getByRole('button', { name: /stain/i }).first().click()
  await page.getByLabel('Photos', { exact: true }).setInputFiles([photo('attic-stain.jpg')])
  await expect(page.getByLabel('Caption of attic-stain.jpg')).toBeVisible()
  await page.getByRole('button', { name: 'Save finding' }).click()
  await expect(page.getByText('Found here')).toBeVisible()
  await expect(onRoof(page, 'Garage')).toHaveAttribute('aria-current', 'true')
  await onRoof(page, 'House').click()
  await expect(page.getByText('Found here')).toHaveCount(0)
  await allSent(page)

  // A finding that hangs on no slope is the garage's, with its photo, for the server as well.
  const visit = page.url().match(/visits\/([^/]+)/)?.[1] as string
  const seen = await serverVisit(page, visit, 'Garage')
  expect(seen.roofs.map(({ name }: { name: string }) => name)).toEqual(['House', 'Garage'])
  expect(seen.facts.findings).toHaveLength(1)
  expect(seen.facts.records.photos).toHaveLength(1)
  expect((await serverVisit(page, visit, 'House')).facts.findings).toHaveLength(0)

  // Wrap-up of one says what the other still holds.
  await stations.getByRole('button', { name: /^Wrap-up/ }).click()
  await expect(page.getByText('Open before finishing: Garage')).toBeVisible()
  await expect(page.getByRole('button', { name: /items still open/ })).toBeDisabled()

  // Work and report go building by building; the report has one plan of work over both.
  await page.getByRole('link', { name: 'Work', exact: true }).click()
  await expect(page.getByRole('region', { name: 'House', exact: true })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Garage', exact: true })).toBeVisible()
  await page.getByRole('link', { name: 'Report', exact: true }).click()
  const report = page.frameLocator('iframe')
  await expect(report.getByRole('heading', { level: 2, name: 'The roof: House' })).toBeVisible()
  await expect(report.getByRole('heading', { level: 2, name: 'The roof: Garage' })).toBeVisible()
  await expect(report.getByRole('heading', { level: 2, name: 'Findings and recommendations' })).toHaveCount(1)
  await expect(report.getByRole('heading', { level: 3, name: /^Garage, job 1: / })).toHaveCount(1)

  // The finding's own address opens the roof it is on.
  await open(page, `/visits/${visit}/findings/${seen.facts.findings[0].id}`)
  await expect(onRoof(page, 'Garage')).toHaveAttribute('aria-current', 'true')
})

test('a visit begun offline looks at both roofs, and one taken in later is walked as well', async ({ page }) => {
  const context = page.context()
  await signIn(page)
  const ids = await makeVisit(page, 'Rope Walk 11', [house])
  await open(page, `/properties/${ids.property}`)
  await page.getByRole('button', { name: 'Add a building or roof' }).click()
  const form = page.getByRole('form', { name: 'Add a building or roof' })
  await form.getByLabel('Building').fill('Shed')
  await form.getByRole('button', { name: 'Add the building' }).click()
  await page.getByRole('region', { name: 'Shed' }).getByRole('button', { name: 'Add a slope' }).click()
  await page.getByLabel('Pitch', { exact: true }).fill('4/12')
  await page.getByRole('button', { name: 'Add slope B' }).click()
  await expect(page.getByRole('form', { name: 'Add a slope' })).toBeHidden()
  await allSent(page)
  await page.reload()
  await expect(page.getByRole('region', { name: 'Shed' })).toBeVisible()
  await keptOffline(page)
  await context.setOffline(true)

  // Only the house at first: the shed is put out of this visit by a tap.
  await page.getByRole('button', { name: 'Shed', pressed: true }).click()
  await page.getByRole('button', { name: 'Start a visit today' }).click()
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  await expect(onRoof(page, 'Shed')).toHaveCount(0)
  await page.getByRole('link', { name: 'Before', exact: true }).click()
  await page.getByRole('button', { name: 'Shed', pressed: false }).click()
  await onRoof(page, 'Shed').click()
  await expect(onRoof(page, 'Shed')).toHaveAttribute('aria-current', 'true')
  await page.getByRole('link', { name: 'Walk', exact: true }).click()
  await page
    .getByRole('navigation', { name: 'Stations' })
    .getByRole('button', { name: /^From the ground/ })
    .click()
  await page
    .getByRole('main')
    .getByRole('button', { name: /^Inspected/ })
    .click()
  await context.setOffline(false)
  await allSent(page)

  const visit = page.url().match(/visits\/([^/]+)/)?.[1] as string
  await expect.poll(async () => (await serverVisit(page, visit, 'Shed')).facts.looks.length).toBe(1)
  expect((await serverVisit(page, visit, 'House')).facts.looks).toHaveLength(0)

  // What something was recorded on stays in the visit.
  await page.getByRole('link', { name: 'Before', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Shed', pressed: true })).toHaveAttribute('aria-disabled', 'true')
  await chooseKey(page, 'Purpose of the visit', 'Leak')
  await expect(onRoof(page, 'Shed')).toHaveAttribute('aria-current', 'true')
})

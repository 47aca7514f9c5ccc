import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import {
  allSent,
  keptOffline,
  leaking,
  makeVisit,
  open,
  photo,
  sendFacts,
  serverVisit,
  shingle,
  signIn,
} from './helpers'
import { expect, test } from './lent'

/** Drags on the photo of the editor, in fractions of it. */
async function drag(page: Page, from: [number, number], to: [number, number]) {
  const box = (await page.locator('.k-editor canvas').first().boundingBox()) as {
    x: number
    y: number
    width: number
    height: number
  }
  const at = ([x, y]: [number, number]) => [box.x + x * box.width, box.y + y * box.height] as const
  await page.mouse.move(...at(from))
  await page.mouse.down()
  await page.mouse.move(...at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]))
  await page.mouse.move(...at(to))
  await page.mouse.up()
}

test('on the roof an arrow points at the defect, a house number is blurred, and the report shows both', async ({
  phonePage: page,
}) => {
  const context = page.context()
  await signIn(page)
  const ids = await makeVisit(page, 'Pilot Steps', [shingle('A', 'south')])
  const finding = leaking(ids, 'boot-collar-torn', 'penetrations', 'soil pipe')
  await sendFacts(page, [finding])
  await open(page, `/visits/${ids.visit}/findings/${finding[1].id}`)
  await page.getByLabel('Photos', { exact: true }).setInputFiles(photo('boot-torn.jpg'))
  await keptOffline(page)
  await page.getByRole('button', { name: /^Mark up/ }).scrollIntoViewIfNeeded()
  await context.setOffline(true)
  await page.getByRole('button', { name: /^Mark up/ }).click()
  const sheet = page.getByRole('dialog', { name: 'Mark up the photo' })
  await expect(sheet.locator('canvas').first()).toBeVisible()
  // The keys are reached without scrolling sideways.
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([])

  await drag(page, [0.1, 0.1], [0.5, 0.5])
  await sheet.getByRole('button', { name: 'Blur' }).click()
  await drag(page, [0.6, 0.6], [0.9, 0.9])
  await sheet.getByRole('button', { name: 'Number' }).click()
  await drag(page, [0.8, 0.2], [0.8, 0.2])
  await sheet.getByRole('button', { name: 'Circle' }).click()
  await drag(page, [0.2, 0.6], [0.4, 0.8])
  await sheet.getByRole('button', { name: 'Undo' }).click()
  await sheet.getByRole('slider', { name: 'Straighten' }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(sheet.getByText('0.5°')).toBeVisible()
  await sheet.getByRole('button', { name: 'Save' }).click()
  await expect(sheet).toBeHidden()
  // What is shown is drawn on this device.
  await expect(page.locator('img.k-thumb').first()).toHaveAttribute('src', /^blob:/)
  await page.getByRole('button', { name: /^Save/ }).first().click()
  await context.setOffline(false)
  await allSent(page)

  const [saved] = (await serverVisit(page, ids.visit)).facts.records.photos
  expect(saved.edits.marks.map(({ kind }: { kind: string }) => kind)).toEqual(['arrow', 'blur', 'number'])
  expect(saved.edits.turnDegrees).toBe(0.5)
  const [arrow] = saved.edits.marks
  expect(arrow.toX).toBeCloseTo(0.5, 1)
  expect(arrow.toY).toBeCloseTo(0.5, 1)
  const report = await page.evaluate((id) => fetch(`/api/visits/${id}/report`).then((r) => r.text()), ids.visit)
  expect(report).toContain(`/api/photos/${saved.sha256}/report?of=${saved.id}`)

  // Taken back: the original is as it was taken.
  await open(page, `/visits/${ids.visit}/tray`)
  await page.getByRole('button', { name: /^Mark up/ }).click()
  await drag(page, [0.05, 0.05], [0.05, 0.05])
  await expect(sheet.getByRole('button', { name: 'Delete mark' })).toBeDisabled()
  await drag(page, [0.3, 0.3], [0.3, 0.3])
  await expect(sheet.getByRole('button', { name: 'Delete mark' })).toBeEnabled()
  await sheet.getByRole('button', { name: 'Delete mark' }).click()
  await sheet.getByRole('button', { name: 'Save' }).click()
  await allSent(page)
  await expect.poll(async () => (await serverVisit(page, ids.visit)).facts.records.photos[0].edits.marks.length).toBe(2)
})

// Takes the pictures of the main views from the demo: address, folder.
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { chromium } from '@playwright/test'
import { launchOptions } from './chromium.mjs'

const [address, folder] = process.argv.slice(2)
mkdirSync(folder, { recursive: true })
const DESK = { width: 1280, height: 800 }
const PHONE = { width: 390, height: 844 }
const SETTLED_MS = 1500

const browser = await chromium.launch(launchOptions)

async function shoot(name, viewport, { theme = 'light', path, prepare, signIn = true }) {
  const context = await browser.newContext({ viewport })
  const page = await context.newPage()
  await page.goto(address)
  await page.evaluate((chosen) => localStorage.setItem('kalpa-theme', chosen), theme)
  await page.reload()
  if (signIn) {
    await page.getByRole('button', { name: /Marit/ }).click()
    await page.getByRole('heading', { name: 'Roofs' }).waitFor()
    if (path) await page.goto(address + path)
  }
  await page.waitForTimeout(SETTLED_MS)
  await prepare?.(page)
  await page.waitForTimeout(SETTLED_MS)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  await context.close()
}

async function demoPaths() {
  const context = await browser.newContext()
  const page = await context.newPage()
  await page.goto(address)
  await page.getByRole('button', { name: /Marit/ }).click()
  const house = page.getByRole('article').filter({ hasText: 'Pilot’s House' })
  const visit = (await house.getByRole('link', { name: 'Open the visit' }).getAttribute('href')).replace('/walk', '')
  const facts = await page.evaluate(
    (id) => fetch(`/api/visits/${id}`).then((answer) => answer.json()),
    visit.split('/').at(-1),
  )
  const drip = facts.roofs[0].facts.findings.find((finding) => finding.condition === 'drip-edge-lap-short').id
  const visitOf = async (name) => {
    await page.goto(address)
    const roof = page.getByRole('article').filter({ hasText: name })
    return (await roof.getByRole('link', { name: 'Open the visit' }).getAttribute('href')).replace('/walk', '')
  }
  const [shop, ferry] = [await visitOf('Chandler’s Shop'), await visitOf('Ferry Office')]
  const flat = await page.evaluate(
    (id) => fetch(`/api/visits/${id}`).then((answer) => answer.json()),
    shop.split('/').at(-1),
  )
  const pond = flat.roofs[0].facts.findings.find((finding) => finding.condition === 'ponding').id
  const school = await visitOf('Old Schoolhouse')
  await page.goto(address)
  const yard = await page
    .getByRole('article')
    .filter({ hasText: 'Cooper’s Yard' })
    .getByRole('heading', { level: 2 })
    .getByRole('link')
    .getAttribute('href')
  await context.close()
  return { visit, drip, pond, shop, ferry, school, yard }
}

const { visit, drip, pond, shop, ferry, school, yard } = await demoPaths()
await shoot('home', DESK, {})
await shoot('roof', DESK, {
  path: yard,
  prepare: (page) =>
    page
      .getByText(/squares/)
      .first()
      .waitFor({ timeout: 30_000 }),
})
await shoot('walk', DESK, { path: `${shop}/walk?station=seams` })
await shoot('walk-phone', PHONE, { path: `${visit}/walk?station=walls` })
await shoot('finding', DESK, { path: `${visit}/findings/${drip}` })
await shoot('finding-phone', PHONE, {
  path: `${shop}/findings/${pond}`,
  theme: 'sun',
  prepare: async (page) => {
    await page.getByRole('button', { name: 'Draw the pond' }).click({ timeout: 60_000 })
    await page.locator('.k-pond').first().waitFor({ timeout: 30_000 })
    await page.getByText('Average depth, in').evaluate((label) => label.scrollIntoView({ block: 'start' }))
  },
})
await shoot('plan', DESK, {
  path: `${visit}/plan`,
  prepare: (page) => page.getByRole('navigation', { name: 'Plan' }).waitFor({ timeout: 30_000 }),
})
await shoot('plan-phone', PHONE, {
  path: `${visit}/plan`,
  prepare: async (page) => {
    await page.getByRole('button', { name: 'Rain', exact: true }).click({ timeout: 30_000 })
    await page.getByText('Leaves the roof').waitFor({ timeout: 60_000 })
    const board = await page.locator('.k-plan').boundingBox()
    if (!board) throw new Error('The plan is not on the screen.')
    await page.mouse.click(board.x + board.width * 0.55, board.y + board.height * 0.4)
    await page
      .getByText(/sq ft of roof/)
      .first()
      .waitFor()
    await page.waitForTimeout(800)
  },
})
await shoot('life', DESK, { path: `${visit}/life` })
await shoot('show-phone', PHONE, {
  path: `${visit}/show`,
  prepare: (page) => page.getByRole('button', { name: 'Next photo' }).click({ timeout: 60_000 }),
})
await shoot('prices', DESK, { path: '/prices' })
await shoot('book', DESK, {
  path: '/book/condition/vent-short',
  prepare: (page) => page.getByRole('button', { name: '8', exact: true }).click(),
})
await shoot('work', DESK, {
  path: `${visit}/work`,
  prepare: (page) =>
    page
      .getByRole('img', { name: /^Roof plan: / })
      .first()
      .waitFor({ timeout: 60_000 }),
})
await shoot('options', DESK, {
  path: `${visit}/work`,
  prepare: async (page) => {
    await page.getByText('Options for the owner').click()
    const options = page.getByRole('region', { name: 'Options' })
    await options.getByText(/costs least over/).waitFor({ timeout: 60_000 })
    await options.evaluate((panel) => panel.scrollIntoView({ block: 'start' }))
  },
})
await shoot('report', DESK, {
  path: `${visit}/report`,
  prepare: async (page) => {
    const summary = page.frameLocator('iframe').getByRole('heading', { name: 'Summary' })
    await summary.waitFor({ timeout: 60_000 })
    await summary.evaluate((heading) => heading.scrollIntoView())
  },
})
await shoot('before', DESK, {
  path: `${shop}/before`,
  prepare: (page) => page.getByRole('button', { name: 'Client agrees' }).waitFor({ timeout: 60_000 }),
})
await shoot('check', DESK, { path: `${ferry}/check` })
await shoot('photo', DESK, {
  path: `${visit}/findings/${drip}`,
  prepare: async (page) => {
    await page
      .getByRole('button', { name: /^Mark up/ })
      .first()
      .click({ timeout: 60_000 })
    await page.locator('.k-editor canvas').first().waitFor()
  },
})
// A report as a client gets it: signed, and opened by its link.
await shoot('shared-phone', PHONE, {
  path: `${school}/report`,
  prepare: async (page) => {
    await page.getByRole('button', { name: 'Sign the report' }).click({ timeout: 60_000 })
    await page.getByRole('dialog').getByRole('button', { name: 'Sign', exact: true }).click({ timeout: 60_000 })
    await page.getByRole('button', { name: 'Make a link to version 1' }).click({ timeout: 90_000 })
    await page.goto(await page.getByLabel('Link for the client').inputValue())
    await page.locator('.when').first().scrollIntoViewIfNeeded()
  },
})
await browser.close()

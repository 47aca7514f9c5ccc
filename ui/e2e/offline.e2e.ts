import { readFileSync } from 'node:fs'
import { type BrowserContext, expect, type Page, test } from '@playwright/test'
import {
  address,
  allSent,
  keptOffline,
  makeVisit,
  newId,
  onPhone,
  open,
  photo,
  serverVisit,
  shingle,
  signIn,
} from './helpers'

async function openWalk(page: Page, visit: string, station = 'edges') {
  await open(page, `/visits/${visit}/walk?station=${station}`)
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
}

/** Goes to a station as somebody on the roof does: by its name. */
async function station(page: Page, name: RegExp) {
  const row = page.getByRole('navigation', { name: 'Stations' }).getByRole('button', { name })
  await row.tap()
  // The next tap is meant for the new station, and hits the old one while it still stands there.
  await expect(row).toHaveAttribute('aria-current', 'true')
}

async function findDripEdge(page: Page, slope: string, picture?: string) {
  await page.getByRole('link', { name: `New finding, Slope ${slope}` }).tap()
  await page.getByRole('button', { name: 'Short drip-edge lap' }).tap()
  await page.getByRole('button', { name: '1/2', exact: true }).tap()
  await expect(page.getByRole('status', { name: 'Verdict' })).toContainText('Short by 1 1/2 in')
  if (picture) await page.getByLabel('Photo and save').setInputFiles(photo(picture))
  else await page.getByRole('button', { name: 'Save without a photo' }).tap()
  await expect(page.getByText('Found here')).toBeVisible()
}

async function offline(context: BrowserContext, off: boolean) {
  await context.setOffline(off)
}

test('a visit recorded with the network cut survives the page being killed and reaches the server exactly once', async ({
  browser,
}) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  const ids = await makeVisit(page, 'Lamp Store', [shingle('A', 'south'), shingle('B', 'north')])
  await openWalk(page, ids.visit)
  await keptOffline(page)

  await offline(context, true)
  await findDripEdge(page, 'A', 'drip-edge.jpg')
  await station(page, /^Slope field/)
  await page.getByRole('button', { name: /^Inspected, Slope B$/ }).tap()
  const stage = page.getByRole('group', { name: 'Stage of most of slope A' }).getByRole('radio', { name: '2' })
  await stage.click()
  // It shows what the device has saved: what is killed before that was never recorded.
  await expect(stage).toBeChecked()
  await expect(page.getByRole('button', { name: /^Sync status: Offline, \d+ waiting to sync/ })).toBeVisible()

  // Killed, and opened again without a connection.
  await page.close()
  const again = await context.newPage()
  await openWalk(again, ids.visit)
  await expect(again.getByText('Found here')).toBeVisible()
  await expect(
    again.getByText(/Measured 1\/2 in; required at least 2 in \(IRC 2021 R905.2.8.5\): short by 1 1\/2 in/),
  ).toBeVisible()
  // The picture is shown from the device.
  await expect
    .poll(() =>
      again
        .locator('img.k-thumb')
        .first()
        .evaluate((image: HTMLImageElement) => image.naturalWidth),
    )
    .toBeGreaterThan(100)
  await findDripEdge(again, 'B')

  await offline(context, false)
  await allSent(again)
  const { facts, heads } = await serverVisit(again, ids.visit)
  expect(facts.findings).toHaveLength(2)
  expect(facts.records.photos).toHaveLength(1)
  expect(facts.records.photos[0].findingId).toBe(
    facts.findings.find((f: { slopeId: string }) => f.slopeId === ids.slopes[0]).id,
  )
  expect(facts.stages).toHaveLength(1)
  expect(facts.looks).toHaveLength(3)
  expect(heads.filter((head: { clash: boolean }) => head.clash)).toEqual([])
  const state = await again.evaluate(
    (sha256) => fetch(`/api/photos/${sha256}/state`).then((answer) => answer.json()),
    facts.records.photos[0].sha256,
  )
  expect(state.whole).toBe(true)
  // Opened anew, with nothing left on the device: the same.
  await again.reload()
  await expect(again.getByText('Found here')).toBeVisible()
  await context.close()
})

test('a property and its visit begun without a connection arrive whole', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  await keptOffline(page)
  await expect(page.getByRole('article').first()).toBeVisible()
  await open(page, '/properties/new')
  await offline(context, true)
  await page.getByLabel(/^Property name/).fill('Net Shed')
  await page.getByRole('button', { name: 'Add the property' }).tap()
  await page.getByRole('button', { name: 'Add a slope' }).tap()
  await page.getByLabel('Pitch', { exact: true }).fill('8/12')
  await page.getByRole('button', { name: /^Add slope/ }).tap()
  await page.getByRole('button', { name: 'Start a visit today' }).tap()
  await station(page, /^Edges/)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  // What is shown as recorded is on the device.
  await expect(page.getByText('inspected, no defects')).toBeVisible()
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Net Shed' })).toBeVisible()
  const id = /visits\/([0-9a-f-]+)/.exec(page.url())?.[1] as string
  await offline(context, false)
  await allSent(page)
  const { facts, visit } = await serverVisit(page, id)
  expect(visit.on).toBe('2026-09-18')
  expect(facts.looks).toHaveLength(1)
  expect(facts.slopes).toHaveLength(1)
  await context.close()
})

test('the same fact changed on two devices keeps both versions and asks', async ({ browser }) => {
  const one = await onPhone(browser)
  await signIn(one.page)
  const ids = await makeVisit(one.page, 'Sail Loft', [shingle('A', 'south')])
  await openWalk(one.page, ids.visit)
  const two = await onPhone(browser)
  await signIn(two.page, 'Osric Fennimore')
  await openWalk(two.page, ids.visit)
  await keptOffline(two.page)

  await offline(two.context, true)
  await two.page.getByRole('button', { name: 'Not inspected, Slope A' }).tap()
  await two.page
    .getByRole('group', { name: 'Why Slope A was not inspected' })
    .getByRole('radio', { name: 'Wet' })
    .click()
  await one.page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  // On the server first: the version that arrives later is the one that shows.
  await expect.poll(async () => (await serverVisit(one.page, ids.visit)).facts.looks[0]?.state).toBe('looked')
  await offline(two.context, false)
  await allSent(two.page)

  // The first device hears of it live, and chooses.
  await expect(one.page.getByText(/changed in two places at once/)).toBeVisible()
  await one.page.getByRole('button', { name: 'Choose' }).tap()
  const versions = one.page.getByRole('dialog')
  await expect(versions.getByText('Not inspected: Wet')).toBeVisible()
  await expect(versions.getByText(/Marit Quillon/)).toBeVisible()
  await expect(versions.getByText(/Osric Fennimore/)).toBeVisible()
  await versions.getByRole('button', { name: 'This one' }).last().tap()
  await allSent(one.page)
  await expect(one.page.getByText(/changed in two places at once/)).toHaveCount(0)
  const { facts, heads } = await serverVisit(one.page, ids.visit)
  expect(heads.some((head: { clash: boolean }) => head.clash)).toBe(false)
  expect(facts.looks).toHaveLength(1)
  expect(facts.looks[0].state).toBe('looked')
  await one.context.close()
  await two.context.close()
})

test('a sign-in that ran out while offline loses nothing and says what to do', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  const ids = await makeVisit(page, 'Tar House', [shingle('A', 'south')])
  await openWalk(page, ids.visit)
  await keptOffline(page)
  await offline(context, true)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  await context.clearCookies()
  await offline(context, false)
  await expect(page.getByRole('button', { name: /^Sync status: Sign in to sync 1/ })).toBeVisible({ timeout: 60_000 })

  // Opened again, one goes on recording; nothing is sent until somebody signs in.
  await page.reload()
  await station(page, /^Slope field/)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  await page.getByRole('button', { name: /^Sync status: Sign in to sync 2/ }).tap()
  const sheet = page.getByRole('dialog')
  await expect(sheet.getByText(/has expired. Nothing is lost/)).toBeVisible()
  await sheet.getByLabel('E-mail').fill('marit@saltmere.example')
  await sheet.getByLabel('Password').fill('harbour-light-7')
  await sheet.getByRole('button', { name: 'Sign in', exact: true }).tap()
  await page.keyboard.press('Escape')
  await allSent(page)
  expect((await serverVisit(page, ids.visit)).facts.looks).toHaveLength(2)
  await context.close()
})

test('what one person recorded is never sent under the name of another on the same tablet', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  const ids = await makeVisit(page, 'Rope Walk', [shingle('A', 'south')])
  await openWalk(page, ids.visit)
  await keptOffline(page)
  await offline(context, true)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  await page.getByRole('button', { name: 'Sign out' }).tap()
  await expect(page.getByText(/on this device and not sent yet/)).toBeVisible()
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out' }).tap()
  await expect(page.getByText(/1 change is waiting on this device/)).toBeVisible()
  await offline(context, false)
  await page.reload()
  await expect(page.getByText(/1 change is waiting on this device/)).toBeVisible()

  await page.getByRole('button', { name: /Osric Fennimore/ }).tap()
  await expect(page.getByRole('navigation', { name: 'Stations' })).toBeVisible()
  await allSent(page)
  expect((await serverVisit(page, ids.visit)).facts.looks).toHaveLength(0)
  // Even a page that sends with the other's cookie is refused.
  const refused = await page.evaluate(async () => {
    const { antiForgeryToken } = await (await fetch('/api/session')).json()
    const answer = await fetch('/api/facts', {
      method: 'POST',
      headers: {
        'Content-Type': 'application/json',
        'X-Kalpa-Token': antiForgeryToken,
        'X-Kalpa-Person': '019ee1f1-c000-7000-8000-000000000000',
      },
      body: JSON.stringify({ changes: [] }),
    })
    return [answer.status, (await answer.json()).code]
  })
  expect(refused).toEqual([409, 'session.other-person'])

  await page.getByRole('button', { name: 'Sign out' }).tap()
  await page.getByRole('button', { name: /Marit Quillon/ }).tap()
  await allSent(page)
  expect((await serverVisit(page, ids.visit)).facts.looks).toHaveLength(1)
  const versions = await page.evaluate(
    (id) => fetch(`/api/facts/${id}/versions`).then((answer) => answer.json()),
    (await serverVisit(page, ids.visit)).facts.looks[0].id,
  )
  expect(versions.versions[0].by).toBe('Marit Quillon')
  await context.close()
})

test('a full device says so and keeps what was entered on the screen', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  // Given before anything is stored: the browser remembers for a while how much room there was.
  const cdp = await context.newCDPSession(page)
  await cdp.send('Storage.overrideQuotaForOrigin', { origin: address(), quotaSize: 40_000_000 })
  await signIn(page)
  const ids = await makeVisit(page, 'Chain Locker', [shingle('A', 'south')])
  await open(page, `/visits/${ids.visit}/tray`)
  await expect(page.getByText('The inbox is empty')).toBeVisible()
  await keptOffline(page)
  await offline(context, true)
  // Photos of twelve megabytes go in until the device is full. The browser may trust what it knew of its room for half a minute.
  let sent = 0
  await expect(async () => {
    await page.getByLabel('Photos from files').setInputFiles([++sent, ++sent].map(bigPhoto))
    await expect(page.getByRole('alert')).toContainText('This device is full', { timeout: 3_000 })
  }).toPass({ timeout: 90_000 })
  const inTray = await trayCount(page)
  expect(inTray).toBeLessThan(sent)

  await page.getByRole('link', { name: 'Walk', exact: true }).tap()
  await station(page, /^Edges/)
  await page.getByRole('link', { name: 'New finding, Slope A' }).tap()
  await page.getByRole('button', { name: 'Short drip-edge lap' }).tap()
  await page.getByRole('button', { name: '1/16', exact: true }).tap()
  await page.getByLabel('Photo and save').setInputFiles(bigPhoto(5))
  await expect(page.getByRole('alert')).toContainText('This device is full', { timeout: 60_000 })
  await expect(page.getByRole('button', { name: '1/16', exact: true })).toHaveAttribute('aria-pressed', 'true')

  // Room again: the same tap keeps it.
  await cdp.send('Storage.overrideQuotaForOrigin', { origin: address() })
  await page.getByLabel('Photo and save').setInputFiles(photo('drip-edge.jpg'))
  await expect(page.getByText('Found here')).toBeVisible()
  await offline(context, false)
  await allSent(page)
  const { facts } = await serverVisit(page, ids.visit)
  expect(facts.findings).toHaveLength(1)
  expect(facts.records.photos).toHaveLength(inTray + 1)
  await context.close()
})

/** How many photos wait for words, as the tray says. */
async function trayCount(page: Page): Promise<number> {
  const heading = await page.getByRole('heading', { name: /^To write up/ }).textContent()
  return Number(/\d+/.exec(heading ?? '')?.[0] ?? 0)
}

/** A picture with padding behind its end: as large as a camera makes them. */
function bigPhoto(number: number) {
  const padding = Buffer.alloc(12_000_000, number)
  return {
    name: `big-${number}.jpg`,
    mimeType: 'image/jpeg',
    buffer: Buffer.concat([readFileSync(photo('drip-edge.jpg')), padding]),
  }
}

test('a clock that is wrong by a year dates nothing wrong and is told', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await context.addInitScript(() => {
    const year = 365 * 86_400_000
    const Real = Date
    const wrong = class extends Real {
      constructor(...args: []) {
        super(...(args.length === 0 ? ([Real.now() - year] as unknown as []) : args))
      }
      static now() {
        return Real.now() - year
      }
    }
    window.Date = wrong as DateConstructor
  })
  await signIn(page)
  const ids = await makeVisit(page, 'Bell Tower', [shingle('A', 'south')])
  await openWalk(page, ids.visit)
  await keptOffline(page)
  await offline(context, true)
  await page.getByRole('button', { name: /^Inspected, Slope A$/ }).tap()
  await page.getByRole('button', { name: 'Not inspected, Slope A' }).tap()
  await page.getByRole('group', { name: 'Why Slope A was not inspected' }).getByRole('radio', { name: 'Wet' }).click()
  await offline(context, false)
  await allSent(page)
  await page.getByRole('button', { name: /^Sync status: / }).tap()
  await expect(page.getByText(/clock is 365 days slow/)).toBeVisible()
  const { facts } = await serverVisit(page, ids.visit)
  expect(facts.looks).toHaveLength(1)
  expect(facts.looks[0].excuse).toBe('wet')
  const { versions } = await page.evaluate(
    (id) => fetch(`/api/facts/${id}/versions`).then((answer) => answer.json()),
    facts.looks[0].id,
  )
  expect(Math.abs(Date.parse(versions[0].recordedAt) - Date.parse(versions[0].receivedAt))).toBeLessThan(120_000)
  await context.close()
})

test('an original goes on where it was cut, and the report-size picture comes first', async ({ page }) => {
  await signIn(page)
  const answer = await page.evaluate(async (requestId) => {
    const { antiForgeryToken } = await (await fetch('/api/session')).json()
    const headers = { 'X-Kalpa-Token': antiForgeryToken, 'Content-Type': 'application/octet-stream' }
    const canvas = new OffscreenCanvas(900, 700)
    const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D
    for (let i = 0; i < 4000; i++) {
      context.fillStyle = `rgb(${(i * 37) % 255} ${(i * 91) % 255} ${(i * 13) % 255})`
      context.fillRect((i * 53) % 900, (i * 29) % 700, 20, 20)
    }
    const original = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.95 })
    const hash = await crypto.subtle.digest('SHA-256', await original.arrayBuffer())
    const sha256 = [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, '0')).join('')
    const put = async (path: string, body: Blob) => (await fetch(path, { method: 'PUT', headers, body })).json()
    const piece = (offset: number, until: number) =>
      put(`/api/photos/${sha256}?offset=${offset}&total=${original.size}`, original.slice(offset, until))
    const report = await put(`/api/photos/${sha256}/report`, original)
    const shown = (await fetch(`/api/photos/${sha256}/report`)).status
    const first = await piece(0, 1000)
    const wrongPlace = await piece(5000, 6000)
    const rest = await piece(1000, original.size)
    const twice = await piece(0, 1000)
    return { requestId, size: original.size, report, shown, first, wrongPlace, rest, twice }
  }, newId())
  expect([answer.report.whole, answer.report.reportHeld, answer.shown]).toEqual([false, true, 200])
  expect(answer.first.received).toBe(1000)
  expect(answer.wrongPlace.received).toBe(1000)
  expect([answer.rest.whole, answer.rest.received, answer.twice.whole]).toEqual([true, answer.size, true])
})

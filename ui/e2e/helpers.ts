import { resolve } from 'node:path'
import { type Browser, expect, type Page } from '@playwright/test'
import { addressSetting } from './workers'

/** The server of the worker that runs the test. */
export const address = () => process.env[addressSetting(process.env.TEST_PARALLEL_INDEX ?? 0)] as string
export const photo = (name: string) => resolve(import.meta.dirname, '../../demo/photos', name)
export const phone = { viewport: { width: 390, height: 844 }, hasTouch: true } as const

/** Signs in and shows the list. A page lent from test to test may be signed in already: it goes there as by a link. */
export async function signIn(page: Page, name = 'Marit Quillon') {
  if (!inApp(page)) await page.goto(address())
  const person = await signedIn(page)
  if (person === name) await open(page, '/')
  else {
    if (person) throw new Error(`${person} is signed in on this page; take one of its own for ${name}.`)
    await page.getByRole('button', { name: new RegExp(name) }).click()
  }
  await expect(page.getByRole('heading', { name: 'Roofs' })).toBeVisible()
}

const inApp = (page: Page) => page.url().startsWith(`${address()}/`) && !page.url().includes('/api/')

/** Who is signed in on a page of the app, null where nobody is. */
async function signedIn(page: Page): Promise<string | null> {
  const { person } = await page.evaluate(() => fetch('/api/session').then((answer) => answer.json()))
  return person?.name ?? null
}

/**
 * Goes to an address of the app as a link in it does: the page stays, and with it the core that has taken seconds to start. A page that is not the app's
 * is loaded.
 */
export async function open(page: Page, path: string) {
  const target = address() + path
  if (!inApp(page)) {
    await page.goto(target)
    return
  }
  await page.evaluate((to) => {
    const at = (history.state as { idx?: number } | null)?.idx ?? 0
    history.pushState({ usr: null, key: to, idx: at + 1 }, '', to)
    window.dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
  }, target)
}

/** A property of the list, found as one finds it among many: by its name. */
export async function findProperty(page: Page, name: string) {
  await page.getByRole('searchbox', { name: /^Search by name/ }).fill(name)
  await expect(page.getByRole('article')).toHaveCount(1)
  return page.getByRole('article').filter({ hasText: name })
}

export async function chooseKey(page: Page, group: string, key: string) {
  await page.getByRole('group', { name: group }).getByRole('radio', { name: key, exact: true }).click()
}

/** A page that can be opened without a connection: the worker has kept it. */
export async function keptOffline(page: Page) {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined))
  await expect
    .poll(() => page.evaluate(async () => (await caches.keys()).some((name) => name.includes('precache'))))
    .toBe(true)
  await expect
    .poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null), { timeout: 30_000 })
    .toBe(true)
}

type Slope = {
  letter: string
  facing: string
  kind: string
  pitch: string
  rise: number
  /** Taped: eave and run on plan, inches. */
  size?: [eave: number, run: number]
}

let lastId = 0
/** A UUID of the form version 7 has; its time is now. */
export function newId(): string {
  const time = Date.now().toString(16).padStart(12, '0')
  const count = (++lastId).toString(16).padStart(12, '0')
  return `${time.slice(0, 8)}-${time.slice(8)}-7000-8000-${count}`
}

/** A property with slopes and an open visit, straight through the front door. Gives the ids. */
export async function makeVisit(
  page: Page,
  name: string,
  slopes: Slope[],
  visit: { walk?: string; purpose?: string } = {},
) {
  const ids = { property: newId(), building: newId(), roof: newId(), visit: newId(), slopes: slopes.map(() => newId()) }
  const facts: [string, { id: string }][] = [
    [
      'property',
      { id: ids.property, name, address: '', owner: 'the testers', exposure: 'ordinary', note: '' } as { id: string },
    ],
    ['building', { id: ids.building, propertyId: ids.property, name: 'House' } as { id: string }],
    ['roof', { id: ids.roof, buildingId: ids.building, name: 'Main' } as { id: string }],
    ...slopes.flatMap((slope, i): [string, { id: string }][] => [
      [
        'slope',
        {
          id: ids.slopes[i] as string,
          roofId: ids.roof,
          letter: slope.letter,
          name: '',
          pitch: { typed: slope.pitch, risePer12: slope.rise, source: 'tape' },
          facing: slope.facing,
          under: 'attic',
          ...(slope.size && {
            eaveLength: { typed: `${slope.size[0]} in`, inches: slope.size[0] },
            planRun: { typed: `${slope.size[1]} in`, inches: slope.size[1] },
          }),
        } as { id: string },
      ],
      [
        'covering',
        {
          id: newId(),
          slopeId: ids.slopes[i],
          kind: slope.kind,
          laidFrom: 2012,
          laidTo: 2012,
          ageSource: 'permit',
          layers: 1,
        } as { id: string },
      ],
    ]),
    [
      'visit',
      {
        id: ids.visit,
        roofs: [ids.roof],
        on: '2026-09-18',
        inspector: 'Marit Quillon',
        purpose: '',
        weather: '',
        walk: visit.walk ?? '',
        commission: visit.purpose ? { purpose: visit.purpose } : null,
      } as { id: string },
    ],
  ]
  await sendFacts(page, facts)
  return ids
}

/** Facts straight through the front door, as a device sends them. */
export async function sendFacts(
  page: Page,
  facts: [kind: string, fact: { id: string }][],
  base: string | null = null,
  deleted = false,
) {
  const status = await page.evaluate(
    async (changes) => {
      const { antiForgeryToken } = await (await fetch('/api/session')).json()
      const answer = await fetch('/api/facts', {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'X-Kalpa-Token': antiForgeryToken },
        body: JSON.stringify({ changes }),
      })
      const { receipts } = await answer.json()
      return receipts.map((receipt: { outcome: string }) => receipt.outcome)
    },
    facts.map(([kind, payload]) => ({
      requestId: newId(),
      factId: payload.id,
      kind,
      baseRevision: base,
      recordedAt: new Date().toISOString(),
      device: 'test',
      contractVersion: 3,
      deleted,
      payload,
    })),
  )
  expect(new Set(status)).toEqual(new Set(['accepted']))
}

/** Takes back what a test has set for the whole firm: the tests after it on this server expect the rule book as it was shipped. */
export async function firmAsShipped(browser: Browser) {
  const context = await browser.newContext()
  const page = await context.newPage()
  await signIn(page)
  const { rules, heads } = await page.evaluate(() => fetch('/api/book/firm').then((answer) => answer.json()))
  if (rules) {
    const plain = { id: rules.id, views: [], phrases: [], voice: 'plain' }
    const head = heads.find(({ factId }: { factId: string }) => factId === rules.id)
    await sendFacts(page, [['firmRules', plain]], head?.revision)
  }
  await context.close()
}

export const shingle = (letter: string, facing: string): Slope => ({
  letter,
  facing,
  kind: 'laminatedShingle',
  pitch: '6/12',
  rise: 6,
})

/** The visit as the server holds it. */
/** A visit as the server has it: what its roofs share, with the facts and the judgement of one of them, the first where none is named. */
export async function serverVisit(page: Page, id: string, roof?: string) {
  const dossier = await page.evaluate((visit) => fetch(`/api/visits/${visit}`).then((answer) => answer.json()), id)
  const shown = dossier.roofs.find(({ name }: { name: string }) => name === roof) ?? dossier.roofs[0]
  return { ...dossier, ...shown }
}

export async function onPhone(browser: Browser, more: object = {}) {
  const context = await browser.newContext({ ...phone, ...more })
  const page = await context.newPage()
  return { context, page }
}

/** Everything of this person is on the server. */
export async function allSent(page: Page) {
  await expect(page.getByRole('button', { name: /^Sync status: / })).toHaveAccessibleName('Sync status: Synced', {
    timeout: 60_000,
  })
}

/** A finding that leaks, at a place of the first slope, as it is sent. */
export const leaking = (
  ids: { visit: string; slopes: string[] },
  condition: string,
  station: string,
  place: string,
): [string, { id: string }] => [
  'finding',
  {
    id: newId(),
    visitId: ids.visit,
    slopeId: ids.slopes[0],
    station,
    condition,
    place,
    evidence: 'active',
    extent: 'onePlace',
    outcome: 'mend',
  } as { id: string },
]

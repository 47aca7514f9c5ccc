import { type Browser, type BrowserContext, test as base, type Page } from '@playwright/test'
import { phone } from './helpers'

/**
 * A page that one test gives back and the next takes: loading the app starts an interpreted core, eight seconds of a processor, and a person does not do that
 * for each thing either. A test that has failed keeps its page from the others. What signs out, loads cold, breaks a screen or fills the device takes a page of
 * its own, from `ownPage` or `onPhone`.
 */
class Lender {
  private lent: { context: BrowserContext; page: Page } | undefined

  constructor(
    private readonly browser: Browser,
    private readonly options: Parameters<Browser['newContext']>[0],
  ) {}

  async lend(): Promise<Page> {
    if (!this.lent) {
      const context = await this.browser.newContext(this.options)
      this.lent = { context, page: await context.newPage() }
    }
    return this.lent.page
  }

  async takeBack(asItWas: boolean) {
    if (!this.lent) return
    const { context, page } = this.lent
    if (!asItWas || page.isClosed()) {
      this.lent = undefined
      await context.close()
      return
    }
    await page.unrouteAll({ behavior: 'ignoreErrors' })
    await context.setOffline(false)
    await page.removeAllListeners(undefined, { behavior: 'ignoreErrors' })
    for (const other of context.pages()) if (other !== page) await other.close()
  }

  async end() {
    await this.lent?.context.close()
  }
}

async function lendWhile(lender: Lender, use: (page: Page) => Promise<void>, asExpected: () => boolean) {
  await use(await lender.lend())
  await lender.takeBack(asExpected())
}

export const test = base.extend<{ ownPage: Page; phonePage: Page }, { desk: Lender; pocket: Lender }>({
  desk: [
    async ({ browser }, use) => {
      const lender = new Lender(browser, { viewport: { width: 1280, height: 800 } })
      await use(lender)
      await lender.end()
    },
    { scope: 'worker' },
  ],
  pocket: [
    async ({ browser }, use) => {
      const lender = new Lender(browser, phone)
      await use(lender)
      await lender.end()
    },
    { scope: 'worker' },
  ],
  page: ({ desk }, use, info) => lendWhile(desk, use, () => info.status === info.expectedStatus),
  phonePage: ({ pocket }, use, info) => lendWhile(pocket, use, () => info.status === info.expectedStatus),
  ownPage: async ({ browser }, use) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    await use(await context.newPage())
    await context.close()
  },
})

export { type Browser, expect, type Locator, type Page } from '@playwright/test'

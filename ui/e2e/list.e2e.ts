import { address, keptOffline, newId, onPhone, sendFacts, signIn } from './helpers'
import { expect, test } from './lent'

const property = (name: string, more: object = {}): [string, { id: string }] => {
  const fact = { id: newId(), name, address: '', owner: '', exposure: 'ordinary', note: '', ...more }
  return ['property', fact]
}

test('the list is searched by owner and tag, filtered, ordered and paged, and the address remembers it', async ({
  page,
}) => {
  await signIn(page)
  // The key shows what the address says, a moment after the tap.
  const filter = async (name: string, on: boolean) => {
    await page.getByRole('checkbox', { name }).click()
    await expect(page.getByRole('checkbox', { name })).toBeChecked({ checked: on })
  }
  const owner = `Owner${Date.now()}`
  await sendFacts(
    page,
    Array.from({ length: 27 }, (_, i) => property(`Row House ${String(i + 1).padStart(2, '0')}`, { owner })),
  )
  await sendFacts(page, [property('Tagged House', { owner, tags: ['yearly'] })])

  await page.getByRole('searchbox', { name: /^Search by name/ }).fill(owner.toUpperCase())
  await page.getByRole('combobox', { name: 'Order of the list' }).selectOption({ label: 'By name' })
  await expect(page.getByText('1–25 of 28')).toBeVisible()
  await expect(page.getByRole('article').first()).toContainText('Row House 01')
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByText('26–28 of 28')).toBeVisible()
  await expect(page.getByRole('article')).toHaveCount(3)

  // Into a property and back: the same page of the same list.
  await page.getByRole('link', { name: 'Tagged House' }).click()
  await expect(page.getByLabel(/^Tags, separated/)).toHaveValue('yearly')
  await page.goBack()
  await expect(page.getByText('26–28 of 28')).toBeVisible()

  await page.getByRole('searchbox', { name: /^Search by name/ }).fill(`${owner} yearly`)
  await expect(page.getByRole('article')).toHaveCount(1)
  await expect(page.getByRole('article')).toContainText('yearly')
  await filter('Visit in progress', true)
  await expect(page.getByText(/^No property matches/)).toBeVisible()
  await filter('Visit in progress', false)
  await filter('Not visited for a year', true)
  await expect(page.getByRole('article')).toHaveCount(1)
})

test('without a connection the properties kept on the device are searched, and it says so', async ({ browser }) => {
  const { context, page } = await onPhone(browser)
  await signIn(page)
  await keptOffline(page)
  // One of those that the list began with, whatever else is on file by now.
  await page.goto(address())
  const name = (await page.getByRole('article').first().getByRole('heading', { level: 2 }).textContent()) ?? ''
  await context.setOffline(true)
  await page.goto(address())
  await page.getByRole('searchbox', { name: /^Search by name/ }).fill(name)
  await expect(page.getByText('showing only properties saved on this device')).toBeVisible()
  await expect(page.getByRole('article')).toHaveCount(1)
  await context.close()
})

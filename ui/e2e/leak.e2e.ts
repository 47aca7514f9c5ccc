import AxeBuilder from '@axe-core/playwright'
import { keptOffline, leaking, makeVisit, newId, open, sendFacts, shingle, signIn } from './helpers'
import { expect, test } from './lent'

test('a stain is traced to where the water gets in, with reasons and the next test, on the phone and offline', async ({
  phonePage: page,
}) => {
  await signIn(page)
  const ids = await makeVisit(page, 'Stain House', [shingle('A', 'south')], { walk: 'leak', purpose: 'leak' })
  const stain = leaking(ids, 'ceiling-stain', 'inside', 'bath')
  const boot = leaking(ids, 'boot-collar-torn', 'penetrations', 'soil pipe')
  const says = {
    id: newId(),
    visitId: ids.visit,
    question: 'leak-when',
    slopeId: null,
    chosen: ['every-rain'],
    typed: '',
  }
  await sendFacts(page, [stain, boot, ['answer', says]])
  await open(page, `/visits/${ids.visit}/findings/${stain[1].id}`)
  const traced = page.getByRole('region', { name: 'Where it gets in' })
  await expect(traced.getByRole('listitem').first()).toContainText('Pipe boot', { timeout: 30_000 })
  await expect(traced.getByRole('listitem').first()).toContainText('it leaks in every rain')
  await expect(traced).toContainText('Next:')
  await keptOffline(page)
  await page.context().setOffline(true)
  // Cold mornings without rain: not the boot, though it is torn.
  await open(page, `/visits/${ids.visit}/before`)
  const when = page.getByRole('group', { name: 'When does it leak?' })
  await when.getByRole('checkbox', { name: 'Every rain' }).click()
  await when.getByRole('checkbox', { name: 'Cold mornings, no rain' }).click()
  await open(page, `/visits/${ids.visit}/findings/${stain[1].id}`)
  await expect(traced.getByRole('listitem').first()).toContainText('not the covering', { timeout: 30_000 })
  await page.context().setOffline(false)
  expect((await new AxeBuilder({ page }).include('main').analyze()).violations).toEqual([])
})

import { expect, openDemo, plain, test, visit } from './support'
import type { Page } from '@playwright/test'

/** What the charge page asks to weigh, by lot. */
async function planned(page: Page): Promise<Map<string, string>> {
  const rows = page.locator('[data-lot]').filter({ has: page.locator('.mass') })
  const found = new Map<string, string>()
  for (const row of await rows.all())
    found.set((await row.getAttribute('data-lot'))!, plain(await row.locator('.mass').innerText()))
  return found
}
const planNumber = async (page: Page) => plain(await page.getByTestId('plan-number').first().innerText())

test('one plan on every page: charge, scale, sheet, melt and day show the same weights, also after a change and a reload', async ({
  page,
}) => {
  await openDemo(page)
  for (const tap of [null, '1800']) {
    if (tap) {
      await visit(page, '/heat/13/target')
      const field = page.getByLabel(/^Tap mass/)
      await field.fill(tap)
      await field.press('Tab')
      // Nothing but Charge computes: the other pages show the plan there is, and say that it is out of date.
      await visit(page, '/heat/13/sheet')
      await expect(page.getByTestId('plan-mark')).toContainText('changed after plan')
    }
    await visit(page, '/heat/13/charge')
    await expect(page.getByTestId('answer')).toHaveAttribute('aria-busy', 'false')
    await expect(page.getByTestId('plan-number')).toBeVisible()
    const plan = await planned(page)
    const number = await planNumber(page)
    expect(plan.size).toBeGreaterThan(2)
    await page.reload()
    await expect(page.getByTestId('plan-number')).toHaveText(number)
    expect(await planned(page)).toEqual(plan)

    await visit(page, '/heat/13/sheet')
    expect(await planNumber(page)).toBe(number)
    await expect(page.getByTestId('plan-mark')).toHaveCount(0)
    const sheet = page.getByRole('article')
    for (const [name, mass] of plan)
      expect(plain(await sheet.getByRole('row').filter({ hasText: name }).innerText()), name).toContain(mass)

    await visit(page, '/heat/13/melt')
    await expect(page.getByTestId('plan-mark')).toContainText(number)
    const steps = plain(await page.locator('main').innerText())
    for (const [name, mass] of plan) expect(steps, `${name} ${mass} on the run sheet`).toContain(mass)

    await visit(page, '/day-plan')
    await expect(page.getByTestId('whose-plans')).toContainText('as on their own pages')
    const divided = page.getByRole('region', { name: 'Stock, shared' })
    await expect(divided).toContainText(number)
    for (const [name, mass] of plan)
      expect(plain(await divided.getByRole('row').filter({ hasText: name }).innerText()), name).toContain(
        mass,
      )

    await visit(page, '/heat/13/scale')
    expect(await planNumber(page)).toBe(number)
    const [first] = plan
    await expect(page.getByTestId('scale-lot')).toHaveText(first![0])
    await expect.poll(async () => plain(await page.getByTestId('scale-target').innerText())).toBe(first![1])
  }
})

test('a plan that is out of date is made again by one press, on the page that shows it', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/target')
  const field = page.getByLabel(/^Tap mass/)
  await field.fill('1500')
  await field.press('Tab')
  await visit(page, '/heat/13/melt')
  const mark = page.getByTestId('plan-mark')
  await expect(mark).toContainText('changed after plan')
  const before = plain(await mark.innerText())
  await mark.getByRole('button', { name: 'Update the plan' }).click()
  await expect(mark).not.toContainText('changed after plan')
  expect(plain(await mark.innerText())).not.toBe(before)
  // The plan is kept: another page has it, and a reload.
  const number = /Plan \w{4}/.exec(plain(await mark.innerText()))![0]
  await page.getByTestId('save-state').getByText('saved', { exact: true }).waitFor()
  await page.goto('/heat/13/sheet')
  await expect(page.getByTestId('plan-number')).toHaveText(number)
})

import { expect, openDemo, saved, test, visit } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

test('at the phone the step, the reading and the forecast stay at the bottom; Stop is heard', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const held: string[] = []
    const request = (kind: string) => {
      held.push(kind)
      return Promise.resolve(
        Object.assign(new EventTarget(), { released: false, release: () => Promise.resolve() }),
      )
    }
    Object.defineProperty(navigator, 'wakeLock', { value: { request } })
    Object.assign(window, { held })
  })
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await saved(page)
  await visit(page, '/heat/13/melt')
  const bar = page.getByTestId('melt-bar')
  await expect(bar.getByTestId('bar-forecast')).toContainText(/lighting/)
  // The screen stays on from the first look.
  await expect
    .poll(() => page.evaluate(() => (window as unknown as { held: string[] }).held))
    .toContain('screen')
  for (const target of await bar.locator('button:not([aria-pressed]), .field').all()) {
    const box = (await target.boundingBox())!
    const what = await target.evaluate((element) => element.outerHTML.slice(0, 200))
    expect(Math.min(box.width, box.height), what).toBeGreaterThanOrEqual(72)
    expect(box.y + box.height).toBeLessThanOrEqual(844)
  }
  // With text twice as large it is still a bar.
  await page.evaluate(() => (document.documentElement.style.fontSize = '200%'))
  expect((await bar.boundingBox())!.height).toBeLessThan(422)
  await page.evaluate(() => (document.documentElement.style.fontSize = ''))

  // The dialog of what to do in an emergency: its first words describe it.
  await page.getByRole('button', { name: /^Stop/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toHaveAccessibleDescription(/\w{3}/)
  await expect(dialog.locator('[aria-pressed]').first()).toBeFocused()
  await page.keyboard.press('Escape')

  await bar.getByLabel('Temperature reading').fill('640')
  await bar.getByRole('button', { name: 'Log it' }).click()
  // As the probe's own checks put it right.
  await expect(page.getByTestId('live-heat')).toContainText(/64\d.°C/)
})

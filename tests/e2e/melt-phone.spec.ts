import { expect, openDemo, saved, test, visit } from './support'

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true })

test('at the phone the step, the reading and the forecast stay at the bottom; a timer rings on another page; Stop is heard', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await saved(page)
  await visit(page, '/heat/13/melt')
  const bar = page.getByTestId('melt-bar')
  await expect(bar.getByTestId('bar-forecast')).toContainText(/lighting/)
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

  // The dialog of what to do in an emergency: its first words describe it, and its first answer has the keyboard.
  await page.getByRole('button', { name: /^Stop/ }).click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toHaveAccessibleDescription(/\w{3}/)
  await expect(dialog.getByRole('button', { pressed: false }).first()).toBeFocused()
  await page.keyboard.press('Escape')

  await bar.getByLabel('Temperature reading').fill('640')
  await bar.getByRole('button', { name: 'Log it' }).click()
  // As the probe's own checks put it right.
  await expect(page.getByTestId('live-heat')).toContainText(/64\d.°C/)

  // Steps until one has a clock.
  const clock = page.getByTestId('step-clock')
  for (let step = 0; step < 24 && (await clock.count()) === 0; step++) {
    await page.waitForTimeout(750)
    await bar.getByTestId('step-on').click()
  }
  await clock.getByRole('button').click()
  await saved(page)
  // The clock of the wall goes on by an hour while another page is open.
  await page.evaluate(() => {
    const timers = JSON.parse(localStorage.getItem('step-timers')!) as { dueMs: number }[]
    localStorage.setItem(
      'step-timers',
      JSON.stringify(timers.map((one) => ({ ...one, dueMs: Date.now() - 90_000 }))),
    )
  })
  await page.goto('/ledger')
  await expect(page.getByRole('status').filter({ hasText: 'the time was up 1 minute ago' })).toBeVisible()
  await page.reload()
  await page.waitForTimeout(1500)
  await expect(page.getByRole('status').filter({ hasText: 'the time was up' })).toHaveCount(0)
})

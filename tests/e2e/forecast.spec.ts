import { expect, openDemo, plain, saved, takeClock, test, visit } from './support'

test('when it will be ready: in minutes before lighting, by the clock from the first readings on, narrower with each @long', async ({
  page,
}) => {
  await openDemo(page)
  await takeClock(page, '2026-11-21T14:00:00')
  await visit(page, '/heat/13/melt')
  const card = page.getByTestId('forecast')
  await expect(card).toContainText(/about \d+ min after lighting \(\d+ to \d+\)/)
  await expect(card).toContainText('what this furnace’s heats took')

  /** From the earliest to the latest it may be ready, min. */
  const width = async () => {
    const [, low, high] =
      /°C at about [\d:]+ \(([\d:]+) to ([\d:]+)\)/.exec(plain(await card.innerText())) ?? []
    const minutes = (clock = '') => Number(clock.split(':')[0]) * 60 + Number(clock.split(':')[1])
    return minutes(high) - minutes(low)
  }
  const log = async (celsius: string) => {
    await page.getByRole('textbox', { name: /^Temperature by/ }).fill(celsius)
    await page.getByRole('textbox', { name: /^Temperature by/ }).press('Enter')
  }
  await log('320')
  await expect(card).toContainText('at about')
  const first = await width()
  for (const celsius of ['545', '715', '845']) {
    await page.clock.fastForward('05:00')
    await log(celsius)
  }
  await expect.poll(width).toBeLessThan(first)
  await expect(card).toContainText('Molten at about')
  await expect(page.getByTestId('melt-trace')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(card).toContainText('at about')

  // Turned down and opened it takes longer; what full fire would do stands beside, and a reload keeps both.
  /** The middle of the first time the card tells. */
  const middle = async () => {
    const [, hours = 0, minutes = 0] = /°C at about (\d+):(\d+)/.exec(plain(await card.innerText())) ?? []
    return Number(hours) * 60 + Number(minutes)
  }
  const before = await middle()
  const set = page.getByTestId('as-set')
  await expect(set).toHaveCount(0)
  const fire = page.getByRole('group', { name: 'Fire and lid' })
  await fire.getByRole('button', { name: 'Fire 75 %' }).click()
  await expect(set).toContainText(/Based on fire at 75 %\. At full fire, lid on, from now: at about/)
  await expect.poll(middle).toBeGreaterThan(before)
  await fire.getByRole('button', { name: 'Lid off' }).click()
  await expect(set).toContainText('75 %, and the lid off')
  await expect(fire.getByRole('button', { name: 'Fire 75 %' })).toHaveAttribute('aria-pressed', 'true')
  await saved(page)
  await page.reload()
  await expect(set).toContainText('75 %, and the lid off')
  await fire.getByRole('button', { name: 'Fire full' }).click()
  await fire.getByRole('button', { name: 'Lid on again' }).click()
  await expect(set).toHaveCount(0)
  await expect(page.getByRole('list', { name: 'Entries' })).toContainText('Lid on again')

  // Hot enough: what is left is how long it stays so once it is lifted.
  await page.clock.fastForward('10:00')
  await log('1180')
  await expect(card).toContainText('It is hot enough to pour.')
  await expect(page.getByTestId('lifted')).toContainText(
    /Once it is lifted, about (\d+ min )?\d+ s until it is at/,
  )
})

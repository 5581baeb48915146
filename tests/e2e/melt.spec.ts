import { devices } from '@playwright/test'
import { expect, openDemo, plain, saved, stepOn, stepTo, test, visit, takeClock } from './support'

test('the furnace log: readings put right, quick entries, estimates, the trace; a reload keeps it @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await page.getByLabel(/^Weighed ?.*Compression fittings/).fill('900')
  await page.keyboard.press('Enter')
  await visit(page, '/heat/13/melt')
  const reading = page.getByRole('textbox', { name: /^Temperature by the Long probe/ })
  for (let step = 0; step < 4; step++) await stepOn(page)
  await reading.fill('hot')
  await expect(page.getByRole('alert')).toContainText('not a number')
  await reading.fill('1150')
  await page.getByRole('button', { name: 'Log it' }).click()
  const entries = page.getByRole('list', { name: 'Entries' })
  await expect(entries).toContainText('1150 °C, corrected 1158 °C')
  await expect(page.getByTestId('live-heat')).toContainText('in the pour window')
  await expect(page.getByTestId('melt-trace').locator('.scatterlayer .points path').first()).toBeVisible()
  await page.getByRole('button', { name: 'White smoke', exact: true }).click()
  await page.getByRole('button', { name: 'Reduced-pressure test…' }).click()
  await page.getByLabel('Density frozen in air, g/cm³').fill('2.68')
  await page.getByLabel('Density frozen in vacuum, g/cm³').fill('2.5')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(entries).toContainText('density index 6.7 %: degas again')
  await reading.fill('1290')
  await page.getByRole('button', { name: 'Log it' }).click()
  await expect(page.getByTestId('live-heat')).toContainText('too hot to pour')
  await expect(page.getByTestId('live-gas')).toContainText('superheat')
  await saved(page)
  await page.reload()
  await expect(entries.getByRole('listitem')).toHaveCount(4)
  await page.getByRole('button', { name: /^Delete ?White smoke/ }).click()
  await expect(entries.getByRole('listitem')).toHaveCount(3)
  await page.getByRole('heading', { name: 'Log', exact: true }).click()
  await page.keyboard.press('Control+z')
  await expect(entries.getByRole('listitem')).toHaveCount(4)
})

test('a logger’s table gives the trace and its plateau; a wrong one is refused @long', async ({ page }) => {
  await openDemo(page)
  await visit(page, '/heat/13/melt')
  const file = page.getByLabel('Temperature log file')
  const csv = (name: string, text: string) => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) })
  await file.setInputFiles(csv('lots.csv', 'name,mass\nTin,5\n'))
  await expect(page.getByRole('alert')).toContainText('lots.csv has no columns named time and temperature')
  const rows = Array.from({ length: 60 }, (_, at) => {
    const celsius = at < 20 ? 1100 - 5 * at : at < 40 ? 1000 + (at % 2) : 1000 - 5 * (at - 39)
    return `${10 * at},${celsius}`
  })
  await file.setInputFiles(csv('trace.csv', `time,temperature\n${rows.join('\n')}`))
  // 0 to 590 could be seconds or minutes: that is asked.
  await page.getByTestId('which-unit').getByRole('button', { name: 'seconds' }).click()
  await expect(page.getByTestId('plateau')).toContainText('Held at 10')
  const entries = page.getByRole('list', { name: 'Entries' }).getByRole('listitem')
  await expect(entries).toHaveCount(25)
  await page.getByRole('button', { name: 'Show all 60' }).click()
  await expect(entries).toHaveCount(60)
  await page.getByRole('heading', { name: 'Log', exact: true }).click()
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('plateau')).toBeHidden()
})

test('zinc still in the melt is estimated with a band once brass is in and hot @long', async ({ page }) => {
  await takeClock(page, '2026-11-23T10:00:00Z')
  await openDemo(page)
  await visit(page, '/heat/13/target')
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('C85200')
  await page.getByRole('option', { name: /C85200/ }).click()
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await page.getByLabel(/^Weighed ?.*Compression fittings/).fill('1100')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Take back/ })).toHaveCount(1)
  await visit(page, '/heat/13/melt')
  await stepTo(page, /Stir/)
  await page.getByRole('textbox', { name: /^Temperature by/ }).fill('1060')
  await page.getByRole('button', { name: 'Log it' }).click()
  const zinc = page.getByTestId('live-zinc')
  await expect(zinc).toContainText('went in')
  const left = async () => Number(/about ([\d.]+)/.exec((await zinc.textContent()) ?? '')![1])
  const first = await left()
  await page.clock.fastForward('30:00')
  await expect.poll(left).toBeLessThan(first)
  const covered = await left()
  await page.getByRole('region', { name: 'How it is done' }).getByText('Cover:').click()
  await page.getByRole('radio', { name: /^No cover/ }).check()
  await expect.poll(left).toBeLessThan(covered)
})

test('a clock that is right after sleep and a reload, and the stop sheet @long', async ({ page }) => {
  await takeClock(page, '2026-11-23T10:00:00Z')
  await openDemo(page)
  await visit(page, '/heat/13/target')
  await page.getByRole('combobox', { name: 'Find an alloy' }).fill('319.0')
  await page.getByRole('option', { name: /319/ }).first().click()
  await visit(page, '/heat/13/melt')
  await stepTo(page, /^Degas/)
  const clock = page.getByTestId('step-clock')
  await clock.getByRole('button').click()
  await expect(clock.getByRole('timer')).toContainText(/9:5\d to go/)
  await saved(page)
  await page.reload()
  await expect(clock.getByRole('timer')).toContainText(/9:[45]\d to go/)
  // The lid shut: no timer ran, the clock of the world did.
  await page.clock.pauseAt(new Date('2026-11-23T10:09:00Z'))
  await page.clock.runFor(1500)
  await expect(clock.getByRole('timer')).toContainText(/^[01]:\d\d to go/)
  // It rings on whatever page is open, late where nobody looked.
  await page.clock.resume()
  await visit(page, '/stock')
  await page.clock.pauseAt(new Date('2026-11-23T10:14:00Z'))
  await page.clock.runFor(1500)
  await expect(page.getByText(/H-013, Degas.*: the time was up [2-4] minutes ago/)).toBeAttached()
  await page.clock.resume()
  await visit(page, '/heat/13/melt')
  await expect(clock.getByRole('timer')).toContainText(/ time is up: tick it when it looks right/)
  await page.getByRole('button', { name: /^Stop/ }).click()
  await page.getByRole('button', { name: 'Metal on the ground' }).click()
  await expect(page.getByTestId('emergency')).toContainText('No water')
})

for (const [long, size] of [
  [' @long', { width: 1280, height: 800 }],
  [' @long', { width: 844, height: 390 }],
  ['', { width: 390, height: 844 }],
] as const)
  test(`stop is in reach of a glove and of a key, its answer on top, at ${size.width} × ${size.height}${long}`, async ({
    page,
  }) => {
    await page.setViewportSize(size)
    await openDemo(page)
    await visit(page, '/heat/13/melt')
    await expect(page.getByTestId('now')).toBeVisible()
    const stop = page.getByRole('button', { name: /^Stop/ })
    await page.mouse.wheel(0, 5000)
    await page.evaluate(() => window.scrollTo(0, document.body.scrollHeight))
    await expect(stop).toBeInViewport({ ratio: 1 })
    expect((await stop.boundingBox())!.height).toBeGreaterThanOrEqual(72)
    await page.keyboard.press('F9')
    const region = page.getByTestId('emergency')
    // What speaks is there before it has anything to say.
    await expect(region).toBeAttached()
    await expect(region).toBeEmpty()
    await page.getByRole('button', { name: 'Someone is burnt' }).click()
    await expect(region.getByRole('listitem').first()).toBeInViewport({ ratio: 1 })
    await expect(region.getByRole('listitem').last()).toBeInViewport({ ratio: 1 })
    expect(await page.evaluate(() => document.activeElement?.textContent)).toContain('Someone is burnt')
    await page.getByRole('button', { name: 'Close' }).click()
    await page.keyboard.press('Control+k')
    await expect(page.getByLabel('Stage, heat or action')).toBeFocused()
    await page.keyboard.type('stop')
    await expect(page.getByRole('option').first()).toContainText('Stop: something is wrong')
    await page.keyboard.press('Enter')
    await expect(region).toBeAttached()
  })

test('a double tap does one thing; a danger unread is not skipped; the step just ticked is taken back beside it', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/melt')
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await expect(page.getByRole('button', { name: 'Skip' })).toHaveCount(0)
  // It stands below all there is to read.
  await page.getByTestId('step-on').scrollIntoViewIfNeeded()
  const read = await page.getByTestId('step-on').boundingBox()
  await page.mouse.dblclick(read!.x + read!.width / 2, read!.y + read!.height / 2, { delay: 60 })
  await expect(page.getByTestId('step-on')).toHaveText('Done')
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await page.getByTestId('step-on').click()
  await expect(page.getByTestId('now')).not.toHaveText('Get ready')
  const undo = page.getByTestId('last-step').getByRole('button', { name: /^Undo/ })
  expect((await undo.boundingBox())!.height).toBeGreaterThanOrEqual(72)
  await undo.click()
  await expect(page.getByTestId('now')).toHaveText('Get ready')
})

test('practices are chosen with their reasons; a dose that is too much says so; own ones are kept @long', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/melt')
  const how = page.getByRole('region', { name: 'How it is done' })
  await how.getByText('Cover:').click()
  await expect(how).toContainText('traps old alloy')
  const dose = how.getByRole('textbox', { name: /^How much/ })
  await dose.fill('200')
  await dose.blur()
  await expect(how.getByRole('status')).toContainText('Too much')
  await how.getByRole('radio', { name: /^Dry charcoal/ }).check()
  await stepTo(page, /^Cover: dry charcoal/)
  await how.getByText('Deoxidising:').click()
  await how
    .getByRole('group', { name: 'Deoxidising' })
    .getByRole('button', { name: 'My own method…' })
    .click()
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('Give it a name')
  await page.getByLabel('Name', { exact: true }).fill('Lithium copper')
  await page.getByLabel('Method (leave blank if none)').fill('Plunged, and poured at once.')
  await page.getByLabel(/^Dose, % of the charge/).fill('0.1')
  await page.getByRole('button', { name: 'Save', exact: true }).last().click()
  await saved(page)
  await page.reload()
  await stepTo(page, /lithium copper/i)
  await expect(page.getByText('Plunged, and poured at once.').first()).toBeVisible()
})

test('holds wait for the thermometer; the metal gives the lie to the probe; a refused addition says what it costs', async ({
  page,
}) => {
  await openDemo(page)
  await visit(page, '/heat/13/charge')
  await expect(page.getByTestId('answer')).toContainText('to tap for')
  await visit(page, '/heat/13/melt')
  const log = async (celsius: string) => {
    await page.getByRole('textbox', { name: /^Temperature by/ }).fill(celsius)
    await page.getByRole('button', { name: 'Log it', exact: true }).click()
  }
  await log('850')
  await stepTo(page, /^Melt the base/)
  await expect(page.getByTestId('hold')).toContainText('everything is molten')
  await stepOn(page)
  await expect(page.getByTestId('liar')).toContainText('reads at least')
  await expect(page.getByTestId('live-heat')).toContainText('not trusted in this heat')
  // Struck, and put back, and struck again: it was the wrong line.
  const strike = page.getByRole('button', { name: /^Delete ?Temperature/ })
  await strike.click()
  await page.getByRole('button', { name: 'Restore it' }).click()
  await expect(page.getByTestId('liar')).toBeVisible()
  await strike.click()
  await expect(page.getByTestId('liar')).toHaveCount(0)
  await log('1250')
  await stepTo(page, /^Add the (brass|zinc)/)
  await expect(page.getByTestId('hold')).toContainText('wait until it is under')
  await log('900')
  await expect(page.getByTestId('hold')).toContainText('the melt freezes round the addition')
  const [, from] = /heat it to ([\d ]+) °C/.exec(plain(await page.getByTestId('hold').innerText()))!
  await log(String(Number(from!.replace(/ /g, '')) + 10))
  await expect(page.getByTestId('hold')).toContainText('right for the zinc')
  const unread = page.getByRole('button', { name: /^I have read/ })
  if (await unread.isVisible()) await unread.click()
  await page.getByRole('button', { name: 'Skip' }).click()
  await expect(page.getByTestId('refused')).toContainText('Without')
})

test('a simulated thermocouple writes the log, drops out, and goes on in the browser when the server is gone @long', async ({
  browser,
}) => {
  const context = await browser.newContext({ serviceWorkers: 'allow' })
  const page = await context.newPage()
  await openDemo(page)
  await page.evaluate(() => navigator.serviceWorker.ready)
  await visit(page, '/devices')
  const probe = page.getByTestId('device-thermocouple')
  await probe.getByLabel(/^Melting starts at/).fill('900')
  await probe.getByRole('button', { name: 'Switch on' }).click()
  await expect(probe).toContainText(/9\d\d °C/)
  await probe.getByLabel('shows the wrong unit').check()
  await expect(probe.getByRole('status')).toContainText('Fahrenheit', { timeout: 20_000 })
  await probe.getByLabel('shows the wrong unit').uncheck()
  const scale = page.getByTestId('device-scale')
  await scale.getByRole('button', { name: 'Switch on' }).click()
  await expect(scale).toContainText(/500\.\d g/)
  const gun = page.getByTestId('device-analyser')
  await gun.getByLabel('Connection').selectOption('browser')
  await gun.getByRole('button', { name: 'Switch on' }).click()
  await expect(gun).toContainText(/Cu 8\d/)
  await page.getByRole('link', { name: 'Gear' }).click()
  await visit(page, '/heat/13/scale')
  await page.getByTestId('connected-scale').getByRole('button', { name: 'Use this reading' }).click()
  await expect(page.getByRole('textbox', { name: /^Scale reading/ })).toHaveValue(/^(500|499)/)
  await visit(page, '/heat/13/melt')
  const live = page.getByTestId('live-probe')
  await live.getByLabel('log it automatically').check()
  const entries = page.getByRole('list', { name: 'Entries' }).getByRole('listitem')
  await expect(entries.first()).toBeVisible()
  await context.setOffline(true)
  await expect(page.getByTestId('probe-lost')).toBeVisible({ timeout: 20_000 })
  await expect(live).toContainText(/\d{3,4} °C/)
  await context.close()
})

test.describe('the server of instruments', () => {
  test('streams lines, and refuses what it does not know', async ({ page, request }) => {
    await openDemo(page)
    const first = await page.evaluate(
      () =>
        new Promise<string>((resolve) => {
          const events = new EventSource('/api/devices/lines?kind=thermocouple&fromC=700&toC=701')
          events.onmessage = ({ data }) => {
            events.close()
            resolve(String(data))
          }
        }),
    )
    expect(first).toMatch(/^T (69|70)\d\.\d C$/)
    for (const query of ['kind=kettle', 'kind=scale&faults=melts', 'kind=scale&x=1', '']) {
      const answer = await request.get(`/api/devices/lines?${query}`)
      expect(answer.status()).toBe(400)
      expect((await answer.json()).error).toBe('invalid')
    }
  })
})

test('the same lines over a serial port; a pulled plug says so @long', async ({ page }) => {
  await page.addInitScript(() => {
    const text = new TextEncoder()
    const port = {
      open: async () => {},
      close: async () => {},
      readable: new ReadableStream<Uint8Array>({
        start(controller) {
          for (const part of ['T 10', '40.5 C\r\nT open\r\n', 'T 1041.0 C\r\n'])
            controller.enqueue(text.encode(part))
          addEventListener('pulled', () => controller.close())
        },
      }),
    }
    Object.defineProperty(navigator, 'serial', {
      value: { requestPort: async () => port },
      configurable: true,
    })
  })
  await openDemo(page)
  await visit(page, '/devices')
  const probe = page.getByTestId('device-thermocouple')
  await probe.getByLabel('Connection').selectOption('serial')
  await probe.getByRole('button', { name: 'Switch on' }).click()
  await expect(probe).toContainText('1041 °C')
  await page.evaluate(() => dispatchEvent(new Event('pulled')))
  await expect(probe.getByRole('button', { name: 'Switch on' })).toBeVisible()
})

for (const [device, long] of [
  ['Pixel 7', ''],
  ['Galaxy Tab S4', ' @long'],
] as const)
  test(`a heat in furnace posture on a ${device}: cut off in the middle, nothing lost; targets and contrast${long}`, async ({
    browser,
  }) => {
    const { viewport, userAgent, deviceScaleFactor } = devices[device]
    const context = await browser.newContext({
      viewport,
      userAgent,
      deviceScaleFactor,
      serviceWorkers: 'allow',
    })
    const page = await context.newPage()
    await openDemo(page)
    await page.evaluate(() => navigator.serviceWorker.ready)
    await visit(page, '/heat/13/melt')
    await stepTo(page, /^Melt the base/)
    const furnace = page.locator('.furnace').first()
    for (const button of await furnace.getByRole('button').all()) {
      const box = await button.boundingBox()
      expect(Math.round(box!.height), (await button.textContent())!).toBeGreaterThanOrEqual(72)
    }
    expect(await leastContrast(page)).toBeGreaterThanOrEqual(7)
    await context.setOffline(true)
    await stepOn(page)
    await page.getByRole('textbox', { name: /^Temperature by/ }).fill('1090')
    // On a phone the bar has a field and a button of its own, before these.
    await page.getByRole('button', { name: 'Log it', exact: true }).last().click()
    await page.getByRole('button', { name: 'White smoke', exact: true }).click()
    await saved(page)
    await page.reload()
    await expect(page.getByRole('list', { name: 'Entries' }).getByRole('listitem')).toHaveCount(2)
    await stepTo(page, /The run sheet is done/)
    await context.close()
  })

/** The least contrast of text to its ground in the furnace panels. */
async function leastContrast(page: import('@playwright/test').Page): Promise<number> {
  return page.evaluate(() => {
    const light = (css: string) => {
      const [r, g, b] = css
        .match(/[\d.]+/g)!
        .slice(0, 3)
        .map((part) => {
          const share = Number(part) / 255
          return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4
        })
      return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
    }
    const ground = (element: Element | null): string => {
      for (let at = element; at; at = at.parentElement) {
        const colour = getComputedStyle(at).backgroundColor
        if (!/, 0\)$|transparent/.test(colour)) return colour
      }
      return 'rgb(255, 255, 255)'
    }
    let least = 21
    for (const element of document.querySelectorAll('.furnace *')) {
      const own = [...element.childNodes].some((node) => node.nodeType === 3 && node.textContent!.trim())
      if (!own || (element as HTMLElement).offsetHeight === 0 || element.closest(':disabled')) continue
      const [a, b] = [light(getComputedStyle(element).color), light(ground(element))]
      least = Math.min(least, (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05))
    }
    return least
  })
}

import type { Page } from '@playwright/test'
import demo from '../../data/demo-yard.json' with { type: 'json' }
import { expect, saved, test, visit } from './support'

/* What people and damaged files may call things; each is to be read letter for letter and nothing else. */
const NAMES = [
  '<img src=x onerror="window.__hit=1">',
  '<b>fat</b> &lt;i&gt; {{7*7}} %{x} ${7*7}',
  '"><script>window.__hit=1</script>',
  'גביע ברונזה',
  '👩🏽‍🏭🔥 pot',
  "'; DROP TABLE lots; --",
  '<a href="javascript:window.__hit=1">x</a>',
  'مفتاح نحاس',
]
const name = (at: number) => NAMES[at % NAMES.length]!

const yard = {
  ...demo,
  settings: demo.settings.map((one) => ({ ...one, yardName: name(0), currency: '<b>€</b>'.slice(0, 8) })),
  lots: demo.lots.map((one, at) => ({
    ...one,
    name: `${name(at)}`,
    note: name(at + 1),
    whereFrom: name(at + 2),
  })),
  alloys: demo.alloys.map((one, at) => ({ ...one, alloy: { ...one.alloy, name: name(at) } })),
  gear: demo.gear.map((one, at) => ({ ...one, name: name(at), note: name(at + 3) })),
  // One more is open, so that two can be planned together.
  heats: [
    ...demo.heats,
    { ...demo.heats.at(-1)!, id: 'ffffffff-0000-4000-8000-000000000014', number: 14 },
  ].map((one, at) => ({
    ...one,
    title: name(at),
    remarks: name(at + 1),
    alloy: one.alloy && { ...one.alloy, name: name(at + 2) },
    weighed: one.weighed.map((line, index) => ({ ...line, name: name(at + index) })),
    pour: { ...one.pour, ingots: one.pour.ingots.map((ingot, index) => ({ ...ingot, stamp: name(index) })) },
    assays: one.assays.map((assay) => ({ ...assay, instrument: name(0), specimen: name(2) })),
    ...(one.log ? { log: one.log.map((entry) => ({ ...entry, text: name(1) })) } : {}),
  })),
}

const SCREENS = [
  ...['/', '/stock', '/alloys', '/pile', '/day-plan', '/identify', '/gear', '/ledger', '/trends', '/learned'],
  ...['/compare', '/labels?heat=12', '/labels?heat=bins'],
  ...['target', 'charge', 'scale', 'sheet', 'melt', 'pour', 'assay'].map((stage) => `/heat/13/${stage}`),
  ...['pour', 'assay', 'story', 'trouble', 'mould'].map((stage) => `/heat/12/${stage}`),
]

/** Nothing of a name became an element or ran. */
async function nothingCameAlive(page: Page, where: string): Promise<void> {
  const alive = await page.evaluate(() => ({
    ran: (window as unknown as { __hit?: number }).__hit,
    made: document.querySelectorAll('img[src="x"], a[href^="javascript"], main script').length,
  }))
  expect(alive, where).toEqual({ ran: undefined, made: 0 })
}

test('names with marks, scripts, right-to-left letters and emoji are text on every screen, in charts and in print @long', async ({
  page,
}) => {
  test.setTimeout(150_000)
  await page.goto('/?yard=blank')
  await saved(page)
  await page.getByLabel('Yard file').setInputFiles({
    name: '<b>names</b>.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(yard)),
  })
  await expect(page.getByTestId('import-counts')).toBeVisible()
  await nothingCameAlive(page, 'the preview')
  await page.getByRole('button', { name: 'Replace my yard with it' }).click()
  await expect(page.getByRole('heading', { level: 1, name: NAMES[0] })).toBeVisible()
  await saved(page)
  for (const screen of SCREENS) {
    await visit(page, screen)
    await expect(page.getByRole('main')).toContainText(/<img|<b>fat|script>|גביע|👩🏽‍🏭|DROP|مفتاح|href/)
    await nothingCameAlive(page, screen)
  }
  // The chart shows the letters, brackets and all; the figure beside a right-to-left name stands by itself.
  await visit(page, '/heat/9/pour')
  const flow = page.locator('.sankey')
  await expect(flow).toContainText('<img src=x onerror="window.__hit=1">')
  await expect(flow).toContainText('<b>fat</b> &lt;i&gt; {{7*7}} %{x} ${7*7}')
  await visit(page, '/heat/12/pour')
  await expect(flow).toContainText(/\u2068גביע ברונזה\u2069\s[\d\u202f\u00a0 .]+\sg/)
  // Print.
  await visit(page, '/heat/13/sheet')
  await page.emulateMedia({ media: 'print' })
  expect(await page.locator('main').innerText()).toContain(NAMES[0])
  expect((await page.pdf()).length).toBeGreaterThan(5000)
  await nothingCameAlive(page, 'print')
})

test('marks that turn what follows around are left out when a name is kept @long', async ({ page }) => {
  await page.goto('/?yard=demo')
  await saved(page)
  await visit(page, '/heat/13/assay')
  const title = page.getByRole('textbox', { name: 'Name of the heat' })
  await title.fill('\u202e30.4 g\u2066 lead')
  await title.blur()
  await saved(page)
  await page.reload()
  await expect(title).toHaveValue('30.4 g lead')
})

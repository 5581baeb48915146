import { expect, openChoices, plain, saved, stepTo, visit } from '../support'
import type { Page } from '@playwright/test'

/** An empty yard, as a newcomer has it. */
export async function blankYard(page: Page): Promise<void> {
  await page.goto('/?yard=blank')
  await expect(page.getByRole('heading', { name: 'What metal have you got?' })).toBeVisible()
  await saved(page)
}

export interface Bin {
  name: string
  mass: string
  /** as it is typed, wt% */
  of: Record<string, string>
  /** how it lies in the bin; bar where it is not told */
  form?: string
  kind?: string
}

/** Writes a bin of metal down under Stock. */
export async function addBin(page: Page, { name, mass, of, form = 'bar', kind }: Bin): Promise<void> {
  await page.getByRole('button', { name: 'Add a lot' }).click()
  const sheet = page.getByRole('dialog')
  await sheet.getByLabel('Name', { exact: true }).fill(name)
  await sheet.getByLabel('Mass', { exact: true }).fill(mass)
  if (kind) await sheet.getByLabel('Kind').selectOption({ label: kind })
  await sheet.getByLabel('Form').selectOption(form)
  let row = 0
  for (const [symbol, pct] of Object.entries(of)) {
    if ((await sheet.getByLabel(`Element ${row + 1}`, { exact: true }).count()) === 0)
      await sheet.getByRole('button', { name: 'Add an element' }).click()
    await sheet.getByLabel(`Element ${row + 1}`, { exact: true }).fill(symbol)
    await sheet.getByLabel(`${symbol} share`).fill(pct)
    row++
  }
  await sheet.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(page.getByRole('heading', { name }).first()).toBeVisible()
}

/** Weighs every line that is shown, as shown or off by a share of it. */
export async function weighAll(page: Page, off = 0): Promise<Record<string, number>> {
  const weighed: Record<string, number> = {}
  const all = page.getByText(/All weighed:/)
  for (let line = 0; line < 20; line++) {
    await expect(page.getByTestId('scale-lot').or(all)).toBeVisible()
    if (await all.isVisible()) break
    const lot = await page.getByTestId('scale-lot').innerText()
    await expect(page.getByTestId('scale-target')).toHaveAttribute('aria-busy', 'false')
    const target = plain(await page.getByTestId('scale-target').innerText())
    const mass = Number((gramsOf(target) * (1 + off)).toFixed(1))
    await page.getByLabel(/Scale reading/).fill(`${mass} g`)
    await page.getByRole('button', { name: 'Record, next' }).click()
    await expect(page.getByRole('button', { name: `Take back ${lot}` })).toBeVisible()
    weighed[lot] = mass
  }
  await expect(all).toBeVisible()
  return weighed
}

/** "1 234.5 g" or "1.2 kg" as grams. */
export function gramsOf(text: string): number {
  const [, figure = '', unit] = /([\d  ,.]+?) ?(kg|g)\b/.exec(plain(text)) ?? []
  return Number(figure.replace(/[ ,]/g, '')) * (unit === 'kg' ? 1000 : 1)
}

/** Runs the melt to its end, every step as it comes. */
export async function melt(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Run the melt' }).click()
  await expect(page.getByTestId('now')).toHaveText('Get ready')
  await meltOn(page)
}

/** From the step in hand to the end of the run sheet. */
export async function meltOn(page: Page): Promise<void> {
  await stepTo(page, /The run sheet is done/)
  await page.getByRole('link', { name: 'Weigh what came out' }).click()
}

/** Writes down what came out; the rest there was none of. */
export async function cameOut(
  page: Page,
  { ingots = [], ...parts }: { ingots?: readonly string[] } & Record<string, string | readonly string[]>,
): Promise<void> {
  for (const ingot of ingots) {
    await page.getByLabel('Next ingot').fill(ingot)
    await page.getByRole('button', { name: 'Add the ingot' }).click()
  }
  // Castings written down one by one are added up by themselves.
  const added = (await page.getByTestId('castings-added').count()) > 0
  const none = [...(added ? [] : ['Castings']), 'Sprues, gates, risers', 'Dross', 'Skull', 'Spill', 'Heel']
  for (const part of new Set([...none, ...Object.keys(parts)])) {
    const field = page.getByLabel(part, { exact: true })
    await field.fill(String(parts[part] ?? '0'))
    await field.press('Tab')
  }
}

/** Writes down a casting, and what it weighs at each stage. */
export async function castAs(page: Page, name: string, weights: Record<string, string>): Promise<void> {
  await page.getByRole('button', { name: 'Add a casting' }).click()
  const line = page.locator('[data-cast]').last()
  await line.getByLabel('Casting', { exact: true }).fill(name)
  for (const [stage, weight] of Object.entries(weights)) {
    await line.getByLabel(stage, { exact: true }).fill(weight)
    await line.getByLabel(stage, { exact: true }).press('Tab')
  }
}

/** Types a reading, element by element. */
export async function read(page: Page, method: string, of: Record<string, string>): Promise<void> {
  await page.getByLabel('Method').selectOption(method)
  const sheet = page.getByRole('group', { name: 'Reading' })
  for (const [element, value] of Object.entries(of))
    await sheet.getByRole('textbox', { name: new RegExp(`^${element} `) }).fill(value)
}

/** Goes to the stock of a blank yard and writes its bins down. */
export async function stockUp(page: Page, bins: readonly Bin[]): Promise<void> {
  await blankYard(page)
  await visit(page, '/stock')
  for (const bin of bins) await addBin(page, bin)
}

/** Starts a heat of an alloy of the library, so much to tap. */
export async function aimAt(page: Page, alloy: string, tap: string): Promise<void> {
  await visit(page, '/')
  await page.getByRole('button', { name: 'Start a heat' }).first().click()
  await page.getByLabel(/Tap mass/).fill(tap)
  await chooseAlloy(page, alloy)
}

/** Finds an alloy under Target and takes it. */
export async function chooseAlloy(page: Page, alloy: string): Promise<void> {
  const find = page.getByRole('combobox', { name: 'Find an alloy' })
  await find.fill(alloy)
  await expect(page.getByRole('listbox').getByRole('option').first()).toBeVisible()
  await find.press('Enter')
}

/** Reckons the heat in hand without losses: what is worked out on paper. */
export async function withoutLosses(page: Page): Promise<void> {
  await openChoices(page)
  await page.getByRole('button', { name: /^Losses/ }).click()
  await page.getByLabel('Losses used for this heat').selectOption('none')
  await page.keyboard.press('Escape')
}

/** What the plan asks of each lot, g. */
export async function plannedG(page: Page): Promise<Record<string, number>> {
  const rows = page.locator('li[data-lot]').filter({ has: page.locator('.mass, .much b') })
  const found: Record<string, number> = {}
  for (const row of await rows.all()) {
    const name = (await row.getAttribute('data-lot')) ?? ''
    found[name] = gramsOf(await row.locator('.mass, .much b').first().innerText())
  }
  return found
}

/** Writes a crucible or a furnace down under Gear. */
export async function addGear(page: Page, what: string, told: Record<string, string>): Promise<void> {
  await visit(page, '/gear')
  await page.getByRole('button', { name: `Add ${what}`, exact: true }).click()
  const sheet = page.getByRole('dialog')
  for (const [label, value] of Object.entries(told)) {
    const choice = sheet.getByRole('combobox', { name: new RegExp(`^${label}`) })
    if (value === 'yes') await sheet.getByLabel(label).check()
    else if (await choice.count()) await choice.selectOption(value)
    else await sheet.getByLabel(label, { exact: true }).fill(value)
  }
  await sheet.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(sheet).toBeHidden()
}

/** From the scale to the ledger without a stop: weighed as shown, melted, weighed out, logged. */
export async function throughTo(
  page: Page,
  out: { ingots?: readonly string[] } & Record<string, string | readonly string[]>,
): Promise<void> {
  await page.getByRole('link', { name: 'To the scale' }).click()
  await weighAll(page)
  await melt(page)
  await cameOut(page, out)
  await logIt(page)
}

/** Into the ledger, measured or not. */
export async function logIt(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'Measure it' }).click()
  await page.getByRole('button', { name: 'Log the heat' }).click()
  await expect(page.getByTestId('ledger').getByRole('listitem').first()).toBeVisible()
  await saved(page)
}

/** The plan is so many grams of each lot and no other, to a scale's step or two: room for its error is planned in. */
export async function planIs(page: Page, wanted: Record<string, number>): Promise<void> {
  await expect
    .poll(async () => {
      const found = await plannedG(page)
      return Object.entries({ ...wanted, ...found }).every(
        ([name]) => Math.abs((found[name] ?? 0) - (wanted[name] ?? 0)) <= 3,
      )
    })
    .toBe(true)
}

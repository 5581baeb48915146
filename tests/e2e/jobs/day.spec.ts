import { binaryStl, box } from '../../support/meshes'
import { expect, saved, test, visit } from '../support'
import {
  addGear,
  aimAt,
  cameOut,
  castAs,
  chooseAlloy,
  gramsOf,
  logIt,
  melt,
  stockUp,
  throughTo,
  weighAll,
} from './steps'

/*
 * One piece of a puzzle, a box of 50 × 40 × 10 mm: 20 cm³. In gunmetal (8.72 g/cm³, published) 174 g, in 356.0 (2.68)
 * 54 g, in zinc alloy 3 (6.6) 132 g. Each is cast and logged; what is not the piece, dross or skull is sprue.
 */
test('one puzzle piece in three metals, from its mesh @long', async ({ page }) => {
  await stockUp(page, [
    { name: 'Copper bar', mass: '2 kg', of: { Cu: '100' } },
    { name: 'Tin ingot', mass: '500 g', of: { Sn: '99.9' } },
    { name: 'Zinc', mass: '500 g', of: { Zn: '99.9' } },
    { name: 'Wheel metal', mass: '1 kg', of: { Al: '92.55', Si: '7', Mg: '0.35', Fe: '0.1' } },
    { name: 'Alloy 3', mass: '1 kg', of: { Zn: '95.96', Al: '4', Mg: '0.04' } },
  ])
  const pieces: [string, number][] = [
    ['C90500', 174],
    ['356.0', 54],
    ['Z33520', 132],
  ]
  for (const [at, [alloy, grams]] of pieces.entries()) {
    await visit(page, '/')
    await page.getByRole('button', { name: 'Start a heat' }).first().click()
    await chooseAlloy(page, alloy)
    await page.getByRole('button', { name: 'Add it up from the castings' }).click()
    await page.getByRole('button', { name: 'From a mesh file' }).click()
    const sheet = page.getByRole('dialog')
    await sheet.locator('input[type=file]').setInputFiles({
      name: 'piece.stl',
      mimeType: 'model/stl',
      buffer: Buffer.from(binaryStl(box(50, 40, 10))),
    })
    await expect(sheet.getByTestId('mesh-volume')).toContainText(/^20[\s ]cm³/)
    await sheet.getByLabel('Name').fill('Piece')
    await sheet.getByRole('button', { name: /^(Add it|Save)/ }).click()
    const piece = async () => gramsOf((await page.getByTestId('need-sum').innerText()).split('+')[0]!)
    await expect.poll(piece).toBeCloseTo(grams, -1)
    await visit(page, `/heat/${at + 1}/charge`)
    await expect(page.getByTestId('answer')).toContainText(/to tap/)
    await page.getByRole('link', { name: 'To the scale' }).click()
    const weighed = Object.values(await weighAll(page)).reduce((sum, g) => sum + g, 0)
    expect(weighed).toBeGreaterThan(grams)
    await melt(page)
    await castAs(page, 'Piece', { 'As cast': `${grams}`, Fettled: `${grams - 2}` })
    const dross = (weighed * 0.02).toFixed(1)
    const sprues = (weighed * 0.97 - grams).toFixed(1)
    await cameOut(page, { 'Sprues, gates, risers': sprues, Dross: dross, Skull: '1' })
    await logIt(page)
    await expect(page.getByTestId('ledger').getByRole('listitem')).toHaveCount(at + 1)
  }
})

/*
 * Three families in a day, two crucibles: pure metals in every bin, so that each heat can be made. Aluminium has its own
 * crucible; of the two bronzes the aluminium bronze goes last, as a hundredth of it on the wall (0.1 % aluminium) would
 * spoil gunmetal, which bears 0.005 %.
 */
test('three families in a day: the cleanest first, each in its own crucible, one shopping list @long', async ({
  page,
}) => {
  await stockUp(page, [
    { name: 'Copper bar', mass: '9 kg', of: { Cu: '99.99' } },
    { name: 'Tin ingot', mass: '1 kg', of: { Sn: '99.9' } },
    { name: 'Zinc', mass: '1 kg', of: { Zn: '99.9' } },
    { name: 'Aluminium', mass: '3 kg', of: { Al: '99.9' } },
    { name: 'Silicon', mass: '500 g', of: { Si: '99.5' } },
    { name: 'Magnesium', mass: '100 g', of: { Mg: '99.9' } },
    { name: 'Iron', mass: '200 g', of: { Fe: '99.9' } },
  ])
  await addGear(page, 'a crucible', {
    Name: 'Bronze pot',
    Number: '6',
    'Kept for': 'Cu',
    'it has been fired': 'yes',
  })
  await addGear(page, 'a crucible', {
    Name: 'Wheel pot',
    Number: '6',
    'Kept for': 'Al',
    'it has been fired': 'yes',
  })
  await addGear(page, 'a furnace', { Name: 'Drum', 'Burner power': '20', 'Price per kg': '3' })
  await aimAt(page, 'C95400', '2000')
  await aimAt(page, 'C90500', '2000')
  await aimAt(page, '356.0', '1000')
  await visit(page, '/day-plan')
  const steps = page.getByTestId('day-steps').getByRole('listitem')
  await expect(steps).toHaveCount(3)
  await expect(page.getByTestId('day-costs')).toContainText(
    'No other order and no other crucibles cost less.',
  )
  const told = (await steps.allInnerTexts()).map((text) => text.replace(/\s+/g, ' '))
  const place = (stamp: string) => told.findIndex((text) => text.includes(stamp))
  expect(place('H-002')).toBeLessThan(place('H-001'))
  expect(told[place('H-003')]).toContain('Wheel pot')
  expect(told[place('H-001')]).toContain('Bronze pot')
  await page.getByRole('button', { name: 'Keep each heat to its share' }).click()
  await saved(page)
  await visit(page, '/heat/3/target')
  await expect(page.getByRole('combobox', { name: /^Crucible/ })).toHaveValue(/./)

  // Without the tin in the bins there is something to buy: at least 9 % of 2000 g.
  await visit(page, '/stock')
  await page.getByRole('button', { name: /^Edit ?Tin ingot/ }).click()
  await page.getByRole('dialog').getByLabel('Mass', { exact: true }).fill('10 g')
  await page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true }).first().click()
  await visit(page, '/day-plan')
  await expect(page.getByTestId('shopping')).toContainText('tin')
  expect(
    gramsOf(await page.getByTestId('shopping').getByRole('listitem').first().innerText()),
  ).toBeGreaterThan(150)

  // Bought after all; the whole day, in its order, to the ledger.
  await page.getByRole('button', { name: 'Undo' }).click()
  for (const [number, ingots] of [
    [2, ['1000', '930']],
    [1, ['1000', '900']],
    [3, ['950']],
  ] as const) {
    await visit(page, `/heat/${number}/charge`)
    await expect(page.getByTestId('answer')).toContainText(/to tap/)
    await throughTo(page, { ingots, Dross: '40', Skull: '20' })
  }
  await expect(page.getByTestId('ledger').getByRole('listitem')).toHaveCount(3)
})

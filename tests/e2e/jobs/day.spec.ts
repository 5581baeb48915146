import { binaryStl, box } from '../../support/meshes'
import { expect, saved, test, visit } from '../support'
import { addGear, aimAt, chooseAlloy, gramsOf, stockUp, throughTo } from './steps'

/*
 * One piece of a puzzle, a box of 50 × 40 × 10 mm: 20 cm³. In gunmetal (8.72 g/cm³, published) 174 g, in 356.0 (2.68)
 * 54 g, in zinc alloy 3 (6.6) 132 g.
 */
test('one puzzle piece in three metals, from its mesh', async ({ page }) => {
  await stockUp(page, [{ name: 'Copper bar', mass: '1 kg', of: { Cu: '100' } }])
  await visit(page, '/')
  await page.getByRole('button', { name: 'Start a heat' }).first().click()
  await chooseAlloy(page, 'C90500')
  await page.getByRole('button', { name: 'Add it up from the castings' }).click()
  await page.getByRole('button', { name: 'From a mesh file' }).click()
  const sheet = page.getByRole('dialog')
  await sheet.locator('input[type=file]').setInputFiles({
    name: 'piece.stl',
    mimeType: 'model/stl',
    buffer: Buffer.from(binaryStl(box(50, 40, 10))),
  })
  await expect(sheet.getByTestId('mesh-volume')).toContainText(/^20[\s ]cm³/)
  await sheet.getByLabel('Called').fill('Piece')
  await sheet.getByRole('button', { name: /^(Add it|Keep it)/ }).click()
  const piece = async () => gramsOf((await page.getByTestId('need-sum').innerText()).split('+')[0]!)
  await expect.poll(piece).toBeCloseTo(174, -1)
  await chooseAlloy(page, '356.0')
  await expect.poll(piece).toBeCloseTo(54, -1)
  await chooseAlloy(page, 'Z33520')
  await expect.poll(piece).toBeCloseTo(132, -1)
})

/*
 * Three families in a day, two crucibles: pure metals in every bin, so that each heat can be made. Aluminium has its own
 * crucible; of the two bronzes the aluminium bronze goes last, as a hundredth of it on the wall (0.1 % aluminium) would
 * spoil gunmetal, which bears 0.005 %.
 */
test('three families in a day: the cleanest first, each in its own crucible, one shopping list', async ({
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
  await addGear(page, 'a furnace', { Name: 'Drum', Burns: '20', 'Price of a kg': '3' })
  await aimAt(page, 'C95400', '2000')
  await aimAt(page, 'C90500', '2000')
  await aimAt(page, '356.0', '1000')
  await visit(page, '/together')
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
  await page.getByRole('dialog').getByRole('button', { name: /Keep/ }).first().click()
  await visit(page, '/together')
  await expect(page.getByTestId('shopping')).toContainText('tin')
  expect(
    gramsOf(await page.getByTestId('shopping').getByRole('listitem').first().innerText()),
  ).toBeGreaterThan(150)

  // Bought after all; the first of the day, to the ledger.
  await page.getByRole('button', { name: 'Undo' }).click()
  await visit(page, '/heat/2/charge')
  await throughTo(page, { ingots: ['1000', '930'], Dross: '40', Skull: '20' })
})

import Papa from 'papaparse'
import { expect, it } from 'vitest'
import demo from '#data/demo-yard.json'
import { workspaceSchema } from '#core/workspace'
import { writeLedger } from '#formats/ledger-csv'

const { heats } = workspaceSchema.parse(demo)
const logged = heats.filter(({ loggedAt }) => loggedAt)
const read = (text: string) =>
  Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data

it('the ledger as a table says what the heats say', () => {
  const rows = read(writeLedger(logged))
  expect(rows.map(({ heat }) => heat)).toEqual(
    logged.map(({ number }) => `H-${String(number).padStart(3, '0')}`),
  )
  for (const [at, row] of rows.entries()) {
    const { pour, weighed } = logged[at]!
    expect(Number(row['charge g'])).toBeCloseTo(
      weighed.reduce((sum, { massG }) => sum + massG, 0),
      1,
    )
    expect(row['dross g']).toBe(pour.drossG === null ? '' : String(pour.drossG))
    const out = [
      'ingots g',
      'castings g',
      'sprues, gates, risers g',
      'dross g',
      'skull g',
      'spill g',
      'heel g',
    ]
    const found = [...out, 'samples g', 'missing g'].reduce((sum, name) => sum + Number(row[name]), 0)
    expect(found).toBeCloseTo(Number(row['charge g']), 0)
  }
  const bushes = rows.find(({ heat }) => heat === 'H-004')!
  expect(bushes).toMatchObject({ verdict: 'outside', designation: 'UNS C90500', 'Zn measured': '0.78' })
  expect(bushes['Al measured']).toBe('<0.002')
  expect(bushes['Al ±']).toBe('')
})

it('cells that a spreadsheet would run are kept from it', () => {
  const nasty = { ...logged[0]!, title: '=HYPERLINK("x")', remarks: '@SUM(A1)\n"quoted", and a comma' }
  const text = writeLedger([nasty])
  const [row] = read(text)
  expect(row!.name).toBe('\'=HYPERLINK("x")')
  expect(row!.remarks).toBe('\'@SUM(A1)\n"quoted", and a comma')
})

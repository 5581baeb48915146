import loadHighs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { ALLOYS } from '#core/alloys'
import { createChargeSolver, type ChargeSolver } from '#core/charge'
import { metalNamed } from '#core/scrap-pile'
import { isOpen, knownBy, newLot, questionOf, SCRAP_BOOK, toChargeLot, withClue } from '#core/stock'

const at = { id: '0f0e0d0c-0000-4000-8000-000000000001', now: '2026-12-02T08:00:00.000Z' }
const ASKED = SCRAP_BOOK.filter(({ question }) => question)
const scrap = (name: string, massG: number) => newLot(at, { ...metalNamed(name)!, massG })

describe('scrap that can be one of several metals', () => {
  it('is asked about with at least two answers, which share out all it may be', () => {
    expect(ASKED.length).toBeGreaterThanOrEqual(8)
    for (const { question, likely } of ASKED) {
      const named = question!.answers.flatMap((answer) => answer.likely)
      expect([...named].sort((a, b) => a - b)).toEqual(likely.map((_, place) => place))
      expect(question!.answers.length).toBeGreaterThan(1)
    }
  })
  it('while it is open spans every answer, and adds up to no more than 100 %', () => {
    for (const entry of ASKED) {
      const { composition, sd } = knownBy(entry, null)
      expect(Object.values(composition).reduce((sum, pct) => sum + pct, 0)).toBeLessThanOrEqual(100 + 1e-6)
      for (const { id } of entry.question!.answers)
        for (const [symbol, spread] of Object.entries(sd)) {
          const pct = knownBy(entry, id).composition[symbol] ?? 0
          expect(Math.abs(pct - composition[symbol]!), `${entry.id} ${id} ${symbol}`).toBeLessThanOrEqual(
            spread * 1.001 + 1e-9,
          )
        }
    }
  })
  it('an answer settles it, and can be taken back', () => {
    const pewter = scrap('pewter', 300)
    expect(isOpen(pewter)).toBe(true)
    const free = withClue(pewter, 'lead-free')
    expect(free.composition.Pb ?? 0).toBe(0)
    expect(isOpen(free)).toBe(false)
    expect(questionOf(free)).not.toBeNull()
    expect(withClue(withClue(pewter, 'leaded'), null)).toEqual(pewter)
    expect(withClue(pewter, 'leaded').composition.Pb).toBeGreaterThan(10)
    expect(() => withClue(pewter, 'green')).toThrow(RangeError)
  })
  it('a lot whose composition someone typed is asked nothing', () =>
    expect(questionOf({ scrapId: 'pewter' })).toBeNull())
})

describe('a plan with an open question', () => {
  let solver: ChargeSolver
  beforeAll(async () => {
    solver = createChargeSolver(await loadHighs(), () => performance.now())
  })
  const alloy = (id: string) => ALLOYS.find((one) => one.id === id)!
  const lot = (name: string, massG: number, id: string) => toChargeLot({ ...scrap(name, massG), id })
  // Masses of each element summed by hand, whatever the solver takes the lot for.
  const shareOf = (symbol: string, parts: readonly (readonly [number, Record<string, number>])[]) =>
    parts.reduce((sum, [massG, composition]) => sum + massG * (composition[symbol] ?? 0), 0) /
    parts.reduce((sum, [massG]) => sum + massG, 0)
  it.each([
    ['C83600', 'taps', ['copper wire', 'tin', 'zinc', 'lead']],
    ['C90500', 'gunmetal fittings', ['copper wire', 'tin', 'zinc']],
    ['pewter-1', 'pewter', ['tin', 'antimony', 'copper']],
    ['C87500', 'door knobs', ['copper wire', 'zinc', 'silicon metal']],
  ])('of %s from %s is in spec by every answer', (id, name, others) => {
    const target = alloy(id)
    const open = { ...lot(name, 100_000, 'open'), pricePerKg: 1 }
    const bought = others.map((other, at) => ({ ...lot(other, 100_000, `other-${at}`), pricePerKg: 20 }))
    const answer = solver.solve({
      format: 'hephaestal/charge-problem',
      version: 2,
      target: { tapMassG: 1000, limits: target.limits, base: target.base },
      lots: [open, ...bought],
      objective: 'cost',
      confidence: 0.9,
      confidenceOf: 'all',
    })
    expect(['optimal', 'feasible']).toContain(answer.status)
    const mass = (line: string) => answer.lines.find((one) => one.lot === line)?.massG ?? 0
    const entry = SCRAP_BOOK.find((one) => one.id === metalNamed(name)!.scrapId)!
    for (const { id: clue } of entry.question!.answers) {
      const parts = [open, ...bought].map(
        (one) =>
          [
            mass(one.id) * (one.metallicYield ?? 1),
            one === open ? knownBy(entry, clue).composition : one.composition,
          ] as const,
      )
      for (const [symbol, { min = 0, max = 100 }] of Object.entries(target.limits)) {
        expect(shareOf(symbol, parts), `${clue} ${symbol}`).toBeLessThanOrEqual(max + 1e-6)
        expect(shareOf(symbol, parts), `${clue} ${symbol}`).toBeGreaterThanOrEqual(min - 1e-6)
      }
    }
  })
})

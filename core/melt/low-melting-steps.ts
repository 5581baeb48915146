import { classifyForTin, classifyForZinc, TIN_ORDER, ZINC_ORDER } from './classify'
import { group, practised, type Making } from './making'
import type { RunStep } from './run-step'

/** Zinc, melted cool: a pool of zinc, what dissolves in it, magnesium last. */
export function zincSteps(making: Making): RunStep[] {
  const steps = group(making.lots, classifyForZinc, ZINC_ORDER).map(
    ({ addition, lots: members }, index): RunStep => {
      const cautions = ['damp', 'zinc-melt']
      if (addition === 'magnesium') cautions.push('magnesium')
      if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
      return { id: `add-${addition}`, kind: 'add', addition, lots: members, hold: 'dissolved', cautions }
    },
  )
  return [...steps, ...practised(making, 'flux', 'flux'), { id: 'stir', kind: 'stir', cautions: ['damp'] }]
}

/** Tin: melted in iron, antimony and copper dissolved in it, stirred, skimmed. */
export function tinSteps(making: Making): RunStep[] {
  const steps = group(making.lots, classifyForTin, TIN_ORDER).map(
    ({ addition, lots: members }, index): RunStep => {
      const cautions = ['damp']
      const holds = (symbol: string, above: number) =>
        members.some(({ composition }) => (composition[symbol] ?? 0) > above)
      if (holds('Pb', 0.1)) cautions.push('lead')
      if (holds('Sb', 20)) cautions.push('antimony')
      if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
      return { id: `add-${addition}`, kind: 'add', addition, lots: members, hold: 'dissolved', cautions }
    },
  )
  return [...steps, ...practised(making, 'flux', 'flux'), { id: 'stir', kind: 'stir', cautions: ['damp'] }]
}

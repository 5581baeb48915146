import { ALUMINIUM_ORDER, classifyForAluminium } from './classify'
import { isFineMetal } from './hazards'
import { group, practised, type Making } from './making'
import type { RunStep } from './run-step'

/** What aluminium wants between the hot crucible and the skimming. */
export const aluminiumSteps = (making: Making): RunStep[] => [
  ...aluminiumAdditions(making),
  ...aluminiumTreatment(making),
]

function aluminiumAdditions(making: Making): RunStep[] {
  const groups = group(making.lots, classifyForAluminium, ALUMINIUM_ORDER)
  const steps = groups.map(({ addition, lots: members }, index): RunStep => {
    const cautions = ['damp', 'rust']
    if (addition === 'magnesium') cautions.push('magnesium')
    if (addition === 'silicon') cautions.push('silicon')
    if (members.some(isFineMetal)) cautions.push('fine-metal')
    if (index === 0) return { id: 'base', kind: 'base', addition, lots: members, hold: 'molten', cautions }
    const step: RunStep = { id: `add-${addition}`, kind: 'add', addition, lots: members, cautions }
    if (addition === 'silicon') Object.assign(step, { minutes: [10, 15], hold: 'dissolved' })
    if (addition === 'master') step.hold = 'dissolved'
    return step
  })
  const magnesium = steps.findIndex(({ addition }) => addition === 'magnesium')
  steps.splice(magnesium > 0 ? magnesium : steps.length, 0, ...practised(making, 'flux', 'flux'))
  return steps
}

function aluminiumTreatment(making: Making): RunStep[] {
  if (making.chargeG <= 0) return []
  return [
    ...practised(making, 'refine', 'refine'),
    ...practised(making, 'degas', 'degas'),
    { id: 'rest', kind: 'rest', minutes: [2, 5], cautions: [] },
  ]
}

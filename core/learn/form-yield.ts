import { nth, totalG } from '#core/lists'
import { predictMelt } from '#core/charge'
import { heatRecovery, weighedCharge, type Heat } from '#core/heat'
import { metallicYieldOf } from '#core/losses'
import { metalFoundG } from './heats'
import { updateOnSum, type JointBelief, type Learned } from './posterior'

const PRIOR_SD = 0.02
/** What a heat's yield is off by besides its scrap, as a share of the charge. Engineering estimate. */
const HEAT_TO_HEAT = 0.012

export interface LearnedYield extends Learned {
  form: string
  /** charged of it in those heats, g */
  chargedG: number
}

/**
 * Metallic yield of each kind of scrap, from what heats of mixed scrap gave back: each heat is one observation of a
 * weighted sum of yields.
 * @source priors in data/forms.json; Kalman's update; spreads are engineering estimates
 */
export function learnFormYields(heats: readonly Heat[]): LearnedYield[] {
  const usable = heats.filter(
    (heat) => heat.loggedAt && heat.weighed.length > 0 && metalFoundG(heat) !== null,
  )
  const forms = [...new Set(usable.flatMap(({ weighed }) => weighed.map(({ form }) => form)))]
  let belief: JointBelief = {
    mean: forms.map(metallicYieldOf),
    covariance: forms.map((_, i) => forms.map((__, j) => (i === j ? PRIOR_SD ** 2 : 0))),
  }
  const seen = new Map<string, { heats: number; chargedG: number }>()
  for (const heat of usable) {
    const recovery = heatRecovery(heat)
    const chargeG = totalG(heat.weighed)
    // How much metal a form would give if all of its weight were metal: the elements' own losses taken off.
    const weights = forms.map((form) => {
      const lines = weighedCharge(heat.weighed.filter((line) => line.form === form)).map(
        ({ lot, massG }) => ({
          massG,
          lot: { ...lot, metallicYield: 1 },
        }),
      )
      return predictMelt(lines, recovery).tapMassG / chargeG
    })
    belief = updateOnSum(belief, weights, { value: metalFoundG(heat)! / chargeG, sd: HEAT_TO_HEAT })
    for (const form of new Set(heat.weighed.map((line) => line.form))) {
      const before = seen.get(form) ?? { heats: 0, chargedG: 0 }
      const massG = heat.weighed
        .filter((line) => line.form === form)
        .reduce((sum, line) => sum + line.massG, 0)
      seen.set(form, { heats: before.heats + 1, chargedG: before.chargedG + massG })
    }
  }
  return forms.map((form, at) => {
    const prior = { value: metallicYieldOf(form), sd: PRIOR_SD }
    const { heats: count, chargedG } = seen.get(form)!
    const learned =
      count < 2
        ? prior
        : { value: Math.min(1, nth(belief.mean, at)), sd: Math.sqrt(nth(nth(belief.covariance, at), at)) }
    return { ...learned, heats: count, prior, form, chargedG }
  })
}

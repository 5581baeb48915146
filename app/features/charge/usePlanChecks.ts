import { computed, type ComputedRef, type Ref } from 'vue'
import { baseMetal } from '#core/alloys'
import type { ChargedLine, MeltPrediction } from '#core/charge'
import { POT_LOT, residueFor, sharingPot, type Heat } from '#core/heat'
import { usesOf } from '#core/ledger'
import { checkPlan } from '#core/melt'
import { useYard } from '~/storage/yard-store'
import { checkWords, leadWords, type CheckWords } from './plan-checks-words'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'
import { told } from '~/words'

const RANK = { stop: 0, mind: 1, note: 2 } as const

/** A predicted melt as a measurement: what may be in it counts. */
const measuredOf = ({ composition, sd }: MeltPrediction) =>
  Object.fromEntries(
    Object.entries(composition).map(([symbol, pct]) => [symbol, { pct, sd: sd[symbol] ?? 0 }]),
  )

/** What a founder would say of the plan before it is weighed: what can hurt someone, then the worst first. */
export function usePlanChecks(
  heat: Ref<Heat | null>,
  lines: ComputedRef<ChargedLine[]>,
  prediction: ComputedRef<MeltPrediction | null>,
  lotName: (id: string) => string,
) {
  const yard = useYard()
  const { grams, degreesApart } = useUnits()
  const { chosenCrucible } = useGear()
  const checks = computed<CheckWords[]>(() => {
    const current = heat.value
    const alloy = current?.alloy
    if (!alloy || !prediction.value || lines.value.length === 0) return []
    // The last that was poured, not the last that was numbered.
    const before = yard.heats
      .filter(({ id }) => id !== current.id)
      .reduce<Heat | null>(
        (last, one) => (one.loggedAt && one.loggedAt >= (last?.loggedAt ?? '') ? one : last),
        null,
      )
    const left = residueFor(current, yard.heats, yard.gear)
    const sharing = sharingPot(current, yard.heats).flatMap((other) =>
      other.alloy && other.alloy.practice !== alloy.practice
        ? [{ number: other.number, alloy: told(other.alloy.name) }]
        : [],
    )
    const lead = usesOf(alloy, measuredOf(prediction.value)).filter(({ element }) => element === 'Pb')
    const checked = checkPlan({
      alloy,
      tapMassG: prediction.value.tapMassG,
      composition: prediction.value.composition,
      lots: lines.value
        .filter(({ lot }) => lot.id !== POT_LOT)
        .map(({ lot, massG }) => ({
          lotId: lot.id,
          name: lotName(lot.id),
          form:
            current.weighed.find(({ lotId }) => lotId === lot.id)?.form ??
            yard.records.lots[lot.id]?.form ??
            'bar',
          massG,
          composition: lot.composition,
          coatings: yard.records.lots[lot.id]?.coatings ?? [],
        })),
      crucibleNo: current.crucibleNo ?? null,
      ...chosenCrucible(current),
      lastBase: before?.alloy ? baseMetal(before.alloy) : null,
      // What is counted in the plan needs no word of its own.
      residue: current.potClean || left?.stayedG != null ? null : left,
      sharing,
    }).map((check) => checkWords(check, { lotName, grams, degreesApart }))
    return [...checked, ...leadWords(lead, prediction.value.composition.Pb ?? 0)].sort(
      (a, b) => Number(b.hurts) - Number(a.hurts) || RANK[a.level] - RANK[b.level],
    )
  })
  return { checks }
}

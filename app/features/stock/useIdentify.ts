import { counting, t, told } from '~/words'
import { computed, reactive, ref } from 'vue'
import { scaleFor } from '#core/gear'
import { identify, weighInWater, type Findings, type Lot } from '#core/stock'
import { useGear } from '~/shared/gear/useGear'
import { useHeat } from '~/shared/heat/useHeat'

const CERTAIN = 0.9
/** Odds below this are told together. */
const WORTH_TELLING = 0.015

/** The identification bench: clues given so far, the odds they leave, and the clue worth trying next. */
export function useIdentify() {
  const { heat } = useHeat()
  const answers = reactive<Record<string, string>>({})
  const airG = ref<number | null>(null)
  const waterG = ref<number | null>(null)
  const { scales } = useGear()
  const typedStepG = ref<number | null>(null)
  /** the finest scale of the yard that bears the piece, else a kitchen scale of the better kind */
  const stepG = computed<number | null>({
    get: () => typedStepG.value ?? scaleFor(scales.value, airG.value ?? 0)?.stepG ?? 0.1,
    set: (value) => (typedStepG.value = value),
  })
  const waterC = ref<number | null>(20)

  const density = computed(() => {
    if (!airG.value || !waterG.value || !stepG.value) return null
    try {
      return { ok: true as const, ...weighInWater(airG.value, waterG.value, stepG.value, waterC.value ?? 20) }
    } catch {
      return { ok: false as const }
    }
  })
  const findings = computed<Findings>(() => ({
    answers: { ...answers },
    ...(density.value?.ok ? { density: { gcm3: density.value.gcm3, sd: density.value.sd } } : {}),
  }))
  const found = computed(() => identify(findings.value, heat.value?.alloy?.limits))
  const given = computed(() => Object.keys(answers).length + (density.value?.ok ? 1 : 0))

  /** The sources, the odds of all they may be made of added up. */
  const sources = computed(() => {
    const bySource = new Map<
      string,
      { name: string; look: string; refuse: string; odds: number; grades: string[] }
    >()
    for (const { source, metal, odds } of found.value.suspects) {
      const entry = bySource.get(source.id) ?? { ...source, odds: 0, grades: [] }
      entry.odds += odds
      if (metal.grade && odds > 0.005) entry.grades.push(metal.grade)
      bySource.set(source.id, entry)
    }
    return [...bySource.values()].sort((a, b) => b.odds - a.odds)
  })
  const suspects = computed(() => sources.value.filter(({ odds }) => odds >= WORTH_TELLING).slice(0, 8))
  const restOdds = computed(() => 1 - suspects.value.reduce((sum, { odds }) => sum + odds, 0))
  const best = computed(() => suspects.value[0] ?? null)
  const sure = computed(() => (best.value?.odds ?? 0) >= CERTAIN)

  function answer(clue: string, value: string): void {
    if (answers[clue] === value || value === '') Reflect.deleteProperty(answers, clue)
    else answers[clue] = value
  }

  /** What was found out, as the beginning of a lot. */
  const asLot = computed<Partial<Lot>>(() => {
    const form = found.value.suspects[0]?.source.form
    const on = found.value.suspects[0]?.source.on ?? []
    const kept = Object.entries(found.value.composition).filter(([, pct]) => pct >= 0.01)
    return {
      name: told(best.value?.name) ?? '',
      kind: 'scrap',
      ...(found.value.suspects[0] ? { scrapId: found.value.suspects[0].source.id } : {}),
      ...(airG.value ? { massG: airG.value } : {}),
      ...(on.length > 0 ? { coatings: [...on] } : {}),
      ...(form ? { form: form as Lot['form'] } : {}),
      composition: Object.fromEntries(kept),
      sd: Object.fromEntries(
        kept.flatMap(([symbol]) => (found.value.sd[symbol] ? [[symbol, found.value.sd[symbol]]] : [])),
      ),
      knowledge: density.value?.ok ? 'density' : 'guess',
      note: t('stock.identified-note', {
        clues: counting('count.clue', given.value),
        refuse: told(best.value?.refuse) ?? '',
      }).trim(),
    }
  })

  return {
    heat,
    answers,
    answer,
    airG,
    waterG,
    stepG,
    waterC,
    density,
    found,
    given,
    suspects,
    restOdds,
    best,
    sure,
    asLot,
  }
}

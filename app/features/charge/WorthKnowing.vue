<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { proxy } from 'comlink'
import { computed, ref, shallowRef, watch } from 'vue'
import type { LotTest, WorthKnowing } from '#core/inference'
import { useStudy } from '~/shared/engines/useStudy'
import { useUnits } from '~/shared/units/useUnits'
import { useHeat } from '~/shared/heat/useHeat'
import { why } from '~/storage/why'
import type { Charge } from './useCharge'

/** Which lots are worth knowing better before they are charged, and what that would save; worked out when it is asked for. */
const props = defineProps<{ charge: Charge }>()
const { money } = useUnits()
const { heat } = useHeat()
const study = useStudy()
const found = shallowRef<WorthKnowing[] | null>(null)
const fault = ref('')
const busy = ref(false)
const done = ref(0)
const problem = computed(() => props.charge.engine.answer?.problem ?? null)
// What was found is of the plan it was found for.
watch(problem, () => (found.value = null))
let asked = 0
async function look(): Promise<void> {
  const of = problem.value
  const practice = heat.value?.alloy?.practice
  if (!of || !practice) return
  const mine = ++asked
  busy.value = true
  fault.value = ''
  done.value = 0
  const takes = Object.fromEntries(
    (props.charge.plan.value?.lines ?? []).map(({ lot, massG }) => [lot, massG]),
  )
  try {
    const told = proxy((share: number) => (done.value = share))
    const answer = await study.ask((engine) => engine.worth(of, practice, takes, told))
    if (mine === asked && of === problem.value) found.value = answer
  } catch (error) {
    if (mine === asked) fault.value = why(error)
  } finally {
    if (mine === asked) busy.value = false
  }
}

const TEST_WORDS: Readonly<Record<LotTest, string>> = {
  laboratory: t('charge.test-laboratory'),
  xrf: t('charge.test-xrf'),
  density: t('charge.test-density'),
}
/** A cent is no reason to measure. */
const LEAST = 0.01
/** A row for each lot: the laboratory's worth, and what the cheaper ways bring of it. */
const rows = computed(() => {
  const lots = [...new Set((found.value ?? []).map(({ lotId }) => lotId))]
  return lots
    .map((lotId) => {
      const of = (test: LotTest) =>
        found.value?.find((one) => one.lotId === lotId && one.test === test) ?? null
      return {
        lotId,
        name: props.charge.lotName(lotId),
        laboratory: of('laboratory'),
        xrf: of('xrf'),
        density: of('density'),
      }
    })
    .filter(({ laboratory, xrf, density }) =>
      [laboratory, xrf, density].some(
        (one) =>
          (one?.heat ?? 0) >= LEAST || (one?.pile ?? 0) >= LEAST || (one?.heat === null && one.possible > 0),
      ),
    )
})
const saying = computed(() => {
  const [best] = rows.value
  if (!best) return t('charge.no-analysis-pays')
  const { laboratory } = best
  if (!laboratory || laboratory.heat === null)
    return t('charge.analysis-makes-possible', {
      lotName: best.name,
      percent: Math.round(100 * (laboratory?.possible ?? 0)),
    })
  const worth = { lotName: best.name, saving: money(laboratory.heat) }
  return laboratory.pile === null
    ? t('charge.analysis-saves', worth)
    : t('charge.analysis-saves-on-lot', { ...worth, lotSaving: money(laboratory.pile) })
})
const worth = (one: WorthKnowing | null): string =>
  !one
    ? '–'
    : one.heat === null
      ? t('charge.possible-percent', { percent: Math.round(100 * one.possible) })
      : money(one.heat)
</script>

<template>
  <section v-if="problem && heat?.alloy" :aria-label="t('charge.worth-knowing-heading')" data-testid="worth">
    <h2 class="chalk mb-2">{{ t('charge.worth-knowing-heading') }}</h2>
    <div class="slab p-4">
      <p v-if="found" class="mb-2 font-bold" aria-live="polite">{{ saying }}</p>
      <p v-else class="mb-2 text-soft">{{ t('charge.worth-knowing-hint') }}</p>
      <button v-if="!found" class="btn" :disabled="busy" @click="look">
        {{
          busy
            ? t('charge.calculating-percent', { percent: Math.round(100 * done) })
            : t('charge.calculate-button')
        }}
      </button>
      <p v-if="fault" role="alert" class="mt-2 text-oxide">
        {{ t('charge.other-ways-failed', { reason: fault }) }}
      </p>
      <div
        v-if="rows.length"
        class="overflow-x-auto"
        tabindex="0"
        role="region"
        :aria-label="t('charge.worth-knowing-heading')"
      >
        <table class="w-full text-left text-sm">
          <thead class="text-xs text-soft">
            <tr>
              <th scope="col" class="pr-3 font-semibold">{{ t('charge.lot-column') }}</th>
              <th
                v-for="(name, test) in TEST_WORDS"
                :key="test"
                scope="col"
                class="pr-3 text-right font-semibold"
              >
                {{ name }}
              </th>
              <th scope="col" class="text-right font-semibold">{{ t('charge.whole-lot-column') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in rows" :key="row.lotId" class="border-t border-line">
              <th scope="row" class="py-1 pr-3 text-left font-semibold">{{ row.name }}</th>
              <td class="pr-3 text-right">{{ worth(row.laboratory) }}</td>
              <td class="pr-3 text-right">{{ worth(row.xrf) }}</td>
              <td class="pr-3 text-right">{{ worth(row.density) }}</td>
              <td class="text-right font-bold">
                {{ row.laboratory?.pile == null ? '–' : money(row.laboratory.pile) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="found" class="mt-2 text-xs text-soft"><TermText :text="t('charge.worth-knowing-note')" /></p>
    </div>
  </section>
</template>

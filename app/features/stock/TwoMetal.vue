<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import { spreadFor, twoMetalShare, type Lot } from '#core/stock'
import { elementName } from '~/shared/units/elements'
import { computed, ref } from 'vue'
import { capital, percent } from '~/shared/units/figures'

/** What a density says where it is known that only two metals are in it. */
const props = defineProps<{
  density: { gcm3: number; sd: number }
  /** what the clues make of it, wt%; empty while none was given */
  likely: Readonly<Record<string, number>>
}>()
const emit = defineEmits<{ lot: [begun: Partial<Lot>] }>()
const PAIRS = [
  ['Cu', 'Sn', 30],
  ['Cu', 'Zn', 40],
  ['Cu', 'Al', 12],
  ['Cu', 'Pb', 30],
  ['Al', 'Cu', 12],
  ['Al', 'Zn', 30],
  ['Sn', 'Pb', 60],
] as const
/** Pairs that the clues speak for, the likeliest first; what they speak against is not offered. */
const LEAST_PCT = 1
const pairs = computed(() => {
  const share = (symbol: string) => props.likely[symbol] ?? 0
  if (Object.keys(props.likely).length === 0) return [...PAIRS]
  return PAIRS.filter(([base, solute]) => share(base) > 30 && share(solute) >= LEAST_PCT).sort(
    ([a, b], [c, d]) => share(c) * share(d) - share(a) * share(b),
  )
})
const chosen = ref<string | null>(null)
const keyOf = ([base, solute]: (typeof PAIRS)[number]) => `${base}${solute}`
const pair = computed(
  () => pairs.value.find((one) => keyOf(one) === chosen.value) ?? pairs.value[0] ?? PAIRS[0],
)
const found = computed(() => twoMetalShare([pair.value[0], pair.value[1]], props.density, pair.value[2]))
/** The scale's error and the method's own: densities of alloys are known to about a percent of the solute. */
const METHOD_PCT = spreadFor({ Cu: 90, Sn: 10 }, 'density').Sn ?? 1
const spreadPct = computed(() => (found.value.ok ? Math.hypot(found.value.sd, METHOD_PCT) : 0))
const words = computed(() => {
  const [base, solute, most] = pair.value
  const [a, b] = [elementName(base), elementName(solute)]
  const answer = found.value
  if (answer.ok)
    return spreadPct.value > most / 4
      ? t('stock.density-too-rough', { mostPct: most, second: b })
      : t('stock.density-share', {
          pct: percent(answer.pct),
          uncertaintyPct: percent(spreadPct.value),
          second: b,
          first: a,
        })
  if (answer.why === 'not-told') return t('stock.density-blind', { second: b, first: a })
  if (answer.why === 'lighter') return t('stock.density-too-light', { first: a, mostPct: most, second: b })
  return t('stock.density-too-heavy', { first: a, mostPct: most, second: b })
})
function makeLot(): void {
  const answer = found.value
  if (!answer.ok) return
  const [base, solute] = pair.value
  const sd = spreadPct.value
  emit('lot', {
    name: t('stock.density-lot-name', { base: capital(elementName(base)), solute: elementName(solute) }),
    composition: { [base]: Number((100 - answer.pct).toFixed(2)), [solute]: Number(answer.pct.toFixed(2)) },
    sd: { [base]: Number(sd.toFixed(3)), [solute]: Number(sd.toFixed(3)) },
    knowledge: 'density',
    note: t('stock.density-lot-note', { density: fixed(props.density.gcm3, 2) }),
  })
}
</script>

<template>
  <div v-if="pairs.length" class="mt-2 border-l-8 border-line pl-3" data-testid="two-metal">
    <label class="flex flex-wrap items-center gap-2 text-sm"
      ><span>{{ t('stock.two-metals-label') }}</span>
      <select
        class="field w-auto"
        :value="keyOf(pair)"
        @change="chosen = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="one in pairs" :key="keyOf(one)" :value="keyOf(one)">
          {{ t('stock.two-metals', { first: elementName(one[0]), second: elementName(one[1]) }) }}
        </option>
      </select></label
    >
    <p class="mt-1" aria-live="polite">{{ words }}</p>
    <button v-if="found.ok" type="button" class="btn mt-1" @click="makeLot">
      {{ t('stock.two-metals-to-lot') }}
    </button>
  </div>
</template>

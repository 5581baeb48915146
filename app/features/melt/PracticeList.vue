<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { totalG } from '#core/lists'
import {
  judgeDose,
  practiceAreas,
  practiceInForce,
  PRACTICES_SOURCE,
  practicesOf,
  type PracticeArea,
} from '#core/melt'
import type { RunSheet } from './useRunSheet'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useYard } from '~/storage/yard-store'
import { DOSE_WORDS, doseWords } from './melt-words'
import QuantityField from '~/shared/fields/QuantityField.vue'

const PracticeEditor = defineAsyncComponent(() => import('./PracticeEditor.vue'))

/** How this heat is done: in each area the schools with their reasons, one of them in force. */
const props = defineProps<{ sheet: RunSheet }>()
const { heat, edit, lines, grams, metal, planned } = props.sheet
const yard = useYard()
const writing = ref<PracticeArea | null>(null)
const changing = ref<string | null>(null)
const chargeG = computed(() => totalG(lines.value))
const areas = computed(() => {
  const current = heat.value
  if (!current?.alloy) return []
  const { alloy, practices: chosen = {} } = current
  const holds = new Set(planned.value.flatMap(({ addition }) => addition ?? []))
  return practiceAreas(alloy, holds).flatMap(({ id, name }) => {
    const force = practiceInForce(alloy, id, chosen, yard.practices)
    if (!force) return []
    return [{ id, name, ...force, schools: practicesOf(alloy, id, yard.practices) }]
  })
})
type Area = (typeof areas.value)[number]
function choose(area: PracticeArea, id: string, sharePct: number | null = null): void {
  edit(t('melt.choose-practice-edit'), { practices: { ...heat.value?.practices, [area]: { id, sharePct } } })
}
const shareOf = ({ sharePct }: Area) => (sharePct ? (sharePct[0] + sharePct[1]) / 2 : null)
const dose = ({ sharePct }: Area) => {
  if (!sharePct) return ''
  const [lowG, highG] = sharePct.map((pct) => (chargeG.value * pct) / 100) as [number, number]
  return doseWords({ lowG, highG }, grams)
}
function typed(area: Area, massG: number | null): void {
  if (massG !== null && chargeG.value > 0)
    choose(area.id, area.practice.id, Math.min(100, (100 * massG) / chargeG.value))
}
const judged = (area: Area) => {
  const share = shareOf(area)
  return share === null ? null : DOSE_WORDS[judgeDose(area.practice, share)]
}
const own = (id: string) => yard.practices.find((one) => one.id === id)
</script>

<template>
  <section class="slab p-4" :aria-label="t('melt.practices-heading')">
    <h2 class="chalk mb-1">{{ t('melt.practices-heading') }}</h2>
    <details v-for="area in areas" :key="area.id" class="border-t border-line py-1">
      <summary class="flex flex-wrap items-baseline gap-x-2 py-1">
        <span class="text-soft">{{ told(area.name) }}:</span> <b>{{ told(area.practice.name) }}</b>
        <span v-if="area.sharePct">{{ dose(area) }}</span>
        <b v-if="judged(area)?.tone === 'stop'" class="text-oxide">{{ t('melt.harmful-dose') }}</b>
      </summary>
      <fieldset class="grid gap-2 pb-2">
        <legend class="sr-only">{{ told(area.name) }}</legend>
        <label v-for="school in area.schools" :key="school.id" class="flex cursor-pointer gap-3">
          <input
            type="radio"
            class="mt-1 size-5 shrink-0 accent-(--ember)"
            :name="area.id"
            :checked="school.id === area.practice.id"
            :disabled="!!heat?.loggedAt"
            @change="choose(area.id, school.id)"
          />
          <span
            ><b>{{ told(school.name) }}</b
            ><span v-if="school.usual" class="text-soft"> {{ ' ' + t('melt.usual-mark') }}</span>.
            {{ told(school.why) }}
            <span v-if="school.against" class="text-soft">{{
              t('melt.drawback', { against: told(school.against) })
            }}</span>
            <button
              v-if="own(school.id)"
              type="button"
              class="btn btn-quiet -my-1 text-sm underline"
              @click="changing = school.id"
            >
              {{ t('melt.change-button') }}<span class="sr-only"> {{ told(school.name) }}</span>
            </button>
            <span v-if="school.source !== PRACTICES_SOURCE" class="block text-xs text-soft"
              >{{ told(school.source) }}.</span
            ></span
          >
        </label>
        <div v-if="area.sharePct && !heat?.loggedAt" class="max-w-xs">
          <QuantityField
            :model-value="(chargeG * shareOf(area)!) / 100"
            :label="t('melt.amount-label')"
            kind="mass"
            :hint="
              area.practice.sharePct
                ? t('melt.usual-dose', {
                    fromPct: area.practice.sharePct[0],
                    toPct: area.practice.sharePct[1],
                  })
                : ''
            "
            @update:model-value="typed(area, $event)"
          />
          <p
            v-if="judged(area)?.words"
            role="status"
            :class="judged(area)!.tone === 'stop' ? 'font-bold text-oxide' : 'text-amber'"
          >
            {{ judged(area)!.words }}
          </p>
        </div>
        <button
          v-if="!heat?.loggedAt"
          type="button"
          class="btn btn-quiet justify-self-start underline"
          @click="writing = area.id"
        >
          {{ t('melt.add-practice-button') }}
        </button>
      </fieldset>
    </details>
    <p class="mt-2"><SourceMark :source="PRACTICES_SOURCE" /></p>
    <PracticeEditor
      v-if="writing || changing"
      :area="writing ?? own(changing!)!.area"
      :practice="changing ? own(changing)! : null"
      :base="metal ?? 'any'"
      @close="writing = changing = null"
      @kept="choose"
    />
  </section>
</template>

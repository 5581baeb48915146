<script setup lang="ts">
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { familyProblem } from '#core/families'
import { heatLiquidus, heatWindow } from '#core/heat'
import { computed } from 'vue'
import type { Practice } from '#core/alloys'
import { elementName } from '~/shared/units/elements'
import { capital, percent } from '~/shared/units/figures'
import { liquidusWords, windowWords } from '~/shared/words/alloys-words'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { goesIn, useAsItComes } from './useAsItComes'
import { useChargeSums } from './useChargeSums'
import { usePlanChecks } from './usePlanChecks'
import type { Charge } from './useCharge'
import type { ChargeRows } from './useChargeRows'
import NewMetalCost from '~/shared/heat/NewMetalCost.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import CruciblePick from '~/shared/gear/CruciblePick.vue'
import GrowingList from '~/shared/page/GrowingList.vue'
import NearList from '~/shared/composition/NearList.vue'
import { SplitHeat } from '~/features/target'
import MeltRow from './MeltRow.vue'
import PlanChecks from './PlanChecks.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import WorkingOpener from '~/shared/page/WorkingOpener.vue'

/** A charge that aims at no alloy: tick what goes in, read what it becomes. */
const props = defineProps<{ charge: Charge; hand: ChargeRows }>()
const { heat, edit } = useHeat()
const yard = useYard()
const units = useUnits()
const { grams, cost: costWords } = units
const { prediction, lines, lotName, bench } = props.charge
const { rows } = props.hand
const made = useAsItComes(props.charge)
const { near, nearest, outlandish, families, elements, needG } = made
const { tapSum, cost, costSum, recovery } = useChargeSums(props.charge)
const { checks } = usePlanChecks(heat, lines, prediction, lotName)

const melt = computed(() => (prediction.value && prediction.value.tapMassG > 0 ? prediction.value : null))
const inside = computed(() => [...rows.value.planned, ...rows.value.idle.filter(goesIn)])
const outside = computed(() => rows.value.idle.filter((row) => !goesIn(row)))
const strange = computed(() => heat.value?.alloy && familyProblem(heat.value.alloy))
const unknown = computed(() => !!melt.value && !heat.value?.alloy)
/** Whether the castings can be poured from it. */
const enough = computed(() => {
  if (needG.value === null || !melt.value) return null
  const short = needG.value - melt.value.tapMassG
  const neededMass = grams(needG.value)
  return short > 0.5
    ? { isShort: true, words: t('charge.castings-short', { neededMass, missingMass: grams(short) }) }
    : { isShort: false, words: t('charge.castings-enough', { neededMass }) }
})
const handled = computed(() => heat.value?.asItComes?.practice ?? '')
</script>

<template>
  <div v-if="heat">
    <div class="mb-3 max-w-4xl" aria-live="polite" data-testid="answer">
      <template v-if="melt">
        <p class="text-xl leading-snug font-bold sm:text-2xl">
          {{
            t('charge.as-it-comes-result', {
              chargeMass: grams(melt.chargeMassG),
              tapMass: grams(melt.tapMassG),
              verdict: unknown ? t('charge.mostly-unknown') : nearest,
            })
          }}
        </p>
        <p v-if="enough" :class="enough.isShort ? 'font-semibold text-amber' : 'text-patina'">
          {{ enough.words }}
        </p>
        <p
          v-if="outlandish && !unknown"
          class="my-2 border-l-8 border-oxide bg-oxide-wash px-3 py-2 font-semibold"
          role="status"
        >
          {{ t('charge.nothing-similar-warning') }}
        </p>
        <p v-if="unknown" class="text-soft">
          <I18nT keypath="charge.unknown-lots-hint" scope="global"
            ><template #identifyLink
              ><NuxtLink to="/identify" class="underline">{{ t('charge.identify-link') }}</NuxtLink></template
            ></I18nT
          >
        </p>
      </template>
      <p v-else class="text-xl font-bold">{{ t('charge.empty-hint') }}</p>
    </div>
    <SplitHeat class="mb-3 max-w-4xl" />
    <PlanChecks hurting :checks="checks" class="mb-2" />
    <div class="grid grid-cols-1 items-start gap-4 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]">
      <div class="slab p-3">
        <h2 class="chalk mb-1">{{ t('charge.charge-heading') }}</h2>
        <p v-if="bench.pot" class="mb-1 text-sm" data-testid="pot">
          <I18nT keypath="charge.heel-included" scope="global"
            ><template #heelMass><b>{{ grams(bench.pot.fixedG ?? 0) }}</b></template></I18nT
          >
        </p>
        <ul>
          <MeltRow
            v-for="row in inside"
            :key="row.id"
            :row="row"
            :hand="hand"
            @put="(massG, key) => made.put(row.id, massG, key)"
          />
        </ul>
        <template v-if="outside.length">
          <p class="mt-3 mb-1 flex items-center gap-3">
            <span class="label">{{ t('charge.unused-lots-heading') }}</span>
            <button class="btn btn-quiet min-h-8 text-sm underline" @click="made.putAll()">
              {{ t('charge.use-all-button') }}
            </button>
          </p>
          <ul>
            <GrowingList v-slot="{ item: row }" :items="outside" :first="40">
              <MeltRow :row="row" :hand="hand" @put="(massG, key) => made.put(row.id, massG, key)" />
            </GrowingList>
          </ul>
        </template>
        <p v-if="!inside.length && !outside.length" class="text-soft">
          <I18nT keypath="charge.no-stock-hint" scope="global"
            ><template #stockLink
              ><NuxtLink to="/stock" class="underline">{{ t('charge.add-stock-link') }}</NuxtLink></template
            ></I18nT
          >
        </p>
      </div>

      <div class="grid grid-cols-1 gap-4">
        <div v-if="melt" class="slab p-3" data-testid="becomes">
          <h2 class="chalk mb-1">{{ t('charge.result-heading') }}</h2>
          <p class="mb-1 flex flex-wrap items-baseline gap-x-4">
            <WorkingOpener v-if="tapSum" :working="tapSum"
              ><I18nT keypath="charge.tap-mass-heading" scope="global"
                ><template #tapMass><b>{{ grams(melt.tapMassG) }}</b></template></I18nT
              ></WorkingOpener
            >
            <WorkingOpener v-if="costSum" :working="costSum"><b>{{ costWords(cost) }}</b></WorkingOpener>
          </p>
          <NewMetalCost :melt="melt" :recovery="recovery" :cost="cost" />
          <CompositionBar
            :composition="melt.composition"
            :label="t('charge.predicted-melt')"
            :values="false"
          />
          <table class="mt-2 w-full text-left">
            <caption class="sr-only">
              {{ t('charge.predicted-composition') }}
            </caption>
            <tbody>
              <tr v-for="one in elements" :key="one.symbol" class="border-t border-line">
                <th scope="row" class="font-normal">{{ capital(elementName(one.symbol)) }}</th>
                <td class="text-right font-bold whitespace-nowrap">{{ percent(one.pct) }} %</td>
                <td class="w-24 text-right text-sm whitespace-nowrap text-soft">
                  {{ one.sd >= 0.005 ? `± ${percent(one.sd)}` : '' }}
                </td>
              </tr>
            </tbody>
          </table>
          <template v-if="near.length && !unknown">
            <h3 class="label mt-3 mb-1">{{ t('charge.nearest-alloys-caption') }}</h3>
            <NearList v-slot="{ one }" :near="near">
              <button
                v-if="!heat.weighed.length"
                class="btn btn-quiet min-h-8 text-sm underline"
                @click="made.aimAt(one.alloy.id)"
              >
                {{ t('charge.aim-at-it') }}<span class="sr-only">: {{ told(one.alloy.name) }}</span>
              </button>
            </NearList>
          </template>
        </div>
        <div v-if="melt && heat.alloy" class="slab p-3">
          <h2 class="chalk mb-1">{{ t('charge.handling-heading') }}</h2>
          <p v-if="strange" class="border-l-8 border-oxide bg-oxide-wash px-3 py-2" role="status">
            <I18nT keypath="charge.no-practice-warning" scope="global"
              ><template #noPractice><b>{{ t('charge.no-practice') }}</b></template
              ><template #metal>{{ elementName(strange.metal) }}</template></I18nT
            >
          </p>
          <label v-else class="block max-w-sm"
            ><span class="label">{{ t('charge.practice-label') }}</span>
            <select
              class="field"
              :value="handled"
              @change="made.handleAs((($event.target as HTMLSelectElement).value || null) as Practice | null)"
            >
              <option value="">{{ t('charge.nearest-alloy', { alloyName: families[0]?.name }) }}</option>
              <option v-for="one in families" :key="one.practice" :value="one.practice">
                {{ one.name }}
              </option>
            </select></label
          >
          <p class="mt-2">
            {{ capital(liquidusWords(heatLiquidus(heat), units)) }},
            {{ windowWords(heatWindow(heat), units) }}.
          </p>
          <QuantityField
            :model-value="heat.liquidusC ?? null"
            :label="t('charge.freezing-point-label')"
            kind="temperature"
            nullable
            class="mt-2 max-w-sm"
            :hint="t('charge.freezing-point-hint')"
            @update:model-value="edit(t('charge.edit-freezing-point'), { liquidusC: $event }, 'liquidus')"
            @sealed="yard.seal()"
          />
        </div>
        <PlanChecks :checks="checks" />
        <CruciblePick />
      </div>
    </div>
  </div>
</template>

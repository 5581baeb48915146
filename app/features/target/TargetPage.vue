<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { familyProblem } from '#core/families'
import { comesAsItIs, heatLiquidus, heatWalls, heatWindow } from '#core/heat'
import { computed, ref } from 'vue'
import { useMetalNeed } from './useMetalNeed'
import { useUnits } from '~/shared/units/useUnits'
import { PRACTICE_WORDS, liquidusWords, windowWords } from '~/shared/words/alloys-words'
import { elementName } from '~/shared/units/elements'
import { capital, joinFacts } from '~/shared/units/figures'
import AlloyPicker from './AlloyPicker.vue'
import CastingFacts from './CastingFacts.vue'
import CastingList from './CastingList.vue'
import CrucibleRefused from '~/shared/gear/CrucibleRefused.vue'
import FuelAndFit from './FuelAndFit.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import LimitGates from '~/shared/composition/LimitGates.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import NoMetalYet from '~/shared/heat/NoMetalYet.vue'
import RemindersHere from '~/shared/heat/RemindersHere.vue'

const bench = useMetalNeed()
const { heat, edit, need, differs, density } = bench
const units = useUnits()
const { grams } = units
const alloy = computed(() => heat.value?.alloy ?? null)
const strange = computed(() => alloy.value && familyProblem(alloy.value))
const locked = computed(() => !!heat.value?.loggedAt)
/** It takes what its lots give. */
const free = computed(() => !!heat.value && comesAsItIs(heat.value))
const open = ref(false)
const adding = computed(() => open.value || !!heat.value?.need)
const liquidus = computed(() => (heat.value ? heatLiquidus(heat.value) : null))
/** Temperatures and density of the target. */
const facts = computed(() =>
  heat.value
    ? joinFacts(
        capital(liquidusWords(liquidus.value, units)),
        windowWords(heatWindow(heat.value), units, heatWalls(heat.value)),
        density.value &&
          t(density.value.published ? 'target.density' : 'target.density-estimate', {
            density: fixed(density.value.gcm3, 2),
          }),
      )
    : '',
)
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('target.page-title')">
      <NuxtLink
        v-if="free || (alloy && heat.tapMassG)"
        :to="`/heat/${heat.number}/charge`"
        class="btn btn-next"
        >{{ free ? t('target.choose-lots-link') : t('target.charge-link') }}</NuxtLink
      >
    </HeatHeading>
    <NoMetalYet />
    <RemindersHere stage="target" />
    <CrucibleRefused />
    <p v-if="locked" class="slab mb-4 p-3">{{ t('target.logged-note') }}</p>

    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div class="grid grid-cols-1 gap-5">
        <fieldset class="slab min-w-0 p-4" :disabled="locked">
          <legend class="sr-only">{{ t('target.how-much-heading') }}</legend>
          <h2 class="chalk mb-3">{{ t('target.how-much-heading') }}</h2>
          <p v-if="free" class="text-lg" data-testid="gives">
            <template v-if="heat.tapMassG">
              {{ ' '
              }}<I18nT keypath="target.as-it-comes-mass" scope="global"
                ><template #tapMass><b>{{ grams(heat.tapMassG) }}</b></template></I18nT
              ></template
            ><template v-else>{{ t('target.as-it-comes-empty') }}</template>
          </p>
          <QuantityField
            v-else
            :model-value="heat.tapMassG"
            :label="t('target.tap-mass-label')"
            kind="mass"
            positive
            size="huge"
            @update:model-value="edit(t('target.tap-mass-edit'), { tapMassG: $event }, 'tap')"
            @sealed="bench.seal()"
          />
          <p v-if="free && bench.need.value.castingsG > 0" class="mt-2" role="status">
            {{ t('target.castings-need', { mass: grams(bench.neededG.value) }) }}
          </p>
          <p
            v-else-if="differs !== null && !locked"
            class="mt-2 flex flex-wrap items-center gap-2"
            role="status"
          >
            {{ t('target.castings-need-other', { mass: grams(differs) }) }}
            <button type="button" class="btn" @click="bench.useNeeded()">
              {{ t('target.use-castings-mass-button') }}
            </button>
          </p>
          <button v-if="!adding" type="button" class="btn mt-3" @click="open = true">
            {{ t('target.add-up-button') }}
          </button>
          <div v-else class="mt-4">
            <h3 class="label mb-1">{{ t('target.castings-heading') }}</h3>
            <CastingList :bench="bench" :locked="locked" />
            <p v-if="!density && need.parts?.length" class="mt-2 text-amber">
              {{ t('target.castings-need-alloy') }}
            </p>
          </div>
        </fieldset>
        <div v-if="alloy && adding" class="slab p-4"><CastingFacts :bench="bench" /></div>
      </div>

      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <h2 class="chalk mb-3">{{ t('target.alloy-heading') }}</h2>
          <AlloyPicker v-if="!locked" :model-value="free ? null : alloy" @update:model-value="bench.choose" />
          <p v-if="free" class="mt-3" data-testid="aims-at-none">
            <TermText :text="t('target.no-target')" />
          </p>
          <template v-if="alloy">
            <p class="mt-3 text-lg font-bold">
              {{ told(alloy.name) }} <span class="font-normal text-soft">{{ alloy.designation }}</span>
            </p>
            <p v-if="alloy.use">{{ told(alloy.use) }}.</p>
            <p class="my-2"><TermText :text="facts" /></p>
            <p v-if="strange" class="my-2 border-l-8 border-oxide bg-oxide-wash px-3 py-2" role="status">
              <I18nT keypath="target.no-practice-warning" scope="global"
                ><template #noPractice><b>{{ t('target.no-practice') }}</b></template
                ><template #metal>{{ elementName(strange.metal) }}</template
                ><template #familyName>{{ PRACTICE_WORDS[strange.practice] }}</template></I18nT
              >
            </p>
            <QuantityField
              v-if="liquidus?.kind !== 'published'"
              :model-value="heat.liquidusC ?? null"
              :label="t('target.freezing-point-label')"
              kind="temperature"
              nullable
              class="my-2"
              @update:model-value="edit(t('target.freezing-point-edit'), { liquidusC: $event }, 'liquidus')"
            />
            <LimitGates v-if="!free" :limits="alloy.limits" />
            <p v-if="alloy.othersTotalMax !== undefined" class="mt-2 text-sm text-soft">
              {{
                t(alloy.othersEachMax === undefined ? 'target.others-limit' : 'target.others-limit-each', {
                  eachMax: alloy.othersEachMax ?? '',
                  totalMax: alloy.othersTotalMax,
                  source: alloy.othersSource,
                })
              }}
            </p>
            <p v-if="alloy.note" class="mt-2 text-sm">{{ told(alloy.note) }}</p>
            <p class="mt-2 text-xs text-soft">{{ t('target.alloy-source', { source: alloy.source }) }}</p>
          </template>
          <template v-else-if="!free">
            <p class="mt-3 text-soft">
              <I18nT keypath="target.alloy-search-hint" scope="global"
                ><template #pileLink
                  ><NuxtLink to="/pile" class="underline">{{ t('target.pile-link') }}</NuxtLink></template
                ></I18nT
              >
            </p>
            <p v-if="!locked" class="mt-4 border-t border-line pt-3">
              <button type="button" class="btn" @click="bench.aimAtNone()">
                {{ t('target.no-target-button') }}
              </button>
              <span class="mt-1 block text-sm text-soft">{{ t('target.no-target-hint') }}</span>
            </p>
          </template>
        </div>
        <div v-if="alloy && heat.tapMassG" class="slab p-4"><FuelAndFit /></div>
      </div>
    </div>
  </section>
</template>

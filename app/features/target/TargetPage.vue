<script setup lang="ts">
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
import { capital } from '~/shared/units/figures'
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
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('target.which-alloy-how-much')">
      <NuxtLink
        v-if="free || (alloy && heat.tapMassG)"
        :to="`/heat/${heat.number}/charge`"
        class="btn btn-next"
        >{{ free ? t('target.choose-what-goes-in') : t('target.work-out-the-charge') }}</NuxtLink
      >
    </HeatHeading>
    <NoMetalYet />
    <RemindersHere stage="target" />
    <CrucibleRefused />
    <p v-if="locked" class="slab mb-4 p-3">{{ t('target.this-heat-is-in-the-ledger') }}</p>

    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div class="grid grid-cols-1 gap-5">
        <fieldset class="slab min-w-0 p-4" :disabled="locked">
          <legend class="sr-only">{{ t('target.how-much-2') }}</legend>
          <h2 class="chalk mb-3">{{ t('target.how-much-2') }}</h2>
          <p v-if="free" class="text-lg" data-testid="gives">
            <template v-if="heat.tapMassG">
              {{ ' '
              }}<I18nT keypath="target.what-was-put-in-gives-about" scope="global"
                ><template #strong><b>{{ grams(heat.tapMassG) }}</b></template></I18nT
              ></template
            ><template v-else>{{ t('target.it-gives-what-its-lots-give') }}</template>
          </p>
          <QuantityField
            v-else
            :model-value="heat.tapMassG"
            :label="t('target.tap-mass-clean-liquid-metal-ready')"
            kind="mass"
            positive
            size="huge"
            @update:model-value="edit(t('target.set-the-tap-mass'), { tapMassG: $event }, 'tap')"
            @sealed="bench.seal()"
          />
          <p v-if="free && bench.need.value.castingsG > 0" class="mt-2" role="status">
            {{ t('target.the-castings-need', { neededG: grams(bench.neededG.value) }) }}
          </p>
          <p
            v-else-if="differs !== null && !locked"
            class="mt-2 flex flex-wrap items-center gap-2"
            role="status"
          >
            {{ t('target.the-castings-need-2', { differs: grams(differs) }) }}
            <button type="button" class="btn" @click="bench.useNeeded()">{{ t('target.tap-that') }}</button>
          </p>
          <button v-if="!adding" type="button" class="btn mt-3" @click="open = true">
            {{ t('target.add-it-up-from-the-castings') }}
          </button>
          <div v-else class="mt-4">
            <h3 class="label mb-1">{{ t('target.to-be-cast') }}</h3>
            <CastingList :bench="bench" :locked="locked" />
            <p v-if="!density && need.parts?.length" class="mt-2 text-amber">
              {{ t('target.choose-the-alloy-and-they-are') }}
            </p>
          </div>
        </fieldset>
        <div v-if="alloy && adding" class="slab p-4"><CastingFacts :bench="bench" /></div>
      </div>

      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <h2 class="chalk mb-3">{{ t('target.which-alloy') }}</h2>
          <AlloyPicker v-if="!locked" :model-value="free ? null : alloy" @update:model-value="bench.choose" />
          <p v-if="free" class="mt-3" data-testid="aims-at-none">
            {{ t('target.it-aims-at-no-alloy-what') }}
          </p>
          <template v-if="alloy">
            <p class="mt-3 text-lg font-bold">
              {{ told(alloy.name) }} <span class="font-normal text-soft">{{ alloy.designation }}</span>
            </p>
            <p v-if="alloy.use">{{ told(alloy.use) }}.</p>
            <p class="my-2">
              {{ capital(liquidusWords(liquidus, units)) }},
              {{ windowWords(heatWindow(heat), units, heatWalls(heat))
              }}<template v-if="density">{{
                t('target.g-cm', {
                  toFixed: fixed(density.gcm3, 2),
                  part: density.published ? '' : ` ${t('target.estimate')}`,
                })
              }}</template
              >.
            </p>
            <p v-if="strange" class="my-2 border-l-8 border-oxide bg-oxide-wash px-3 py-2" role="status">
              <I18nT keypath="target.it-is-mostly-which-is-not" scope="global"
                ><template #strong><b>{{ t('target.no-practice-is-known-for-this') }}</b></template
                ><template #metal>{{ elementName(strange.metal) }}</template
                ><template #PRACTICE_WORDS>{{ PRACTICE_WORDS[strange.practice] }}</template></I18nT
              >
            </p>
            <QuantityField
              v-if="liquidus?.kind !== 'published'"
              :model-value="heat.liquidusC ?? null"
              :label="t('target.what-it-freezes-at-if-you')"
              kind="temperature"
              nullable
              class="my-2"
              @update:model-value="
                edit(t('target.write-down-what-it-freezes-at'), { liquidusC: $event }, 'liquidus')
              "
            />
            <LimitGates v-if="!free" :limits="alloy.limits" />
            <p v-if="alloy.othersTotalMax !== undefined" class="mt-2 text-sm text-soft">
              <I18nT keypath="target.other-elements-together" scope="global"
                ><template #part
                  ><template v-if="alloy.othersEachMax !== undefined">
                    {{ ' ' + t('target.each-2', { othersEachMax: alloy.othersEachMax }) }}</template
                  ></template
                ><template #othersTotalMax>{{ alloy.othersTotalMax }}</template
                ><template #othersSource>{{ alloy.othersSource }}</template></I18nT
              >
            </p>
            <p v-if="alloy.note" class="mt-2 text-sm">{{ told(alloy.note) }}</p>
            <p class="mt-2 text-xs text-soft">{{ t('target.source', { source: alloy.source }) }}</p>
          </template>
          <template v-else-if="!free">
            <p class="mt-3 text-soft">
              <I18nT keypath="target.type-a-name-a-number-or" scope="global"
                ><template #link
                  ><NuxtLink to="/pile" class="underline">{{
                    t('target.what-your-pile-can-become')
                  }}</NuxtLink></template
                ></I18nT
              >
            </p>
            <p v-if="!locked" class="mt-4 border-t border-line pt-3">
              <button type="button" class="btn" @click="bench.aimAtNone()">
                {{ t('target.aim-at-none-melt-what-there') }}
              </button>
              <span class="mt-1 block text-sm text-soft">{{ t('target.you-choose-what-goes-in-it') }}</span>
            </p>
          </template>
        </div>
        <div v-if="alloy && heat.tapMassG" class="slab p-4"><FuelAndFit /></div>
      </div>
    </div>
  </section>
</template>

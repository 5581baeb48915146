<script setup lang="ts">
import { familyProblem } from '#core/families'
import { comesAsItIs, heatLiquidus, heatWindow } from '#core/heat'
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
    <HeatHeading question="Which alloy, how much?">
      <NuxtLink
        v-if="free || (alloy && heat.tapMassG)"
        :to="`/heat/${heat.number}/charge`"
        class="btn btn-next"
        >{{ free ? 'Choose what goes in' : 'Work out the charge' }}</NuxtLink
      >
    </HeatHeading>
    <NoMetalYet />
    <RemindersHere stage="target" />
    <CrucibleRefused />
    <p v-if="locked" class="slab mb-4 p-3">This heat is in the ledger; its target stays as it was.</p>

    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div class="grid grid-cols-1 gap-5">
        <fieldset class="slab min-w-0 p-4" :disabled="locked">
          <legend class="sr-only">How much</legend>
          <h2 class="chalk mb-3">How much</h2>
          <p v-if="free" class="text-lg" data-testid="gives">
            <template v-if="heat.tapMassG">
              What was put in gives about <b>{{ grams(heat.tapMassG) }}</b>.</template
            ><template v-else>It gives what its lots give: nothing was put in yet.</template>
          </p>
          <QuantityField
            v-else
            :model-value="heat.tapMassG"
            label="Tap mass: clean liquid metal ready to pour"
            kind="mass"
            positive
            size="huge"
            @update:model-value="edit('Set the tap mass', { tapMassG: $event }, 'tap')"
            @sealed="bench.seal()"
          />
          <p v-if="free && bench.need.value.castingsG > 0" class="mt-2" role="status">
            The castings need {{ grams(bench.neededG.value) }}.
          </p>
          <p
            v-else-if="differs !== null && !locked"
            class="mt-2 flex flex-wrap items-center gap-2"
            role="status"
          >
            The castings need {{ grams(differs) }}.
            <button type="button" class="btn" @click="bench.useNeeded()">Tap that</button>
          </p>
          <button v-if="!adding" type="button" class="btn mt-3" @click="open = true">
            Add it up from the castings
          </button>
          <div v-else class="mt-4">
            <h3 class="label mb-1">To be cast</h3>
            <CastingList :bench="bench" :locked="locked" />
            <p v-if="!density && need.parts?.length" class="mt-2 text-amber">
              Choose the alloy, and they are weighed in it.
            </p>
          </div>
        </fieldset>
        <div v-if="alloy && adding" class="slab p-4"><CastingFacts :bench="bench" /></div>
      </div>

      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4">
          <h2 class="chalk mb-3">Which alloy</h2>
          <AlloyPicker v-if="!locked" :model-value="free ? null : alloy" @update:model-value="bench.choose" />
          <p v-if="free" class="mt-3" data-testid="aims-at-none">
            It aims at no alloy: what goes in decides what it becomes. Find one above to aim at it after all.
          </p>
          <template v-if="alloy">
            <p class="mt-3 text-lg font-bold">
              {{ alloy.name }} <span class="font-normal text-soft">{{ alloy.designation }}</span>
            </p>
            <p v-if="alloy.use">{{ alloy.use }}.</p>
            <p class="my-2">
              {{ capital(liquidusWords(liquidus, units)) }}, {{ windowWords(heatWindow(heat), units)
              }}<template v-if="density"
                >, {{ density.gcm3.toFixed(2) }} g/cm³{{ density.published ? '' : ' (estimate)' }}</template
              >.
            </p>
            <p v-if="strange" class="my-2 border-l-8 border-oxide bg-oxide-wash px-3 py-2" role="status">
              <b>No practice is known for this metal.</b> It is mostly {{ elementName(strange.metal) }}, which
              {{ PRACTICE_WORDS[strange.practice] }} is not: the charge can be worked out and weighed, but no
              run sheet, order or temperature is told.
            </p>
            <QuantityField
              v-if="liquidus?.kind !== 'published'"
              :model-value="heat.liquidusC ?? null"
              label="What it freezes at, if you know it"
              kind="temperature"
              nullable
              class="my-2"
              @update:model-value="edit('Write down what it freezes at', { liquidusC: $event }, 'liquidus')"
            />
            <LimitGates v-if="!free" :limits="alloy.limits" />
            <p v-if="alloy.othersTotalMax !== undefined" class="mt-2 text-sm text-soft">
              Other elements<template v-if="alloy.othersEachMax !== undefined">
                each ≤ {{ alloy.othersEachMax }} %,</template
              >
              together ≤ {{ alloy.othersTotalMax }} %. {{ alloy.othersSource }}.
            </p>
            <p v-if="alloy.note" class="mt-2 text-sm">{{ alloy.note }}</p>
            <p class="mt-2 text-xs text-soft">Source: {{ alloy.source }}.</p>
          </template>
          <template v-else-if="!free">
            <p class="mt-3 text-soft">
              Type a name, a number or what it is for: “gunmetal”, “C87”, “bell”, “window”. Or see
              <NuxtLink to="/pile" class="underline">what your pile can become</NuxtLink>.
            </p>
            <p v-if="!locked" class="mt-4 border-t border-line pt-3">
              <button type="button" class="btn" @click="bench.aimAtNone()">
                Aim at none: melt what there is
              </button>
              <span class="mt-1 block text-sm text-soft"
                >You choose what goes in; it tells what that becomes, and how to handle it.</span
              >
            </p>
          </template>
        </div>
        <div v-if="alloy && heat.tapMassG" class="slab p-4"><FuelAndFit /></div>
      </div>
    </div>
  </section>
</template>

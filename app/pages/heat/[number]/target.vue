<script setup lang="ts">
import { liquidusOf, nominalOf, pourWindow, type Alloy } from '#core/alloys'
import { metalNeeded, type MetalNeed } from '#core/casting'

const { heat, edit } = useHeat()
const yard = useYard()
const { grams, degrees } = useUnits()
const adding = ref(false)
const alloy = computed(() => heat.value?.alloy ?? null)
const locked = computed(() => !!heat.value?.loggedAt)
const heatWords = computed(() => {
  if (!alloy.value) return null
  const liquidus = liquidusOf(alloy.value, { [alloy.value.base]: 90, ...nominalOf(alloy.value) })
  return { liquidus, window: pourWindow(liquidus.liquidusC) }
})
function choose(chosen: Alloy): void {
  edit(`Choose ${chosen.name}`, { alloy: chosen })
}
const NO_NEED: MetalNeed = { castingsG: 0, gatingPct: 60, allowancePct: 10, heelG: 0 }
const need = computed(() => heat.value?.need ?? NO_NEED)
function changeNeed(change: Partial<MetalNeed>): void {
  const next = { ...need.value, ...change }
  const tap = metalNeeded(next)
  edit('Add up the metal needed', { need: next, ...(tap > 0 ? { tapMassG: Math.round(tap) } : {}) }, 'need')
}
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="Which alloy, how much?">
      <NuxtLink v-if="alloy && heat.tapMassG" :to="`/heat/${heat.number}/charge`" class="btn btn-next"
        >Work out the charge</NuxtLink
      >
    </HeatHeading>
    <p v-if="locked" class="slab mb-4 p-3">This heat is in the ledger; its target stays as it was.</p>

    <div class="grid items-start gap-5 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.25fr)]">
      <div class="slab p-4">
        <h2 class="chalk mb-3">How much</h2>
        <fieldset :disabled="locked">
          <QuantityField
            :model-value="heat.tapMassG"
            label="Tap mass: clean liquid metal ready to pour"
            kind="mass"
            positive
            size="huge"
            @update:model-value="edit('Set the tap mass', { tapMassG: $event, need: null }, 'tap')"
            @sealed="yard.seal()"
          />
          <button class="btn mt-3" :aria-expanded="adding || !!heat.need" @click="adding = !adding">
            Add it up from the castings
          </button>
          <div v-if="adding || heat.need" class="mt-3 grid grid-cols-2 gap-3">
            <QuantityField
              :model-value="need.castingsG"
              label="Castings"
              kind="mass"
              @update:model-value="changeNeed({ castingsG: $event ?? 0 })"
              @sealed="yard.seal()"
            />
            <QuantityField
              :model-value="need.gatingPct"
              label="Sprue, runner, riser"
              kind="percent"
              :max="400"
              hint="30–100 % for hobby sand moulds"
              @update:model-value="changeNeed({ gatingPct: $event ?? 0 })"
              @sealed="yard.seal()"
            />
            <QuantityField
              :model-value="need.allowancePct"
              label="So as not to run short"
              kind="percent"
              :max="200"
              hint="10 % is usual"
              @update:model-value="changeNeed({ allowancePct: $event ?? 0 })"
              @sealed="yard.seal()"
            />
            <QuantityField
              :model-value="need.heelG"
              label="Heel left in the crucible"
              kind="mass"
              @update:model-value="changeNeed({ heelG: $event ?? 0 })"
              @sealed="yard.seal()"
            />
            <p v-if="need.castingsG > 0" class="col-span-2 text-soft">
              {{ grams(need.castingsG) }} × {{ (1 + need.gatingPct / 100).toFixed(2) }} ×
              {{ (1 + need.allowancePct / 100).toFixed(2) }} + {{ grams(need.heelG) }} =
              <b class="text-ink">{{ grams(metalNeeded(need)) }}</b>. Running short is the commonest failed
              pour (common practice).
            </p>
          </div>
        </fieldset>
      </div>

      <div class="slab p-4">
        <h2 class="chalk mb-3">Which alloy</h2>
        <AlloyPicker v-if="!locked" :model-value="alloy" @update:model-value="choose" />
        <template v-if="alloy && heatWords">
          <p class="mt-3 text-lg font-bold">
            {{ alloy.name }} <span class="font-normal text-soft">{{ alloy.designation }}</span>
          </p>
          <p v-if="alloy.use">{{ alloy.use }}.</p>
          <p class="my-2">
            Liquidus {{ degrees(heatWords.liquidus.liquidusC)
            }}<template v-if="heatWords.liquidus.kind === 'estimate'">
              (estimate, ± {{ heatWords.liquidus.spreadC }} °C)</template
            >, pour at {{ degrees(heatWords.window.fromC) }} to {{ degrees(heatWords.window.toC)
            }}<template v-if="alloy.densityGcm3">, {{ alloy.densityGcm3 }} g/cm³</template>.
          </p>
          <LimitGates :limits="alloy.limits" />
          <p v-if="alloy.othersTotalMax !== undefined" class="mt-2 text-sm text-soft">
            Other elements<template v-if="alloy.othersEachMax !== undefined">
              each ≤ {{ alloy.othersEachMax }} %,</template
            >
            together ≤ {{ alloy.othersTotalMax }} %. {{ alloy.othersSource }}.
          </p>
          <p v-if="alloy.note" class="mt-2 text-sm">{{ alloy.note }}</p>
          <p class="mt-2 text-xs text-soft">Source: {{ alloy.source }}.</p>
        </template>
        <p v-else class="mt-3 text-soft">
          Type a name, a number or what it is for: “gunmetal”, “C87”, “bell”, “window”. Or see
          <NuxtLink to="/pile" class="underline">what your pile can become</NuxtLink>.
        </p>
      </div>
    </div>
  </section>
</template>

<script setup lang="ts">
import { COOL_DOWN_SOURCE, SECTION_SOURCE } from '#core/casting'
import { computed } from 'vue'
import { useCastingFacts } from './useCastingFacts'
import { useHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import PourChecklist from './PourChecklist.vue'
import RemindersHere from '~/shared/heat/RemindersHere.vue'
import SandMixer from './SandMixer.vue'
import ShrinkRule from './ShrinkRule.vue'

/** Sand and mould, kept small; and the check before the pour. */
const { heat } = useHeat()
const { mm } = useUnits()
const { coolDown } = useCastingFacts()
const RULES = computed(() => [
  ['Draft', '1 to 3 degrees on every face that leaves the sand; rapping is no draft.'],
  ['Vents', `Stop about ${mm(12)} short of the pattern, or go through and show metal.`],
  ['Level', 'The mould stands level; sprue and riser stand highest.'],
  ['Sections', `Under ${mm(6)} misruns in dry sand: thicken it or pour at the hot end.`],
])
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="Is the mould ready?">
      <NuxtLink :to="`/heat/${heat.number}/target`" class="btn">Target</NuxtLink>
      <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn btn-next">Run the melt</NuxtLink>
    </HeatHeading>
    <RemindersHere stage="mould" />
    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-2">
      <div class="slab p-4"><PourChecklist /></div>
      <div class="grid grid-cols-1 gap-5">
        <div class="slab p-4"><SandMixer /></div>
        <div class="slab p-4"><ShrinkRule /></div>
        <section class="slab p-4" aria-label="Mould">
          <h2 class="chalk mb-2">Mould</h2>
          <dl>
            <div v-for="[name, words] in RULES" :key="name" class="flex gap-3 border-t border-line py-1">
              <dt class="w-20 shrink-0 font-bold">{{ name }}</dt>
              <dd>{{ words }}</dd>
            </div>
            <div class="flex gap-3 border-t border-line py-1">
              <dt class="w-20 shrink-0 font-bold">Leave it</dt>
              <dd>
                {{
                  coolDown
                    ? `${coolDown.fromMin} to ${coolDown.toMin} minutes`
                    : '15 to 20 minutes for small castings, an hour for blocky ones'
                }}
                before it is knocked out; longer indoors for the smoke.
              </dd>
            </div>
          </dl>
          <p class="mt-2 text-xs text-soft">{{ SECTION_SOURCE }}. {{ COOL_DOWN_SOURCE }}.</p>
        </section>
      </div>
    </div>
  </section>
</template>

<script setup lang="ts">
import { comesAsItIs } from '#core/heat'
import { computed, defineAsyncComponent } from 'vue'
import { useCharge } from './useCharge'
import { useChargeAnswer } from './useChargeAnswer'
import { useChargeRows } from './useChargeRows'
import { useHeat } from '~/shared/heat/useHeat'
import { usePlanChecks } from './usePlanChecks'
import { useScale } from './useScale'
import { useUnits } from '~/shared/units/useUnits'
import ConnectedScale from './ConnectedScale.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import PlanChecks from './PlanChecks.vue'
import PracticeScale from './PracticeScale.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import WaysOut from './WaysOut.vue'

const NoAnswer = defineAsyncComponent(() => import('./NoAnswer.vue'))
/** The scale posture: one lot at a time, readable at arm's length. */
const { heat } = useHeat()
const charge = useCharge(heat)
const { settled, engine, bench, prediction, lines, lotName } = charge
const hand = useChargeRows(charge)
const { rows, weighedAll, unweigh } = hand
const answer = useChargeAnswer(charge)
const { infeasible, conflict, harmed, harm, concession, waysOut } = answer
const { checks } = usePlanChecks(heat, lines, prediction, lotName)
const { grams } = useUnits()
const scale = useScale(charge, hand, answer.tools)
const { current, done, waiting, reading, shown, containerG, practice, off, band, told } = scale
/** What can hurt someone: in the plan as a whole, and in the lot on the pan. */
const hurting = computed(() =>
  checks.value.filter(({ lots }) => lots.length === 0 || lots.includes(current.value?.id ?? '')),
)
/** From where to where nothing else changes, where that is a span. */
const stays = computed(() => {
  const { fromG, toG } = band.value?.asPlanned ?? { fromG: 0, toG: 0 }
  const step = current.value?.stepG
  return toG > fromG ? `${grams(fromG, step)} and ${grams(toG, step)}` : ''
})
/** Any weight is taken: it becomes what goes in. */
const free = computed(() => !!heat.value && comesAsItIs(heat.value))
const begun = computed(() => done.value.length > 0)
</script>

<template>
  <section v-if="heat" class="mx-auto max-w-3xl">
    <HeatHeading question="What do I weigh out?" />
    <NoAnswer v-if="engine.error" />
    <p v-else-if="!heat.alloy || heat.tapMassG === null" class="text-soft">
      <template v-if="free"
        >Nothing to weigh yet: say what goes in.
        <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">Choose the lots</NuxtLink></template
      ><template v-else
        >Nothing to weigh yet: the heat needs an alloy and a tap mass.
        <NuxtLink :to="`/heat/${heat.number}/target`" class="underline">Choose them</NuxtLink></template
      >
    </p>
    <template v-else-if="infeasible">
      <p role="alert" class="border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold">
        {{ conflict }}
      </p>
      <WaysOut :ways="waysOut" heading="Ways out; each was tried and works by itself" />
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="mt-3 inline-block underline"
        >Back to the charge</NuxtLink
      >
    </template>
    <p v-else-if="!settled && !current && !heat.loggedAt" class="text-soft">Working it out…</p>
    <template v-else>
      <div
        v-if="harmed"
        role="alert"
        class="mb-4 border-l-8 border-oxide bg-oxide-wash px-4 py-3"
        data-testid="harm"
      >
        <p class="text-lg font-bold">{{ harm }}</p>
        <p>
          This is the least that can be had with what is weighed. It can be melted so, and the heat says so
          from here on; or mend it first.
        </p>
        <WaysOut :ways="waysOut" heading="Ways to mend it; each was tried and works by itself" />
      </div>
      <p v-else-if="concession" class="mb-4 border-l-8 border-amber bg-amber-wash px-4 py-2" role="status">
        {{ concession }}
      </p>
      <template v-if="current">
        <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
          <p class="text-soft">{{ done.length }} of {{ rows.planned.length }} weighed. Tare the pan, then:</p>
          <progress
            class="bar flex-1 basis-32"
            :value="done.length"
            :max="rows.planned.length"
            aria-label="Lots weighed"
          />
          <label class="flex items-center gap-2 text-sm"
            ><input v-model="practice" type="checkbox" class="size-5 accent-(--ember)" /> practise on a
            simulated scale</label
          >
        </div>
        <p class="mt-2 text-2xl leading-tight font-bold" data-testid="scale-lot">
          {{ current.name }}
        </p>
        <p
          id="scale-target"
          class="stamp text-[clamp(3.6rem,16vw,8rem)] leading-none text-ember normal-case"
          :class="{ 'opacity-25': !settled }"
          :aria-busy="!settled"
          data-testid="scale-target"
        >
          {{ grams(current.plannedG, current.stepG) }}
        </p>
        <PlanChecks hurting laid-open :checks="hurting" />
        <p id="scale-steps" class="mt-3 text-lg" data-testid="which-scale">
          <template v-if="scale.scaleOf.value">On the {{ scale.scaleOf.value.name }}, </template>
          <template v-else-if="bench.scales.length"
            >None of your scales bears it at once: weigh it in parts, </template
          ><template v-else>In </template>steps of {{ grams(current.stepG, current.stepG) }}.
        </p>
        <p id="scale-band" class="min-h-14 pt-2 text-lg text-soft" data-testid="tolerance">
          <template v-if="free">Any weight does: the heat becomes what goes in.</template>
          <template v-else-if="band"
            >Good from {{ grams(band.fromG, current.stepG) }} to {{ grams(band.toG, current.stepG) }}: limits
            and tap still hold, the rest worked out again.<template v-if="stays">
              Between {{ stays }} the rest stays as planned.</template
            ></template
          >
        </p>
        <ConnectedScale v-if="!practice" @reading="shown = $event" />
        <form class="mt-2 grid items-start gap-3 sm:grid-cols-[1fr_auto]" @submit.prevent="scale.take">
          <PracticeScale
            v-if="practice"
            :key="`simulated-${current.id}`"
            :target-g="current.plannedG"
            @reading="shown = $event"
          />
          <QuantityField
            v-else
            :key="current.id"
            :model-value="shown"
            :label="`The scale says, for ${current.name}`"
            kind="mass"
            positive
            size="huge"
            eager
            told-by="scale-target scale-steps scale-band"
            @update:model-value="shown = $event"
          />
          <button
            class="btn btn-next min-h-20 px-8 text-xl sm:mt-[1.45rem]"
            :disabled="reading === null || reading <= 0"
          >
            Record, next
          </button>
          <QuantityField
            v-if="!practice"
            v-model="containerG"
            class="max-w-64"
            label="Container still on the pan (tare)"
            kind="mass"
            nullable
            hint="Taken off every weight until you clear it"
          />
          <button
            type="button"
            class="btn btn-quiet self-end underline sm:justify-self-end"
            @click="scale.none"
          >
            There is none of it<span class="sr-only">: leave out {{ current.name }}</span>
          </button>
        </form>
        <p v-if="scale.light.value" role="alert" class="mt-2 font-semibold text-oxide">
          That is no more than the container weighs. Put the metal on, or clear the container.
        </p>
        <p v-else-if="!practice && containerG && reading !== null" class="mt-2 text-lg">
          {{ grams(reading, current.stepG) }} of metal.
        </p>
        <div
          v-if="off !== null && !scale.light.value"
          class="mt-2 text-lg"
          aria-live="polite"
          data-testid="outcome"
        >
          <p v-if="scale.onTarget.value">On target.</p>
          <p v-else>
            {{ grams(Math.abs(off), current.stepG) }} {{ off > 0 ? 'over' : 'under' }}.
            <span v-if="told && !free" :class="told.bad ? 'font-bold text-oxide' : ''">{{ told.text }}</span>
          </p>
        </div>
        <p v-if="reading !== null && reading > current.availableG" class="mt-1 font-semibold text-amber">
          More than the {{ grams(current.availableG) }} written down for this bin. It is taken as weighed;
          check the bin.
        </p>
      </template>
      <div v-else-if="weighedAll" class="slab p-5" data-testid="all-weighed">
        <p class="mb-3 text-xl font-bold">
          All weighed: {{ grams(done.reduce((sum, row) => sum + (row.weighedG ?? 0), 0)) }}.
          <template v-if="prediction">It taps about {{ grams(prediction.tapMassG) }}.</template>
        </p>
        <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn btn-next">Run the melt</NuxtLink>
      </div>
      <p v-else class="text-soft">
        Nothing to weigh yet.
        <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">Work out the charge</NuxtLink> first.
      </p>
    </template>

    <ul v-if="done.length || waiting.length > 1" class="mt-6">
      <li
        v-for="row in [...waiting.filter((row) => row !== current), ...done]"
        :key="row.id"
        class="flex items-center gap-3 border-t border-line py-1.5"
      >
        <span class="flex-1">{{ row.name }}</span>
        <template v-if="row.weighedG !== null">
          <b class="text-patina">✓ {{ grams(row.weighedG, row.stepG) }}</b>
          <button class="btn btn-quiet underline" @click="unweigh(row)">
            Take back<span class="sr-only"> {{ row.name }}</span>
          </button>
        </template>
        <span v-else class="text-soft">{{ grams(row.plannedG, row.stepG) }}</span>
      </li>
    </ul>
    <NuxtLink
      v-if="begun && !weighedAll && !engine.error"
      :to="`/heat/${heat.number}/melt`"
      class="mt-4 inline-block underline"
      >To the melt with what is weighed so far</NuxtLink
    >
  </section>
</template>

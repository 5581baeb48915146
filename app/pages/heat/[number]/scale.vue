<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core'
import { lineTolerance } from '#core/charge'
import { scaleFor } from '#core/gear'
import { heatRecovery } from '#core/heat'

/** The scale posture: one lot at a time, readable at arm's length. */
const { heat } = useHeat()
const board = useChargeBoard()
const { rows, infeasible, conflict, weighedAll } = board
const { checks } = usePlanChecks(heat, board.lines, board.prediction, board.lotName)
const { grams } = useUnits()
const waiting = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG === null))
const done = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG !== null))
// The lot on the pan stays the lot on the pan, however the rest is worked out again.
const held = ref<string | null>(null)
const current = computed(() => waiting.value.find(({ id }) => id === held.value) ?? waiting.value[0] ?? null)
/** as typed or as the pretended scale shows it, with the container on */
const shown = ref<number | null>(null)
const containerG = useSessionStorage<number | null>('scale-container', null, {
  serializer: { read: (text) => (text === '' ? null : Number(text)), write: (value) => String(value ?? '') },
})
const practice = useSessionStorage('scale-practice', false)
const reading = computed(() => {
  if (shown.value === null) return null
  return practice.value ? shown.value : shown.value - (containerG.value ?? 0)
})
watch(practice, () => (shown.value = null))
watch(
  () => current.value?.id ?? null,
  (id) => {
    held.value = id
    shown.value = null
  },
  { immediate: true },
)
const off = computed(() => {
  if (reading.value === null || !current.value) return null
  return reading.value - current.value.plannedG
})
/** How far this line may be off before a limit breaks, the others as planned. */
const bears = computed(() => {
  const index = board.lines.value.findIndex(({ lot }) => lot.id === current.value?.id)
  if (!heat.value?.alloy || index < 0) return null
  return lineTolerance(board.lines.value, index, heatRecovery(heat.value), heat.value.alloy.limits)
})
/** What can hurt someone: in the plan as a whole, and in the lot on the pan. */
const hurting = computed(() =>
  checks.value.filter(({ lots }) => lots.length === 0 || lots.includes(current.value?.id ?? '')),
)
/** The finest of the yard's scales that bears this line and its container. */
const { scales } = useGear()
const onScale = computed(() =>
  current.value ? scaleFor(scales.value, current.value.plannedG + (containerG.value ?? 0)) : null,
)
const light = computed(() => reading.value !== null && reading.value <= 0)
function take(): void {
  if (current.value && reading.value !== null && reading.value > 0) board.weigh(current.value, reading.value)
}
</script>

<template>
  <section v-if="heat" class="mx-auto max-w-3xl">
    <HeatHeading question="What do I weigh out?" />
    <LazyNoAnswer v-if="board.engine.error" />
    <p
      v-else-if="infeasible"
      role="alert"
      class="border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold"
    >
      {{ conflict }}
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">See the ways out</NuxtLink>
    </p>
    <p v-else-if="!board.settled.value && !weighedAll" class="text-soft">Working it out…</p>
    <template v-else-if="current">
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
          pretended scale</label
        >
      </div>
      <p class="mt-2 text-2xl leading-tight font-bold" data-testid="scale-lot">{{ current.name }}</p>
      <p
        class="stamp text-[clamp(4rem,18vw,9rem)] leading-none text-ember normal-case"
        data-testid="scale-target"
      >
        {{ grams(current.plannedG, board.stepG) }}
      </p>
      <PlanChecks hurting :checks="hurting" />
      <p v-if="scales.length" class="mt-3 text-lg" data-testid="which-scale">
        <template v-if="onScale"
          >On the {{ onScale.name }}, steps of
          {{ grams(onScale.stepG, Math.min(1, onScale.stepG)) }}.</template
        >
        <template v-else>None of your scales bears it at once: weigh it in parts.</template>
      </p>
      <p v-if="bears" class="mt-4 text-lg text-soft" data-testid="tolerance">
        Good from {{ grams(current.plannedG - bears.lessG, board.stepG) }} to
        {{ grams(current.plannedG + bears.moreG, board.stepG) }}: every limit still holds, the others as
        planned.
      </p>
      <ConnectedScale v-if="!practice" @reading="shown = $event" />
      <form class="mt-4 grid items-start gap-3 sm:grid-cols-[1fr_auto]" @submit.prevent="take">
        <PracticeScale
          v-if="practice"
          :key="`pretended-${current.id}`"
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
          @update:model-value="shown = $event"
        />
        <button
          class="btn btn-next min-h-20 px-8 text-xl sm:mt-[1.2rem]"
          :disabled="reading === null || reading <= 0"
        >
          Take it, next
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
      </form>
      <p v-if="light" role="alert" class="mt-2 font-semibold text-oxide">
        That is no more than the container weighs. Put the metal on, or clear the container.
      </p>
      <p v-else-if="!practice && containerG && reading !== null" class="mt-2 text-lg">
        {{ grams(reading, board.stepG) }} of metal.
      </p>
      <p v-if="off !== null && !light" class="mt-2 text-lg" aria-live="polite">
        <template v-if="Math.abs(off) < 0.05">On target.</template>
        <template v-else
          >{{ grams(Math.abs(off), board.stepG) }} {{ off > 0 ? 'over' : 'under' }}; the rest will be worked
          out again.</template
        >
      </p>
      <p v-if="reading !== null && reading > current.availableG" class="mt-1 font-semibold text-amber">
        More than the {{ grams(current.availableG) }} written down for this bin. It is taken as weighed; check
        the bin.
      </p>
    </template>
    <div v-else-if="weighedAll" class="slab p-5">
      <p class="mb-3 text-xl font-bold">
        All weighed: {{ grams(done.reduce((sum, row) => sum + (row.weighedG ?? 0), 0)) }}.
      </p>
      <NuxtLink :to="`/heat/${heat.number}/melt`" class="btn btn-next">Run the melt</NuxtLink>
    </div>
    <p v-else class="text-soft">
      Nothing to weigh yet.
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">Work out the charge</NuxtLink> first.
    </p>

    <ul v-if="done.length || waiting.length > 1" class="mt-6">
      <li
        v-for="row in [...waiting.filter((row) => row !== current), ...done]"
        :key="row.id"
        class="flex items-center gap-3 border-t border-line py-1.5"
      >
        <span class="flex-1">{{ row.name }}</span>
        <template v-if="row.weighedG !== null">
          <b class="text-patina">✓ {{ grams(row.weighedG, board.stepG) }}</b>
          <button class="btn btn-quiet underline" @click="board.unweigh(row)">
            Take back<span class="sr-only"> {{ row.name }}</span>
          </button>
        </template>
        <span v-else class="text-soft">{{ grams(row.plannedG, board.stepG) }}</span>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
/** The scale posture: one lot at a time, readable at arm's length. */
const { heat } = useHeat()
const board = useChargeBoard()
const { rows, infeasible, conflict, weighedAll } = board
const { grams } = useUnits()
const waiting = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG === null))
const done = computed(() => rows.value.planned.filter(({ weighedG }) => weighedG !== null))
// The lot on the pan stays the lot on the pan, however the rest is worked out again.
const held = ref<string | null>(null)
const current = computed(() => waiting.value.find(({ id }) => id === held.value) ?? waiting.value[0] ?? null)
const reading = ref<number | null>(null)
watch(
  () => current.value?.id ?? null,
  (id) => {
    held.value = id
    reading.value = null
  },
  { immediate: true },
)
const off = computed(() => {
  if (reading.value === null || !current.value) return null
  return reading.value - current.value.plannedG
})
function take(): void {
  if (current.value && reading.value !== null) board.weigh(current.value, reading.value)
}
</script>

<template>
  <section v-if="heat" class="mx-auto max-w-3xl">
    <HeatHeading question="What do I weigh out?" />
    <p
      v-if="infeasible"
      role="alert"
      class="border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold"
    >
      {{ conflict }}
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">See the ways out</NuxtLink>
    </p>
    <p v-else-if="!board.settled.value && !weighedAll" class="text-soft">Working it out…</p>
    <template v-else-if="current">
      <p class="text-soft">{{ done.length }} of {{ rows.planned.length }} weighed. Tare the pan, then:</p>
      <p class="mt-2 text-2xl leading-tight font-bold" data-testid="scale-lot">{{ current.name }}</p>
      <p
        class="stamp text-[clamp(4rem,18vw,9rem)] leading-none text-ember normal-case"
        data-testid="scale-target"
      >
        {{ grams(current.plannedG, board.stepG) }}
      </p>
      <form class="mt-5 grid items-start gap-3 sm:grid-cols-[1fr_auto]" @submit.prevent="take">
        <QuantityField
          :key="current.id"
          :model-value="reading"
          :label="`The scale says, for ${current.name}`"
          kind="mass"
          positive
          size="huge"
          eager
          @update:model-value="reading = $event"
        />
        <button class="btn btn-next min-h-20 px-8 text-xl sm:mt-[1.2rem]" :disabled="reading === null">
          Take it, next
        </button>
      </form>
      <p v-if="off !== null" class="mt-2 text-lg" aria-live="polite">
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

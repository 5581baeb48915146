<script setup lang="ts">
const { heat } = useHeat()
const board = useChargeBoard()
const {
  engine,
  prediction,
  rows,
  headline,
  limiting,
  conflict,
  concession,
  remedies,
  infeasible,
  weighedAll,
} = board
const { grams, money } = useUnits()
const OBJECTIVES = [
  { id: 'cost', name: 'cheapest' },
  { id: 'virgin', name: 'least virgin metal' },
  { id: 'nominal', name: 'closest to nominal' },
] as const
const CERTAINTIES = [
  { value: '', name: 'by the book figures' },
  { value: 0.8, name: '8 times in 10' },
  { value: 0.9, name: '9 times in 10' },
  { value: 0.95, name: '19 times in 20' },
  { value: 0.99, name: '99 times in 100' },
]
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="What do I weigh out?">
      <NuxtLink
        v-if="rows.planned.length && !infeasible && !heat.loggedAt"
        :to="`/heat/${heat.number}/${weighedAll ? 'melt' : 'scale'}`"
        class="btn btn-next"
      >
        {{ weighedAll ? 'Run the melt' : 'To the scale' }}
      </NuxtLink>
    </HeatHeading>

    <div v-if="!heat.alloy || heat.tapMassG === null" class="slab max-w-xl p-5">
      <p class="mb-3">A charge needs an alloy and a tap mass first.</p>
      <NuxtLink :to="`/heat/${heat.number}/target`" class="btn btn-next">Choose them</NuxtLink>
    </div>

    <template v-else>
      <div class="mb-4" aria-live="polite" data-testid="answer">
        <template v-if="infeasible">
          <p class="max-w-4xl border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-lg font-bold">
            {{ conflict }}
          </p>
          <div v-if="remedies.length" class="mt-2 max-w-4xl">
            <h2 class="label">Ways out, each tried and found to work</h2>
            <ul class="flex flex-wrap gap-2">
              <li
                v-for="remedy in remedies"
                :key="remedy.words"
                class="slab flex items-center gap-3 px-3 py-1"
              >
                {{ remedy.words }}
                <button v-if="remedy.apply" class="btn btn-quiet underline" @click="remedy.apply">
                  Do it
                </button>
              </li>
            </ul>
          </div>
        </template>
        <template v-else-if="headline">
          <p class="text-xl leading-snug font-bold sm:text-2xl">{{ headline }}</p>
          <p v-if="concession" class="my-2 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2">
            {{ concession }}
          </p>
          <ul class="mt-1 max-w-4xl text-soft">
            <li v-for="sentence in limiting" :key="sentence">{{ sentence }}</li>
          </ul>
        </template>
        <p v-else-if="engine.error" role="alert" class="font-semibold text-oxide">
          The charge could not be worked out: {{ engine.error }}
        </p>
        <p v-else-if="!heat.loggedAt" class="text-soft">Working it out…</p>
        <p v-else class="text-xl font-bold">
          {{ grams(prediction?.chargeMassG ?? 0) }} went in, {{ heat.weighed.length }} lots.
        </p>
      </div>

      <div class="grid items-start gap-5 xl:grid-cols-[minmax(0,1.45fr)_minmax(0,1fr)]">
        <div class="slab p-3 sm:p-4">
          <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
            <h2 class="chalk">The charge</h2>
            <div v-if="!heat.loggedAt" class="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm">
              <label class="flex items-center gap-2">
                <span class="text-soft">Choose the</span>
                <select
                  class="field w-auto"
                  :value="heat.objective"
                  @change="board.setObjective(($event.target as HTMLSelectElement).value)"
                >
                  <option v-for="option in OBJECTIVES" :key="option.id" :value="option.id">
                    {{ option.name }}
                  </option>
                </select>
              </label>
              <label class="flex items-center gap-2">
                <span class="text-soft">Each limit kept</span>
                <select
                  class="field w-auto"
                  :value="heat.confidence ?? ''"
                  @change="board.setConfidence(Number(($event.target as HTMLSelectElement).value) || null)"
                >
                  <option v-for="option in CERTAINTIES" :key="option.name" :value="option.value">
                    {{ option.name }}
                  </option>
                </select>
              </label>
            </div>
          </div>
          <ul>
            <ChargeRow v-for="row in rows.planned" :key="row.id" :row="row" :board="board" />
          </ul>
          <template v-if="rows.idle.length">
            <h3 class="label mt-4 mb-1">In the bins, not in this charge</h3>
            <ul>
              <ChargeRow v-for="row in rows.idle" :key="row.id" :row="row" :board="board" />
            </ul>
          </template>
        </div>

        <div class="slab p-3 sm:p-4">
          <h2 class="chalk mb-2">What it will be</h2>
          <template v-if="prediction && prediction.tapMassG > 0">
            <p class="mb-3 flex flex-wrap gap-x-5 gap-y-1 text-lg">
              <WorkingOpener :working="board.tapSum.value!"
                ><b>{{ grams(prediction.tapMassG) }}</b> to tap</WorkingOpener
              >
              <WorkingOpener :working="board.costSum.value!"
                ><b>{{ money(board.cost.value) }}</b></WorkingOpener
              >
            </p>
            <CompositionBar :composition="prediction.composition" label="Predicted melt" />
            <div class="mt-4">
              <LimitGates :limits="heat.alloy.limits" :predicted="prediction" />
            </div>
            <p v-if="board.chance.value !== null" class="mt-3 border-t border-line pt-2 text-sm">
              Going by how well each lot is known, about <b>{{ board.chance.value }}</b> such charges would
              keep every limit.
            </p>
            <div class="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm">
              <span class="text-soft">Where it comes from:</span>
              <WorkingOpener v-for="sum in board.elementSums.value" :key="sum.title" :working="sum"
                >{{ sum.symbol }} {{ sum.value }}</WorkingOpener
              >
            </div>
          </template>
          <template v-else>
            <p class="mb-3 text-soft">Nothing fits yet; these are the limits to keep.</p>
            <LimitGates :limits="heat.alloy.limits" />
          </template>
        </div>
      </div>
    </template>
  </section>
</template>

<script setup lang="ts">
import { useWakeLock } from '@vueuse/core'
import { pourWindow } from '#core/alloys'
import { findCaution } from '#core/melt'
import { format } from 'date-fns'

const sheet = useRunSheet()
const { heat, steps, words, stateOf, current, doneCount, mark, unmark, grams, degrees, liquidus } = sheet
const log = useMeltLog()
const stopping = ref(false)
// The screen stays on while the heat runs, where the browser can do that.
const wake = useWakeLock()
watch(
  () => !!heat.value && !heat.value.loggedAt && doneCount.value > 0,
  (running) => {
    if (!wake.isSupported.value) return
    void (running ? wake.request('screen') : wake.release()).catch(() => {})
  },
  { immediate: true },
)
onBeforeUnmount(() => void wake.release().catch(() => {}))
const unweighed = computed(() => heat.value?.weighed.length === 0)
const upNext = computed(() => {
  const index = current.value ? steps.value.indexOf(current.value) : -1
  return index >= 0 ? (steps.value.slice(index + 1).find((step) => !stateOf(step)) ?? null) : null
})
const clock = (iso: string) => format(new Date(iso), 'HH:mm')
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="What do I do now, and next?">
      <button
        class="btn min-h-12 border-2 border-oxide px-6 text-lg font-bold text-oxide"
        @click="stopping = true"
      >
        Stop: something is wrong
      </button>
      <NuxtLink v-if="!current && steps.length" :to="`/heat/${heat.number}/pour`" class="btn btn-next"
        >Weigh what came out</NuxtLink
      >
    </HeatHeading>
    <div v-if="!steps.length" class="slab max-w-xl p-5">
      <p class="mb-3">A run sheet is made from the charge, and there is none yet.</p>
      <NuxtLink :to="`/heat/${heat.number}/charge`" class="btn btn-next">Work out the charge</NuxtLink>
    </div>
    <div v-else class="grid items-start gap-5 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div class="grid grid-cols-1 gap-5">
        <div class="furnace bg-page p-4 text-ink sm:p-7">
          <template v-if="current">
            <p class="text-soft">Step {{ steps.indexOf(current) + 1 }} of {{ steps.length }}</p>
            <h2
              class="mt-1 text-3xl leading-tight font-bold sm:text-[3.25rem] sm:leading-[1.05]"
              data-testid="now"
            >
              {{ words(current).title }}
            </h2>
            <ul v-if="current.lots?.length" class="mt-4 text-2xl font-bold text-ember">
              <li v-for="lot in current.lots" :key="lot.lotId">{{ grams(lot.massG, 0.1) }} {{ lot.name }}</li>
            </ul>
            <p class="mt-4 text-xl">{{ words(current).how }}</p>
            <NuxtLink
              v-if="current.kind === 'mould'"
              :to="`/heat/${heat.number}/mould`"
              class="btn mt-4 min-h-[4.5rem] text-xl"
              >The check before the pour</NuxtLink
            >
            <StepClock v-if="!heat.loggedAt" :key="current.id" :step="current" :log="log" />
            <CautionNote v-for="id in current.cautions" :key="id" :caution="findCaution(id)" />
            <div
              v-if="!heat.loggedAt"
              class="sticky bottom-0 -mx-4 mt-6 flex flex-wrap gap-3 bg-page px-4 py-3 sm:mx-0 sm:px-0"
            >
              <button class="btn btn-next min-h-[4.5rem] flex-1 text-2xl" @click="mark(current, false)">
                Done
              </button>
              <button class="btn min-h-[4.5rem] text-xl" @click="mark(current, true)">Skip</button>
            </div>
            <p v-if="upNext" class="mt-5 text-lg text-soft">Next: {{ words(upNext).title }}</p>
          </template>
          <template v-else>
            <h2 class="text-3xl font-bold" data-testid="now">The run sheet is done</h2>
            <p class="mt-3 text-xl">
              Weigh the ingots, castings, sprues, dross and skull while you know which is which.
            </p>
          </template>
        </div>
        <FurnaceLog :log="log" :locked="!!heat.loggedAt" />
      </div>
      <div class="grid grid-cols-1 gap-5">
        <LiveMelt v-if="!heat.loggedAt" :log="log" :sheet="sheet" />
        <LazyMeltTrace
          v-if="liquidus && log.trace.value.length > 0"
          :trace="log.trace.value"
          :liquidus-c="liquidus.liquidusC"
          :window="pourWindow(liquidus.liquidusC)"
        />
        <div>
          <p v-if="liquidus" class="mb-2 text-soft">
            Liquidus {{ degrees(liquidus.liquidusC)
            }}<template v-if="liquidus.kind === 'estimate'"> (estimate)</template>. {{ doneCount }} of
            {{ steps.length }} steps done.
          </p>
          <p v-if="unweighed && !heat.loggedAt" class="mb-3 border-l-8 border-amber bg-amber-wash p-3">
            Nothing is weighed yet; the amounts are those of the plan.
            <NuxtLink :to="`/heat/${heat.number}/scale`" class="font-semibold underline"
              >To the scale</NuxtLink
            >
          </p>
          <ol class="slab divide-y divide-line">
            <li
              v-for="(step, index) in steps"
              :key="step.id"
              class="flex items-start gap-3 px-3 py-1.5"
              :class="step === current ? 'bg-well' : ''"
            >
              <span class="w-6 text-right text-soft">{{ index + 1 }}</span>
              <div class="min-w-0 flex-1">
                <p :class="step === current ? 'font-bold' : ''">{{ words(step).title }}</p>
                <p v-for="lot in step.lots ?? []" :key="lot.lotId" class="text-sm text-soft">
                  {{ grams(lot.massG, 0.1) }} {{ lot.name }}
                </p>
              </div>
              <template v-if="stateOf(step)">
                <span
                  class="text-sm font-semibold"
                  :class="stateOf(step)!.skipped ? 'text-amber' : 'text-patina'"
                >
                  {{ stateOf(step)!.skipped ? 'skipped' : `✓ ${clock(stateOf(step)!.at)}` }}
                </span>
                <button
                  v-if="!heat.loggedAt"
                  class="btn btn-quiet -my-1 text-sm underline"
                  @click="unmark(step)"
                >
                  Undo<span class="sr-only"> {{ words(step).title }}</span>
                </button>
              </template>
            </li>
          </ol>
        </div>
      </div>
    </div>
    <LazyEmergencySheet v-if="stopping" @close="stopping = false" />
  </section>
</template>

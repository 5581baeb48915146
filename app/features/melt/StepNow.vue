<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import TermText from '~/shared/words/TermText.vue'
import { t, told } from '~/words'
import { present } from '#core/lists'
import { useTimeoutFn } from '@vueuse/core'
import { CHILL_SOURCE, findCaution, holdOf } from '#core/melt'
import { weighLine } from '#core/heat'
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'
import { computed, ref, watch } from 'vue'
import { useHeatClock, useHeatInHand } from '~/shared/heat/heat-in-hand'
import { useYard } from '~/storage/yard-store'
import { useNotices } from '~/shared/page/useNotices'
import { holdWords, portionWords } from './melt-words'
import { reminderWords } from '~/shared/words/troubles-words'
import CautionNote from '~/shared/heat/CautionNote.vue'
import StepClock from './StepClock.vue'

/** The one thing to do now, giant; what must be so before it is left; what comes next. */
const props = defineProps<{ sheet: RunSheet; log: MeltLog; celsius: number | null }>()
const {
  heat,
  steps,
  words,
  current,
  next,
  mark,
  unmark,
  acknowledge,
  grams,
  degrees,
  mouldLookedAt,
  reminders,
} = props.sheet
const yard = useYard()
const clock = useHeatClock()
/** Worked at beside the yard: its pages are of another heat. */
const beside = useHeatInHand() !== null
const hold = computed(() =>
  current.value
    ? holdOf(current.value, { celsius: props.celsius, mouldLookedAt: mouldLookedAt.value })
    : null,
)
const held = computed(() =>
  current.value ? holdWords(current.value, hold.value, props.celsius, degrees) : '',
)
const cautions = computed(() => current.value?.cautions.map(findCaution) ?? [])
/** Read for this heat, or for another of the same day. */
const read = (id: string) =>
  !!heat.value &&
  (!!heat.value.acknowledged?.[id] ||
    (!beside && yard.heats.some((other) => other.date === heat.value!.date && !!other.acknowledged?.[id])))
/** Dangerous ones are read once a day before the step is ticked. */
const unread = computed(() => cautions.value.filter(({ id, danger }) => danger && !read(id)))
/** The purest zinc of the yard, for what has to be put back. */
const zincLot = computed(() =>
  yard.lots
    .filter(({ composition, massG }) => (composition.Zn ?? 0) > 90 && massG > 0)
    .sort((a, b) => (b.composition.Zn ?? 0) - (a.composition.Zn ?? 0))
    .at(0),
)
/** The step ticked last, to be taken back at once. */
const last = computed(() => {
  const done = steps.value.filter((step) => heat.value?.done[step.id])
  const at = (id: string) => present(heat.value?.done[id], id).at
  return done.reduce<(typeof done)[number] | null>(
    (newest, step) => (newest === null || at(step.id) >= at(newest.id) ? step : newest),
    null,
  )
})
const { say } = useNotices()
watch(
  () => current.value?.id,
  (id, before) => {
    if (id === before) return
    const step = current.value
    say(
      step
        ? t('melt.step-announcement', {
            step: steps.value.indexOf(step) + 1,
            steps: steps.value.length,
            title: words(step).title,
          })
        : t('melt.sheet-done'),
    )
  },
)
/** A press meant for one thing is not taken for the next: after each, the buttons rest a moment. */
const REST_MS = 700
const resting = ref(false)
const rest = useTimeoutFn(() => (resting.value = false), REST_MS, { immediate: false })
function calmly(act: () => void): void {
  if (resting.value) return
  act()
  resting.value = true
  rest.start()
}
function done(): void {
  const step = current.value
  if (!step || !heat.value) return
  if (step.kind !== 'top-up') {
    mark(step, false)
    return
  }
  const massG = Math.round(present(step.dose, t('melt.a-dose')).lowG)
  if (!zincLot.value) {
    props.log.add('addition', { massG, text: t('melt.zinc-put-back') })
    return mark(step, false)
  }
  const line = weighLine(zincLot.value, 0, massG, clock.iso(), heat.value)
  const others = heat.value.weighed.filter(({ lotId }) => lotId !== line.lotId)
  const before = heat.value.weighed.find(({ lotId }) => lotId === line.lotId)
  const weighed = [...others, before ? { ...before, massG: before.massG + massG } : line]
  mark(step, false, {
    weighed,
    done: { ...heat.value.done, 'add-zinc': { at: clock.iso(), skipped: false } },
  })
}
</script>

<template>
  <div class="furnace bg-page p-4 text-ink sm:p-7">
    <div
      v-if="last && heat && !heat.loggedAt"
      class="mb-3 flex flex-wrap items-center gap-3"
      data-testid="last-step"
    >
      <p class="min-w-0 flex-1 text-soft">
        {{ heat.done[last.id]!.skipped ? t('melt.skipped-step') : '✓' }} {{ words(last).title }}
      </p>
      <button
        class="btn min-h-[4.5rem] px-6 text-lg"
        :aria-disabled="resting"
        @click="calmly(() => unmark(last!))"
      >
        {{ t('melt.undo') }}<span class="sr-only"> {{ words(last).title }}</span>
      </button>
    </div>
    <template v-if="current && heat">
      <p class="text-soft">
        {{ t('melt.step-number', { current: steps.indexOf(current) + 1, steps: steps.length }) }}
      </p>
      <h2 class="mt-1 text-3xl leading-tight font-bold sm:text-[3.25rem] sm:leading-[1.05]" data-testid="now">
        {{ words(current).title }}
      </h2>
      <ul v-if="current.lots?.length" class="mt-4 text-2xl font-bold text-ember">
        <li v-for="lot in current.lots" :key="lot.lotId">
          {{ grams(lot.massG, sheet.plan.stepOf(lot.lotId)) }} {{ lot.name }}
        </li>
      </ul>
      <p v-if="current.kind === 'top-up'" class="mt-2 text-xl">
        {{ zincLot ? t('melt.from-lot', { lotName: zincLot.name }) : t('melt.zinc-missing') }}
      </p>
      <p class="mt-4 text-xl">{{ words(current).how }}</p>
      <p v-if="current.chill" class="mt-1"><SourceMark :source="CHILL_SOURCE" /></p>
      <ol
        v-if="portionWords(current, { grams, degrees }).length"
        class="mt-2 list-decimal pl-8 text-xl font-bold"
        data-testid="portions"
      >
        <li v-for="(part, at) in portionWords(current, { grams, degrees })" :key="at">{{ part }}</li>
      </ol>
      <p
        v-if="held"
        class="mt-4 border-l-8 px-3 py-2 text-xl font-bold"
        :class="
          hold === 'wait'
            ? 'border-oxide bg-oxide-wash'
            : hold === 'met'
              ? 'border-patina bg-patina-wash'
              : 'border-amber bg-amber-wash'
        "
        data-testid="hold"
        aria-live="polite"
      >
        {{ held }}
      </p>
      <div v-if="current.kind === 'ready' && reminders.length" class="mt-4" data-testid="reminders">
        <p class="text-xl font-bold">{{ t('melt.reminders-heading') }}</p>
        <ul class="list-disc pl-6 text-xl">
          <li v-for="one in reminders" :key="one.causeId">
            {{ reminderWords(one) }}
          </li>
        </ul>
      </div>
      <NuxtLink
        v-if="current.kind === 'mould' && !beside"
        :to="`/heat/${heat.number}/mould`"
        class="btn mt-4 min-h-[4.5rem] text-xl"
        >{{ t('melt.mould-check-link') }}</NuxtLink
      >
      <NuxtLink v-if="current.kind === 'first-fire'" to="/gear" class="btn mt-4 min-h-[4.5rem] text-xl">{{
        t('melt.first-firing-link')
      }}</NuxtLink>
      <StepClock
        v-if="!heat.loggedAt"
        :key="current.id"
        :step="current"
        :title="words(current).title"
        :log="log"
      />
      <template v-for="caution in cautions" :key="caution.id">
        <p v-if="read(caution.id)" class="mt-2 text-soft">✓ {{ told(caution.title) }}</p>
        <CautionNote v-else :caution="caution" />
      </template>
      <div
        v-if="!heat.loggedAt && (current.kind !== 'first-fire' || unread.length)"
        class="melt-bar -mx-4 mt-6 flex flex-wrap items-start gap-3 bg-page px-4 py-3 sm:mx-0 sm:px-0"
        :class="unread.length ? '' : 'sm:sticky sm:bottom-0'"
        data-testid="melt-bar"
      >
        <slot name="bar" />
        <button
          v-if="unread.length"
          class="btn btn-next mr-auto min-h-[4.5rem] flex-1 text-2xl aria-disabled:opacity-60 sm:min-w-[60%]"
          data-testid="step-on"
          :aria-disabled="resting"
          @click="calmly(() => acknowledge(unread.map(({ id }) => id)))"
        >
          {{ unread.length > 1 ? t('melt.read-them-button') : t('melt.read-it-button') }}
        </button>
        <template v-else>
          <button
            class="btn mr-auto min-h-[4.5rem] min-w-[4.5rem] text-xl"
            :aria-disabled="resting"
            @click="calmly(() => mark(current!, true))"
          >
            {{ t('melt.skip') }}
          </button>
          <button
            class="btn btn-next min-h-[4.5rem] flex-1 text-2xl aria-disabled:opacity-60 sm:min-w-[60%]"
            data-testid="step-on"
            :aria-disabled="resting"
            @click="calmly(done)"
          >
            {{ t('melt.done') }}
          </button>
        </template>
      </div>
      <p v-if="next" class="mt-5 text-lg text-soft">
        {{ t('melt.next-step', { title: words(next).title }) }}
      </p>
    </template>
    <template v-else>
      <h2 class="text-3xl font-bold" data-testid="now">{{ t('melt.sheet-done') }}</h2>
      <p class="mt-3 text-xl"><TermText :text="t('melt.sheet-done-hint')" /></p>
    </template>
  </div>
</template>

<style scoped>
/* On a phone the step's button stays at the bottom of the screen, whatever is scrolled. */
@media (width < 40rem) {
  .melt-bar {
    position: fixed;
    inset: auto 0 0;
    z-index: 30;
    max-height: 60vh;
    margin: 0;
    padding: 0.5rem 0.75rem calc(0.5rem + env(safe-area-inset-bottom));
    overflow-y: auto;
    border-top: 4px solid var(--line);
  }
  /* It stays a bar where text is twice as large: what it says is also above it, at full size. */
  .melt-bar,
  .melt-bar :deep(.btn) {
    font-size: min(1.2rem, 24px);
    line-height: 1.15;
  }
  .melt-bar :deep(.btn) {
    min-height: 72px;
    padding-inline: 8px;
  }
}
</style>

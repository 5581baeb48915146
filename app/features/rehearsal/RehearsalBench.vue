<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import type { Act, ActNow, Scenario, Standing } from '#core/rehearsal'
import {
  ForecastCard,
  FurnaceLog,
  LiveMelt,
  MeltTrace,
  MeltWarnings,
  StepList,
  StepNow,
  useForecast,
  useLiveMelt,
  useMeltLog,
  useRunSheet,
} from '~/features/melt'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'
import { useUnits } from '~/shared/units/useUnits'
import FurnacePanel from './FurnacePanel.vue'
import { actWords, happenedWords, isBad, ownClock } from './rehearsal-words'
import type { Speed } from './useRehearsal'

/** The melt's own sheet, log and estimates, at a furnace without fire. */
const props = defineProps<{
  now: Standing
  scenario: Scenario
  acts: readonly Act[]
  trace: readonly { atS: number; celsius: number }[]
  lit: boolean
}>()
const emit = defineEmits<{ act: [ActNow]; light: []; away: [] }>()
const speed = defineModel<Speed>('speed', { required: true })
const paused = defineModel<boolean>('paused', { required: true })
const hand = useHeatInHand()!
const sheet = useRunSheet()
const log = useMeltLog()
const live = useLiveMelt(log, sheet)
const forecast = useForecast(log, sheet, live)
const { grams } = useUnits()
const celsius = computed(() => (live.distrusted.value ? null : (live.latest.value?.celsius ?? null)))
const chart = computed(() => props.trace.map(({ atS, celsius: c }) => ({ atMin: atS / 60, celsius: c })))
/** What was done and what happened, the newest first. */
const told = computed(() =>
  [
    ...props.acts.map((act, at) => ({
      key: `a${at}`,
      atS: act.atS,
      text: actWords(act, props.scenario.lots, (massG) => grams(massG, 0.1)),
      bad: false,
    })),
    ...props.now.happened
      // These acts stand there already.
      .filter(({ what }) => what !== 'poured' && what !== 'stopped')
      .map((one, at) => ({
        key: `h${at}`,
        atS: one.atS,
        text: happenedWords(one, props.scenario.lots),
        bad: isBad(one.what),
      })),
  ].sort((one, other) => other.atS - one.atS),
)
/** What went wrong last: it stands over everything until something is done. */
const alarm = computed(() => (told.value[0]?.bad ? told.value[0].text : ''))
</script>

<template>
  <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
    <div class="grid grid-cols-1 gap-5">
      <p
        v-if="alarm"
        role="alert"
        class="border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-2xl font-bold"
        data-testid="alarm"
      >
        {{ alarm }}
      </p>
      <FurnacePanel
        v-model:speed="speed"
        v-model:paused="paused"
        :now="now"
        :scenario="scenario"
        :probe="hand.probe"
        :lit="lit"
        @act="(what) => emit('act', what)"
        @log="log.add"
        @light="emit('light')"
        @away="emit('away')"
      />
      <StepNow :sheet="sheet" :log="log" :celsius="celsius" />
      <FurnaceLog :log="log" :locked="false" />
    </div>
    <div class="grid grid-cols-1 gap-5">
      <section class="slab p-4" :aria-label="t('rehearsal.what-was-done')">
        <h2 class="chalk mb-2">{{ t('rehearsal.what-was-done') }}</h2>
        <p v-if="!told.length" class="text-soft">{{ t('rehearsal.nothing-yet') }}</p>
        <ul class="relative max-h-72 overflow-y-auto" tabindex="0" data-testid="rehearsal-log">
          <li
            v-for="one in told"
            :key="one.key"
            class="flex gap-3 border-t border-line py-1"
            :class="one.bad ? 'font-bold text-oxide' : ''"
          >
            <span class="stamp w-16 shrink-0">{{ ownClock(one.atS) }}</span><span>{{ one.text }}</span>
          </li>
        </ul>
      </section>
      <MeltWarnings :log="log" :sheet="sheet" />
      <LiveMelt :log="log" :live="live" />
      <ForecastCard :forecast="forecast" />
      <MeltTrace
        v-if="chart.length > 1"
        :trace="chart"
        :liquidus-c="now.liquidusC"
        :window="scenario.window"
      />
      <StepList :sheet="sheet" />
      <p class="text-sm text-soft">{{ t('rehearsal.model-note') }}</p>
    </div>
  </div>
</template>

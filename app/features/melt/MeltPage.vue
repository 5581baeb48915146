<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useMediaQuery, useWakeLock } from '@vueuse/core'
import { familyProblem } from '#core/families'
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue'
import { PlanMark } from '~/features/charge'
import { FurnaceLine, FurnaceWord } from '~/features/group'
import { useInGroup } from '~/shared/page/useInGroup'
import { SERVED } from '~/shared/page/served'
import { useCrucibleStanding } from '~/shared/gear/useCrucibleStanding'
import { useLiveMelt } from './useLiveMelt'
import { useMeltLog } from './useMeltLog'
import { useRunSheet } from './useRunSheet'
import { useUnits } from '~/shared/units/useUnits'
import { liquidusWords } from '~/shared/words/alloys-words'
import { elementName } from '~/shared/units/elements'
import { capital, counted } from '~/shared/units/figures'
import CrucibleRefused from '~/shared/gear/CrucibleRefused.vue'
import FurnaceLog from './FurnaceLog.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import ForecastCard from './ForecastCard.vue'
import { useForecast } from './useForecast'
import { useForecastWords } from './useForecastWords'
import MeltBar from './MeltBar.vue'
import LiveMelt from './LiveMelt.vue'
import MeltWarnings from './MeltWarnings.vue'
import PracticeList from './PracticeList.vue'
import StepList from './StepList.vue'
import StepNow from './StepNow.vue'
import StopButton from './StopButton.vue'
import WeighedRemark from '~/shared/heat/WeighedRemark.vue'

const MeltTrace = defineAsyncComponent(() => import('./MeltTrace.vue'))

// The sheet asks the estimate for zinc to put back, the estimate asks the sheet what is in.
const topUpZincG = ref(0)
const sheet = useRunSheet(() => topUpZincG.value)
const units = useUnits()
const { heat, steps, current, doneCount, liquidus, lines, working } = sheet
const strange = computed(() => heat.value?.alloy && familyProblem(heat.value.alloy))
const inGroup = useInGroup()
const log = useMeltLog()
const live = useLiveMelt(log, sheet)
const forecast = useForecast(log, sheet, live)
/** The way ahead, beside the trace. */
const ahead = computed(() =>
  forecast.begun.value
    ? (forecast.found.value?.ahead ?? []).map(({ atS, ...span }) => ({ atMin: atS / 60, ...span }))
    : [],
)
watch(
  () => live.zinc.value?.topUpG ?? 0,
  (massG) => (topUpZincG.value = massG),
  { immediate: true },
)
/** The bar at the bottom of a phone's screen takes what is wanted with every step. */
const isPhone = useMediaQuery('(width < 40rem)')
const { ready } = useForecastWords(forecast)
// The screen stays on from the first look, where the browser can do that.
const wake = useWakeLock()
watch(
  () => !!heat.value && !heat.value.loggedAt && steps.value.length > 0,
  (running) => {
    if (!wake.isSupported.value) return
    void (running ? wake.request('screen') : wake.release()).catch(() => {})
  },
  { immediate: true },
)
onBeforeUnmount(() => void wake.release().catch(() => {}))
/** No step is offered with a crucible that fails in the tongs; once metal is molten in it, it has to be finished. */
const { refused } = useCrucibleStanding()
const blocked = computed(() => !!refused.value && !heat.value?.loggedAt && !heat.value?.done.base)
const unweighed = computed(() => heat.value?.weighed.length === 0)
</script>

<template>
  <section v-if="heat" :class="{ 'max-sm:pb-60': !heat.loggedAt }">
    <HeatHeading :question="t('melt.page-title')">
      <NuxtLink v-if="!current && steps.length" :to="`/heat/${heat.number}/pour`" class="btn btn-next">{{
        t('melt.weigh-out-link')
      }}</NuxtLink>
    </HeatHeading>
    <StopButton v-if="!heat.loggedAt" :beside="!!current" />
    <FurnaceWord
      v-if="inGroup && !heat.loggedAt"
      :heat-id="heat.id"
      @heeded="(text) => log.add('note', { text })"
    />
    <CrucibleRefused />
    <WeighedRemark v-if="!heat.loggedAt" :heat="heat" />
    <PlanMark v-if="!heat.loggedAt" class="mb-3" :plan="sheet.plan" />
    <div v-if="!steps.length" class="slab max-w-xl p-5">
      <p v-if="strange && lines.length" class="mb-3">
        {{ t('melt.no-run-sheet', { metal: elementName(strange.metal) }) }}
      </p>
      <p v-else-if="working" class="text-soft">{{ t('melt.calculating-sheet') }}</p>
      <p v-else class="mb-3">{{ t('melt.needs-charge') }}</p>
      <NuxtLink v-if="!working" :to="`/heat/${heat.number}/charge`" class="btn btn-next">{{
        t('melt.work-out-charge-link')
      }}</NuxtLink>
    </div>
    <div v-else class="grid items-start gap-5 lg:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <div class="grid grid-cols-1 gap-5">
        <p v-if="heat.loggedAt" class="slab p-4" data-testid="melt-history">
          <I18nT keypath="melt.history" scope="global"
            ><template #loggedHeat><b>{{ t('melt.logged-heat') }}</b></template
            ><template #done>{{ doneCount }}</template
            ><template #steps>{{ counted(steps.length, 'step') }}</template></I18nT
          >
        </p>
        <StepNow
          v-else-if="!blocked"
          :sheet="sheet"
          :log="log"
          :celsius="live.distrusted.value ? null : (live.latest.value?.celsius ?? null)"
        >
          <template v-if="isPhone" #bar><MeltBar :log="log" :forecast="ready" /></template>
        </StepNow>
        <NuxtLink
          v-if="!heat.loggedAt && doneCount === 0"
          :to="`/heat/${heat.number}/rehearse`"
          class="btn min-h-[4.5rem] text-lg sm:hidden"
          >{{ t('melt.rehearse-link') }}</NuxtLink
        >
        <FurnaceLog :log="log" :locked="!!heat.loggedAt" />
        <PracticeList :sheet="sheet" />
      </div>
      <div class="grid grid-cols-1 gap-5">
        <FurnaceLine
          v-if="inGroup && !heat.loggedAt"
          :heat="heat.number"
          :heat-id="heat.id"
          stage="melt"
          :at="{ step: current ? steps.indexOf(current) + 1 : 0, steps: steps.length }"
        />
        <p v-if="!heat.loggedAt" class="flex flex-wrap gap-3 max-sm:hidden">
          <NuxtLink v-if="doneCount === 0" :to="`/heat/${heat.number}/rehearse`" class="btn">{{
            t('melt.rehearse-link')
          }}</NuxtLink>
          <NuxtLink v-if="SERVED && !inGroup" to="/group" class="btn">{{ t('melt.phone-link') }}</NuxtLink>
        </p>
        <MeltWarnings v-if="!heat.loggedAt" :log="log" :sheet="sheet" />
        <LiveMelt v-if="!heat.loggedAt" :log="log" :live="live" />
        <ForecastCard :forecast="forecast" />
        <MeltTrace
          v-if="liquidus && log.trace.value.length > 0"
          :trace="log.trace.value"
          :corrected="log.corrected.value"
          :liquidus-c="liquidus.liquidusC"
          :window="live.window.value"
          :ahead="heat.loggedAt ? [] : ahead"
        />
        <div>
          <p class="mb-2 text-soft">
            <TermText
              :text="
                t('melt.progress-line', {
                  liquidus: capital(liquidusWords(liquidus, units)),
                  doneCount,
                  steps: steps.length,
                })
              "
            />
          </p>
          <p v-if="unweighed && !heat.loggedAt" class="mb-3 border-l-8 border-amber bg-amber-wash p-3">
            <I18nT keypath="melt.nothing-weighed" scope="global"
              ><template #scaleLink
                ><NuxtLink :to="`/heat/${heat.number}/scale`" class="font-semibold underline">{{
                  t('melt.scale-link')
                }}</NuxtLink></template
              ></I18nT
            >
          </p>
          <StepList :sheet="sheet" />
        </div>
      </div>
    </div>
  </section>
</template>

<script setup lang="ts">
import { t } from '~/words'
import { computed, ref } from 'vue'
import type { LogEntry, LogKind } from '#core/heat'
import type { ActNow, Scenario, Standing } from '#core/rehearsal'
import { useUnits } from '~/shared/units/useUnits'
import FireAndLid from '~/shared/heat/FireAndLid.vue'
import type { ProbeHere } from '~/shared/heat/heat-in-hand'
import { ownClock } from './rehearsal-words'
import { SPEEDS, type Speed } from './useRehearsal'

/** The furnace of a rehearsal, and its clock: what is seen, what can be done beside the steps of the sheet. */
const props = defineProps<{ now: Standing; scenario: Scenario; probe: ProbeHere; lit: boolean }>()
const emit = defineEmits<{ act: [ActNow]; log: [LogKind, Partial<LogEntry>?]; light: []; away: [] }>()
const speed = defineModel<Speed>('speed', { required: true })
const paused = defineModel<boolean>('paused', { required: true })
const { degrees } = useUnits()
/** From the lip down to the mould, mm. */
const FALLS = [10, 60, 200] as const
const fallMm = ref<(typeof FALLS)[number]>(10)
const FALL_WORDS = {
  10: t('rehearsal.fall-close'),
  60: t('rehearsal.fall-hand'),
  200: t('rehearsal.fall-high'),
} as const
const molten = computed(() => props.now.celsius >= props.now.liquidusC)
/** What the eye sees of it; the probe may say otherwise. */
const state = computed(() => {
  if (props.now.lifted) return t('rehearsal.state-lifted')
  if (molten.value) return t('rehearsal.state-molten')
  return props.now.celsius > props.now.solidusC ? t('rehearsal.state-mush') : t('rehearsal.state-solid')
})
const changing = computed(() => props.now.bottleAtS !== null && props.now.atS < props.now.bottleAtS)
</script>

<template>
  <section class="slab p-4" :aria-label="t('rehearsal.furnace')">
    <div class="flex flex-wrap items-end gap-x-6 gap-y-2">
      <p class="stamp text-4xl leading-none" role="timer" aria-live="off" data-testid="rehearsal-clock">
        {{ ownClock(now.atS) }}
      </p>
      <p class="text-4xl leading-none font-bold" aria-live="off" data-testid="rehearsal-probe">
        {{ probe.celsius === null ? '– –' : degrees(probe.celsius) }}
      </p>
      <p class="text-xl font-bold" aria-live="polite">{{ lit ? state : t('rehearsal.not-lit') }}</p>
    </div>
    <p v-if="lit && probe.trouble" role="alert" class="mt-1 font-bold text-oxide">
      {{ t('rehearsal.probe-dead') }}
    </p>
    <button
      v-if="!lit"
      class="btn btn-next mt-3 min-h-[4.5rem] w-full px-6 text-xl sm:w-auto"
      @click="emit('light')"
    >
      {{ t('rehearsal.light-it') }}
    </button>
    <template v-else>
      <div class="mt-3 flex flex-wrap gap-2" role="group" :aria-label="t('rehearsal.clock')">
        <button class="btn min-h-[4.5rem]" :aria-pressed="paused" @click="paused = !paused">
          {{ paused ? t('rehearsal.go-on') : t('rehearsal.pause') }}
        </button>
        <button
          v-for="one in SPEEDS"
          :key="one"
          class="btn min-h-[4.5rem] min-w-16"
          :class="speed === one ? 'font-bold outline-2 outline-ember' : ''"
          :aria-pressed="speed === one"
          @click="speed = one"
        >
          ×{{ one }}
        </button>
      </div>
      <p class="label mt-3 mb-1" aria-hidden="true">{{ t('shared.fire-and-lid') }}</p>
      <div class="flex flex-wrap gap-2">
        <FireAndLid
          class="flex-1"
          :fire="now.power"
          :lid-off="!now.lid"
          @fire="emit('log', 'fire', { power: $event })"
          @lid="emit('log', $event ? 'lid-off' : 'lid-on')"
        />
        <button
          v-if="scenario.fuel === 'propane'"
          class="btn min-h-[4.5rem]"
          :disabled="changing"
          @click="emit('act', { do: 'bottle' })"
        >
          {{ changing ? t('rehearsal.bottle-changing') : t('rehearsal.another-bottle') }}
        </button>
      </div>
      <div v-if="now.lifted" class="mt-3 flex flex-wrap items-end gap-3">
        <label class="block"
          ><span class="label">{{ t('rehearsal.pour-height-label') }}</span>
          <select v-model="fallMm" class="field min-h-[4.5rem]">
            <option v-for="one in FALLS" :key="one" :value="one">{{ FALL_WORDS[one] }}</option>
          </select></label
        >
        <button class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="emit('act', { do: 'pour', fallMm })">
          {{ t('rehearsal.pour') }}
        </button>
      </div>
      <div class="mt-3 flex flex-wrap gap-2">
        <button v-if="!now.lifted" class="btn min-h-[4.5rem] text-xl" @click="emit('act', { do: 'lift' })">
          {{ t('rehearsal.lift-it-out') }}
        </button>
        <button
          class="btn min-h-[4.5rem] border-4 border-oxide text-xl font-bold text-oxide"
          @click="emit('act', { do: 'stop' })"
        >
          {{ t('rehearsal.stop-stand-back') }}
        </button>
        <button class="btn btn-quiet min-h-[4.5rem] underline" @click="emit('away')">
          {{ t('rehearsal.discard-button') }}
        </button>
      </div>
    </template>
  </section>
</template>

<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t } from '~/words'
import { useWakeLock } from '@vueuse/core'
import { computed, onBeforeUnmount, ref, watch } from 'vue'
import { MOST_CURVE_POINTS } from '#core/heat'
import { knownArrest, type CurvePoint } from '#core/inference'
import { metalOfPractice } from '#core/families'
import { findCaution } from '#core/melt'
import type { TimeUnit } from '#formats/temperature-csv'
import CautionNote from '~/shared/heat/CautionNote.vue'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import FilePicker from '~/shared/fields/FilePicker.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { TROUBLE_WORDS } from '~/features/devices'
import { useUnits } from '~/shared/units/useUnits'
import { fixed } from '~/shared/units/decimal-mark'
import { TRACE_FAULTS } from '~/shared/words/trace-words'
import CurveChart from './CurveChart.vue'
import { MUTE_WORDS } from './infer-words'
import { useCurve } from './useCurve'

/** A cooling curve of a heat's metal: recorded at the furnace, from a logger's file, or typed. */
const board = useCurve()
const { heat, store, recording, reading, shown, shownPoints, curves, chosen } = board
const { degrees, degreesApart, temperature } = useUnits()
const frozen = computed(() => !!heat.value?.loggedAt)
// The screen stays on while it is recorded, where the browser can do that.
const wake = useWakeLock()
watch(recording, (on) => {
  if (wake.isSupported.value) void (on ? wake.request('screen') : wake.release()).catch(() => {})
})
onBeforeUnmount(() => void wake.release().catch(() => {}))
const device = computed(() => store.devices.thermocouple)
const showing = computed(() =>
  device.value.running && device.value.reading?.kind === 'thermocouple'
    ? degrees(device.value.reading.celsius)
    : '– –',
)
const curve = computed(() => (reading.value?.ok ? reading.value.curve : null))
const base = computed(() => (heat.value?.alloy ? metalOfPractice(heat.value.alloy.practice) : null))
const elements = computed(() => [
  ...new Set([
    ...(heat.value?.weighed ?? []).flatMap(({ composition }) => Object.keys(composition)),
    ...Object.keys(heat.value?.alloy?.limits ?? {}),
  ]),
])
const arrests = computed(() =>
  (curve.value?.arrests ?? []).map((one) => ({
    ...one,
    known: base.value ? knownArrest(one, base.value, elements.value) : null,
  })),
)
const HOW = {
  level: t('infer.arrest-level'),
  rise: t('infer.arrest-recalescence'),
  bend: t('infer.arrest-bend'),
} as const

const fault = ref('')
const picker = ref<InstanceType<typeof FilePicker>>()
const asked = ref<{ name: string; text: string } | null>(null)
const UNITS: readonly [TimeUnit, 'seconds' | 'minutes'][] = [
  ['s', 'seconds'],
  ['min', 'minutes'],
]
async function picked(event: Event): Promise<void> {
  const chosenFile = pickedFile(event, 'readings')
  if (!chosenFile) return
  fault.value = chosenFile.refused
  if (chosenFile.file) await takeTable(chosenFile.file.name, await chosenFile.file.text())
}
async function takeTable(name: string, text: string, unit?: TimeUnit): Promise<void> {
  const { readTemperatureLog } = await import('#formats/temperature-csv')
  const read = readTemperatureLog(text, '2020-01-01T00:00:00Z', unit, MOST_CURVE_POINTS)
  fault.value = read.ok ? '' : t('melt.trace-refused', { fileName: name, fault: TRACE_FAULTS[read.fault] })
  asked.value = read.ok && read.unsure ? { name, text } : null
  if (!read.ok || read.unsure) return
  const from = Date.parse(read.readings[0]!.at)
  board.take(
    read.readings.map(({ at, celsius }): CurvePoint => [(Date.parse(at) - from) / 1000, celsius]),
    name,
  )
}
const typed = ref('')
function takeTyped(): void {
  const read = board.parseTyped(typed.value)
  if ('line' in read) {
    fault.value = t('infer.line-invalid', { line: read.line })
    return
  }
  fault.value = ''
  board.take(read, '')
  typed.value = ''
}
const arrest = ref<number | null>(null)
function takeArrest(): void {
  if (arrest.value === null) {
    fault.value = t('infer.needs-freezing-point')
    return
  }
  fault.value = ''
  board.takeArrest(arrest.value)
  arrest.value = null
}
const CAUTIONS = ['damp', 'protection'].map((id) => findCaution(id))
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('infer.curve-title')">
      <NuxtLink :to="`/heat/${heat.number}/infer`" class="btn">{{ t('infer.infer-link') }}</NuxtLink>
    </HeatHeading>
    <div class="grid grid-cols-1 items-start gap-5 lg:grid-cols-[2fr_1fr]">
      <div class="slab p-4">
        <div v-if="!frozen" class="mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
          <p class="text-5xl leading-none font-bold" aria-live="off" data-testid="curve-now">{{ showing }}</p>
          <template v-if="device.running">
            <button v-if="!recording" class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="board.begin">
              {{ t('infer.record') }}
            </button>
            <button v-else class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="board.stop">
              {{ t('infer.stop-recording-button') }}
            </button>
          </template>
          <NuxtLink v-else to="/devices" class="btn min-h-[4.5rem] text-lg">{{
            t('melt.connect-probe-link')
          }}</NuxtLink>
          <p v-if="recording" role="status" class="text-soft">
            {{ t('infer.readings-count', { readings: shownPoints.length }) }}
          </p>
          <p v-if="store.trouble" role="alert" class="w-full font-bold text-oxide">
            {{ TROUBLE_WORDS[store.trouble] }}
          </p>
        </div>
        <div v-if="curve" class="mb-2 text-lg" aria-live="polite" data-testid="curve-says">
          <p v-if="curve.liquidus">
            <b>{{
              t('infer.curve-liquidus', {
                temperature: degrees(curve.liquidus.celsius, curve.liquidus.sd < 3 ? 1 : 0),
                uncertainty: degreesApart(curve.liquidus.sd),
              })
            }}</b>
            {{ HOW[curve.liquidus.how] }}
            <template v-if="curve.liquidus.undercoolingC > 0">{{
              t('infer.undercooling', { difference: degreesApart(curve.liquidus.undercoolingC) })
            }}</template>
          </p>
          <p v-else>{{ t('infer.no-liquidus') }}</p>
          <p v-for="one in arrests" :key="one.celsius">
            {{
              t('infer.arrest-found', {
                temperature: degrees(one.celsius, 1),
                seconds: fixed(one.toS - one.fromS, 0),
              })
            }}
            <template v-if="one.known">{{
              t('infer.arrest-known', {
                base: one.known.base,
                solute: one.known.with,
                temperature: degrees(one.known.celsius),
              })
            }}</template>
          </p>
          <p class="text-sm text-soft">{{ t('infer.probe-note') }}</p>
        </div>
        <p
          v-else-if="reading && !reading.ok && !recording"
          role="status"
          class="mb-2 font-semibold text-amber"
        >
          {{ MUTE_WORDS[reading.why] }}
        </p>
        <p v-if="shown && shown.value !== null && !shown.curve" class="mb-2 text-lg font-bold">
          {{ t('infer.typed-liquidus', { temperature: degrees(shown.value) }) }}
        </p>
        <CurveChart v-if="shownPoints.length" :points="shownPoints" :curve="curve" />
        <p v-else-if="!curves.length" class="text-soft">{{ t('infer.no-curve-yet') }}</p>
        <p v-if="board.fault.value" role="alert" class="text-oxide">{{ board.fault.value }}</p>
        <ul v-if="curves.length && !recording" class="mt-2">
          <li
            v-for="(one, at) in curves"
            :key="one.id"
            class="flex flex-wrap items-center gap-x-3 border-t border-line"
          >
            <button
              class="btn btn-quiet min-h-9 flex-1 justify-start px-0 text-left"
              :class="shown?.id === one.id ? 'font-bold' : 'underline'"
              :aria-pressed="shown?.id === one.id"
              @click="chosen = one.id"
            >
              {{
                one.curve
                  ? t('infer.curve-entry', { number: at + 1, readings: one.curve.points.length })
                  : t('infer.typed-liquidus', { temperature: degrees(one.value ?? 0) })
              }}
              {{ one.text }}
            </button>
            <button v-if="!frozen" class="btn btn-quiet min-h-9 underline" @click="board.remove(one.id)">
              {{ t('infer.remove') }}<span class="sr-only"> {{ at + 1 }}</span>
            </button>
          </li>
        </ul>
      </div>
      <div>
        <section class="slab mb-4 p-4">
          <h2 class="chalk mb-2">{{ t('infer.how-heading') }}</h2>
          <ol class="list-decimal pl-5">
            <li>{{ t('infer.cup-material') }}</li>
            <li>{{ t('infer.cup-probe') }}</li>
            <li><TermText :text="t('infer.cup-pour')" /></li>
            <li>{{ t('infer.cup-wait') }}</li>
            <li>{{ t('infer.cup-afterwards') }}</li>
          </ol>
          <CautionNote v-for="one in CAUTIONS" :key="one.id" :caution="one" />
          <p class="mt-2 text-xs text-soft">{{ t('infer.cup-source') }}</p>
        </section>
        <section v-if="!frozen && !recording" class="slab mb-4 p-4">
          <h2 class="chalk mb-2">{{ t('infer.other-sources-heading') }}</h2>
          <button class="btn" @click="picker?.open()">{{ t('infer.logger-file-button') }}</button>
          <FilePicker
            ref="picker"
            :label="t('infer.logger-file-button')"
            accept=".csv,.txt,.tsv"
            @change="picked"
          />
          <div v-if="asked" class="mt-2 flex flex-wrap items-center gap-2" role="alert">
            <span>{{ t('infer.time-unit-label') }}</span>
            <button
              v-for="[unit, name] in UNITS"
              :key="unit"
              class="btn"
              @click="takeTable(asked.name, asked.text, unit)"
            >
              {{ name === 'seconds' ? t('infer.seconds') : t('infer.minutes-unit') }}
            </button>
          </div>
          <label class="mt-3 block"
            ><span class="label">{{ t('infer.typed-label', { unit: temperature }) }}</span>
            <textarea
              v-model="typed"
              class="field"
              rows="4"
              maxlength="60000"
              placeholder="0 1085&#10;5 1061"
            />
          </label>
          <button class="btn mt-1" :disabled="!typed.trim()" @click="takeTyped">
            {{ t('infer.use-typed-button') }}
          </button>
          <div class="mt-3 flex flex-wrap items-end gap-2">
            <QuantityField
              v-model="arrest"
              :label="t('infer.only-liquidus-label')"
              kind="temperature"
              nullable
            />
            <button class="btn" @click="takeArrest">{{ t('infer.record-button') }}</button>
          </div>
          <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
        </section>
      </div>
    </div>
  </section>
</template>

<script setup lang="ts">
import { clockWords } from '~/shared/units/dates'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { counted, joinFacts } from '~/shared/units/figures'
import { factsOf } from '#core/families'
import { densityIndex } from '#core/melt'
import { sensibleReadings, type LogKind } from '#core/heat'
import type { TimeUnit } from '#formats/temperature-csv'
import type { MeltLog } from './useMeltLog'
import { computed, ref } from 'vue'
import { useHeatClock, useHeatInHand } from '~/shared/heat/heat-in-hand'
import { useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { useUnits } from '~/shared/units/useUnits'
import { LOG_WORDS, logWords } from './log-words'
import { TRACE_FAULTS } from '~/shared/words/trace-words'
import ColourGuide from './ColourGuide.vue'
import FireAndLid from '~/shared/heat/FireAndLid.vue'
import FilePicker from '~/shared/fields/FilePicker.vue'
import KeptPhoto from '~/shared/fields/KeptPhoto.vue'
import LiveProbe from './LiveProbe.vue'
import LogForm from './LogForm.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What happened, written down with one press; the newest first. */
const props = defineProps<{ log: MeltLog; locked: boolean }>()
/** The metal, where its glow tells nothing. */
const dull = computed(() => {
  const alloy = props.log.heat.value?.alloy
  const facts = alloy && factsOf(alloy)
  return facts && !facts.glows ? told(facts.name) : null
})
const { entries, truly, probe, setting, add, addReadings, startMs, strike, struck, putBack } = props.log
const file = ref<{ open: () => void }>()
const fault = ref('')
const { announce } = useNotices()
async function open(event: Event): Promise<void> {
  const chosen = pickedFile(event, 'table')
  if (!chosen) return
  fault.value = chosen.refused
  const { file: picked } = chosen
  if (!picked) return
  await take(picked.name, await picked.text())
}
/** A table whose time could count seconds or minutes, until the caster says. */
const asked = ref<{ name: string; text: string } | null>(null)
async function take(name: string, text: string, unit?: TimeUnit): Promise<void> {
  const { readTemperatureLog } = await import('#formats/temperature-csv')
  const read = readTemperatureLog(text, new Date(startMs.value).toISOString(), unit)
  fault.value = read.ok ? '' : t('melt.trace-refused', { fileName: name, fault: TRACE_FAULTS[read.fault] })
  asked.value = read.ok && read.unsure ? { name, text } : null
  if (!read.ok || read.unsure) return
  addReadings(read.readings, name)
  announce(
    joinFacts(
      counted(read.readings.length, 'reading'),
      read.skipped > 0 && t('melt.rows-skipped', { count: read.skipped }),
    ),
  )
}
const { grams, degrees } = useUnits()
const { heat } = useHeat()
const heatClock = useHeatClock()
const sensible = computed(() => sensibleReadings(heat.value ?? { alloy: null }))
const celsius = ref<number | null>(null)
const entry = ref(0)
const more = ref<LogKind | null>(null)
const byEye = ref(false)
function seen(text: string): void {
  add('note', { text, from: 'eye' }, text)
  byEye.value = false
}
const UNITS = [
  ['s', 'seconds'],
  ['min', 'minutes'],
  ['h', 'hours'],
] as const
/** Beside a rehearsal's clock the furnace has its own. */
const rehearsed = !!useHeatInHand()
const QUICK: readonly LogKind[] = ['skim', 'molten', 'smoke', 'flare', 'spatter', 'boil-over']
/** Pictures are of the yard. */
const TOLD: readonly LogKind[] = rehearsed
  ? ['addition', 'flux', 'degas', 'pressure-test', 'note']
  : ['addition', 'flux', 'degas', 'pressure-test', 'photo', 'note']
/** When it was read, where that was not now: hours and minutes of today. */
const readAt = ref('')
function logTemperature({ currentTarget }: Event): void {
  if (celsius.value === null) return (currentTarget as HTMLFormElement).querySelector('input')!.focus()
  const at = earlierToday(readAt.value)
  add(
    'temperature',
    { celsius: celsius.value, ...(at ? { at } : {}) },
    t('melt.readings-read', { celsius: degrees(celsius.value) }),
  )
  readAt.value = ''
  celsius.value = null
  entry.value++
}
/** The newest moment at which a clock showed so much. */
function earlierToday(clockTime: string): string | null {
  const found = /^(\d{2}):(\d{2})/.exec(clockTime)
  if (!found) return null
  const at = new Date(heatClock.ms())
  at.setHours(Number(found[1]), Number(found[2]), 0, 0)
  if (at.getTime() > heatClock.ms()) at.setDate(at.getDate() - 1)
  return at.toISOString()
}
const says = {
  good: 'good',
  usable: t('melt.density-ornaments'),
  'degas-again': t('melt.density-degas-again'),
  swapped: t('melt.density-swapped'),
} as const
function index(air: number | null, vacuum: number | null): string {
  if (!air || !vacuum) return ''
  const { pct, says: verdict } = densityIndex(air, vacuum)
  return t('melt.density-index-result', { percent: fixed(pct, 1), verdict: says[verdict] })
}
const corrected = (shown: number) => {
  const { trueC, checked } = truly(shown)
  return checked && Math.abs(trueC - shown) >= 0.5
    ? t('melt.reading-corrected', { temperature: degrees(trueC) })
    : ''
}
const clock = clockWords
/** The newest stand there; a thermocouple that writes by itself fills hundreds of lines. */
const NEWEST = 25
const all = ref(false)
const shown = computed(() => [...entries.value].reverse().slice(0, all.value ? undefined : NEWEST))
</script>

<template>
  <section class="furnace bg-page p-4 text-ink sm:p-7" :aria-label="t('melt.furnace-log')">
    <h2 class="chalk mb-2">{{ t('melt.log') }}</h2>
    <template v-if="!locked">
      <LiveProbe :log="log" />
      <form class="grid grid-cols-[1fr_auto] items-start gap-2" @submit.prevent="logTemperature">
        <QuantityField
          :key="entry"
          v-model="celsius"
          data-key="t"
          :label="
            probe
              ? t('melt.thermocouple-temperature-label', { thermocoupleName: probe.name })
              : t('melt.temperature')
          "
          kind="temperature"
          :sensible="sensible"
          size="huge"
          nullable
          :hint="
            probe
              ? truly(700).checked
                ? t('melt.probe-corrected-hint')
                : t('melt.probe-unchecked-hint')
              : t('melt.no-probe-hint')
          "
        />
        <button class="btn btn-next mt-[1.2rem] min-h-20 px-6 text-xl">{{ t('melt.log-button') }}</button>
        <label class="col-span-2 flex min-h-[4.5rem] items-center gap-2 text-sm"
          >{{ t('melt.read-at-label') }} <input v-model="readAt" type="time" class="field min-h-16 w-auto"
        /></label>
      </form>
      <div class="mt-2 flex flex-wrap gap-2">
        <button
          v-for="kind in QUICK"
          :key="kind"
          type="button"
          class="btn min-h-[4.5rem] flex-1 text-lg"
          @click="add(kind)"
        >
          {{ LOG_WORDS[kind] }}
        </button>
        <button
          v-for="kind in TOLD"
          :key="kind"
          type="button"
          class="btn min-h-[4.5rem] flex-1 text-lg"
          :aria-pressed="more === kind"
          @click="more = more === kind ? null : kind"
        >
          {{ LOG_WORDS[kind] }}…
        </button>
      </div>
      <template v-if="!rehearsed">
        <p class="label mt-3 mb-1">{{ t('melt.fire-controls-label') }}</p>
        <FireAndLid
          :fire="setting.fire"
          :lid-off="setting.lidOff"
          @fire="add('fire', { power: $event })"
          @lid="add($event ? 'lid-off' : 'lid-on')"
        />
      </template>
      <FilePicker
        ref="file"
        :label="t('melt.trace-file-label')"
        accept=".csv,.tsv,.txt,text/csv"
        @change="open"
      />
      <div class="mt-2 flex flex-wrap gap-x-4">
        <button type="button" class="btn btn-quiet min-h-[4.5rem] underline" @click="file?.open()">
          {{ t('melt.import-trace-button') }}
        </button>
        <button
          type="button"
          class="btn btn-quiet min-h-[4.5rem] underline"
          :aria-expanded="byEye"
          @click="byEye = !byEye"
        >
          {{ t('melt.by-colour-button') }}
        </button>
      </div>
      <ColourGuide v-if="byEye" :dull="dull" @seen="seen" />
      <LogForm v-if="more" :key="more" :kind="more" :log="log" @done="more = null" />
    </template>
    <div v-if="struck && !locked" class="mt-3 flex flex-wrap items-center gap-3" data-testid="struck">
      <p class="min-w-0 flex-1 text-soft">
        {{ t('melt.deleted-entry', { time: clock(struck.at), entry: logWords(struck, { grams, degrees }) }) }}
      </p>
      <button type="button" class="btn min-h-[4.5rem] px-6 text-lg" @click="putBack">
        {{ t('melt.restore-entry-button') }}
      </button>
    </div>
    <div
      v-if="asked"
      role="alert"
      class="mt-2 border-l-8 border-amber bg-amber-wash px-3 py-2"
      data-testid="which-unit"
    >
      <p class="font-bold">{{ t('melt.time-unit-question', { fileName: asked.name }) }}</p>
      <div class="mt-1 flex flex-wrap gap-2">
        <button
          v-for="[unit, words] in UNITS"
          :key="unit"
          type="button"
          class="btn min-h-12"
          @click="take(asked.name, asked.text, unit)"
        >
          {{ words }}
        </button>
      </div>
    </div>
    <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
    <ol
      v-if="entries.length"
      class="relative mt-3 max-h-72 overflow-auto"
      tabindex="0"
      :aria-label="t('melt.entries')"
      role="list"
    >
      <li v-for="one in shown" :key="one.id" class="flex gap-3 border-t border-line py-1">
        <span class="text-soft">{{ clock(one.at) }}</span>
        <span class="flex-1"
          >{{ joinFacts(logWords(one, { grams, degrees }), one.celsius !== null && corrected(one.celsius))
          }}<b v-if="index(one.airGcm3, one.vacuumGcm3)"> {{ index(one.airGcm3, one.vacuumGcm3) }}</b>
          <span v-if="one.photos?.length" class="mt-1 flex gap-2"
            ><KeptPhoto
              v-for="(id, at) in one.photos"
              :id="id"
              :key="id"
              :alt="t('melt.picture-alt', { number: at + 1, time: clock(one.at) })"
              class="block size-24" /></span
        ></span>
        <button v-if="!locked" class="btn btn-quiet -my-1 text-sm underline" @click="strike(one.id)">
          {{ t('melt.strike') }}<span class="sr-only"> {{ LOG_WORDS[one.kind] }}</span>
        </button>
      </li>
    </ol>
    <p v-else class="mt-2 text-sm text-soft">
      {{ t('melt.empty-log-hint') }}
    </p>
    <button
      v-if="!all && entries.length > NEWEST"
      class="btn btn-quiet mt-2 min-h-[4.5rem] underline"
      @click="all = true"
    >
      {{ t('melt.show-all-entries', { count: entries.length }) }}
    </button>
  </section>
</template>

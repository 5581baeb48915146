<script setup lang="ts">
import { t } from '~/words'
import { FAULTS, type DeviceKind } from '#core/devices'
import { canSerial } from './serial-lines'
import type { SourceId, useDevices } from './devices-store'
import { computed, useId } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { percent } from '~/shared/units/figures'
import { DEVICE_WORDS, FAULT_WORDS, LINE_FAULTS, LINE_SOURCE_WORDS, TROUBLE_WORDS } from './device-words'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { SERVED } from '~/shared/page/served'

/** One instrument: what it reads, where its lines come from, what is wrong with it. */
const props = defineProps<{ kind: DeviceKind; store: ReturnType<typeof useDevices> }>()
const { degrees, grams } = useUnits()
const device = computed(() => props.store.devices[props.kind])
const sources = computed<SourceId[]>(() => [
  ...(SERVED ? ['server' as const] : []),
  'browser',
  ...(canSerial() ? ['serial' as const] : []),
])
const shown = computed(() => {
  const { reading } = device.value
  if (!device.value.running || !reading) return null
  if (reading.kind === 'thermocouple') return degrees(reading.celsius)
  if (reading.kind === 'scale') return grams(reading.massG, 0.1)
  return Object.entries(reading.elements)
    .map(
      ([symbol, one]) =>
        `${symbol} ${'pct' in one ? percent(one.pct) : t('devices.below-detection', { limit: one.below })}`,
    )
    .join(', ')
})
const said = computed(() => {
  const { fault, refused, running, reading } = device.value
  if (refused) return t('devices.open-failed', { reason: refused })
  if (!running) return ''
  if (fault) return LINE_FAULTS[fault]
  if (props.kind === 'thermocouple' && props.store.trouble) return TROUBLE_WORDS[props.store.trouble]
  if (reading?.kind === 'scale' && !reading.steady) return t('devices.scale-settling')
  return ''
})
/** A change takes hold at once: the instrument is started anew. */
function restart(): void {
  if (device.value.running) void props.store.start(props.kind)
}
function setSource(source: SourceId): void {
  const was = device.value.running
  props.store.stop(props.kind)
  device.value.source = source
  device.value.lost = null
  if (was && source !== 'serial') void props.store.start(props.kind)
}
const setting = (name: string) => Number(props.store.settings[props.kind][name] ?? 0)
function set(name: string, value: number | null): void {
  if (value === null) return
  const { settings } = props.store
  settings[props.kind][name] = value
  restart()
}
const id = useId()
</script>

<template>
  <section class="slab p-4" :aria-labelledby="id" :data-testid="`device-${kind}`">
    <h2 :id="id" class="chalk">{{ DEVICE_WORDS[kind].name }}</h2>
    <p
      class="my-2 font-bold"
      :class="kind === 'analyser' ? 'text-lg' : 'text-3xl leading-tight'"
      aria-live="off"
    >
      {{ shown ?? (device.running ? t('devices.waiting') : t('devices.off')) }}
    </p>
    <p class="mb-2 min-h-6 font-semibold text-oxide" role="status">{{ said }}</p>
    <button v-if="!device.running" type="button" class="btn btn-next" @click="store.start(kind)">
      {{ t('devices.switch-on') }}
    </button>
    <button v-else type="button" class="btn" @click="store.stop(kind)">{{ t('devices.switch-off') }}</button>
    <label class="mt-3 block"
      ><span class="label">{{ t('devices.connection-label') }}</span>
      <select
        class="field"
        :value="device.source"
        @change="setSource(($event.target as HTMLSelectElement).value as SourceId)"
      >
        <option v-for="source in sources" :key="source" :value="source">
          {{ LINE_SOURCE_WORDS[source] }}
        </option>
      </select></label
    >
    <template v-if="device.source !== 'serial'">
      <div class="mt-3 grid grid-cols-2 gap-2">
        <template v-if="kind === 'thermocouple'">
          <QuantityField
            :model-value="setting('fromC')"
            :label="t('devices.melt-from-label')"
            kind="temperature"
            @update:model-value="set('fromC', $event)"
          />
          <QuantityField
            :model-value="setting('toC')"
            :label="t('devices.melt-to-label')"
            kind="temperature"
            @update:model-value="set('toC', $event)"
          />
          <template v-if="setting('toC') < setting('fromC')">
            <QuantityField
              :model-value="setting('freezesC') || null"
              :label="t('devices.freezes-from-label')"
              kind="temperature"
              nullable
              @update:model-value="set('freezesC', $event ?? 0)"
            />
            <QuantityField
              :model-value="setting('overC') || null"
              :label="t('devices.freezing-range-label')"
              kind="number"
              nullable
              :max="500"
              @update:model-value="set('overC', $event ?? 0)"
            />
          </template>
        </template>
        <QuantityField
          v-if="kind === 'scale'"
          :model-value="setting('loadG')"
          :label="t('devices.on-the-pan')"
          kind="mass"
          @update:model-value="set('loadG', $event)"
        />
      </div>
      <fieldset class="mt-3">
        <legend class="label">{{ t('devices.faults-label') }}</legend>
        <label v-for="fault in FAULTS" :key="fault" class="flex min-h-9 items-center gap-2">
          <input
            v-model="device.faults"
            type="checkbox"
            :value="fault"
            class="size-6 accent-(--ember)"
            @change="restart"
          />
          {{ FAULT_WORDS[fault] }}
        </label>
      </fieldset>
    </template>
    <p
      v-if="device.line"
      class="mt-2 overflow-x-auto text-xs text-soft"
      tabindex="0"
      :aria-label="t('devices.sent-label')"
    >
      <code>{{ device.line }}</code>
    </p>
    <p class="mt-2 text-xs text-soft">
      <template v-if="device.source === 'serial'">{{ t('devices.serial-hint') }}</template>
      <template v-else>{{ t('devices.simulated-note', { description: DEVICE_WORDS[kind].what }) }}</template>
    </p>
  </section>
</template>

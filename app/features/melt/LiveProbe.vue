<script setup lang="ts">
import { t } from '~/words'
import type { MeltLog } from './useMeltLog'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { LINE_SOURCE_WORDS, TROUBLE_WORDS, useDevices } from '~/features/devices'
import { useHeatInHand } from '~/shared/heat/heat-in-hand'

/** The connected thermocouple as it reads now; it writes the log by itself while it can be believed. */
const props = defineProps<{ log: MeltLog }>()
const hand = useHeatInHand()
const store = hand?.probe ?? useDevices()
const { degrees } = useUnits()
const device = computed(() => store.devices.thermocouple)
const writing = computed({
  get: () => store.recordsFor === props.log.heat.value?.id,
  set: (yes: boolean) => (store.recordsFor = yes ? (props.log.heat.value?.id ?? null) : null),
})
const now = computed(() => (store.celsius === null ? null : props.log.truly(store.celsius)))
</script>

<template>
  <div v-if="device.running || device.lost" class="mb-3" data-testid="live-probe">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <p class="text-4xl leading-none font-bold" aria-live="off">
        {{ now === null ? '– –' : degrees(now.trueC) }}
      </p>
      <label class="flex min-h-[4.5rem] items-center gap-3 text-lg"
        ><input v-model="writing" type="checkbox" class="size-8 accent-(--ember)" />
        {{ t('melt.autolog-label') }}</label
      >
      <button
        v-if="now !== null"
        type="button"
        class="btn min-h-[4.5rem] text-lg"
        @click="
          log.add('temperature', { celsius: store.celsius, from: 'device' }, t('melt.read-probe-button'))
        "
      >
        {{ t('melt.log-it-now') }}
      </button>
    </div>
    <p v-if="store.trouble" role="alert" class="text-lg font-bold text-oxide">
      {{ TROUBLE_WORDS[store.trouble] }}
    </p>
    <p v-if="device.lost && device.running" class="text-sm text-soft" data-testid="probe-lost">
      {{ t('melt.probe-server-gone') }}
    </p>
    <p v-else-if="device.lost" role="alert" class="text-lg font-bold text-oxide">
      {{ t('melt.probe-unplugged') }}
    </p>
    <p v-if="!hand" class="text-xs text-soft">
      {{ LINE_SOURCE_WORDS[device.source] }}.
      <NuxtLink to="/devices" class="underline">{{ t('melt.devices') }}</NuxtLink>
    </p>
  </div>
  <NuxtLink v-else to="/devices" class="btn btn-quiet mb-2 min-h-[4.5rem] underline">{{
    t('melt.connect-probe-link')
  }}</NuxtLink>
</template>

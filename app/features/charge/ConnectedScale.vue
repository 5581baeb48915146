<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { LINE_FAULTS, useDevices } from '~/features/devices'
/** A scale on a line: its steady reading is one press away from the field. */
const emit = defineEmits<{ reading: [massG: number] }>()
const { devices } = useDevices()
const { grams } = useUnits()
const read = computed(() => (devices.scale.reading?.kind === 'scale' ? devices.scale.reading : null))
const steady = computed(() => devices.scale.running && !devices.scale.fault && read.value?.steady)
</script>

<template>
  <div
    v-if="devices.scale.running"
    class="mt-3 flex flex-wrap items-center gap-3"
    data-testid="connected-scale"
  >
    <p class="text-lg">
      <I18nT keypath="charge.connected-scale" scope="global"
        ><template #reading><b>{{ read ? grams(read.massG, 0.1) : '– –' }}</b></template></I18nT
      >
      ·
      {{
        devices.scale.fault
          ? LINE_FAULTS[devices.scale.fault]
          : steady
            ? t('charge.scale-steady')
            : t('charge.scale-settling')
      }}
    </p>
    <button type="button" class="btn" :disabled="!steady" @click="emit('reading', read!.massG)">
      {{ t('charge.use-reading-button') }}
    </button>
  </div>
</template>

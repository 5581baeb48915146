<script setup lang="ts">
import { t } from '~/words'

/** What this device is to be called, so that it is known among the others. */
const name = defineModel<string>({ required: true })
defineProps<{ missing: boolean }>()
const NAME_LETTERS = 40
</script>

<template>
  <label class="block max-w-sm">
    <span class="chalk mb-1 block">{{ t('group.device-name-label') }}</span>
    <input
      v-model="name"
      class="field w-full"
      :maxlength="NAME_LETTERS"
      autocomplete="off"
      :aria-invalid="missing"
      :aria-describedby="missing ? 'device-name-missing' : undefined"
    />
    <span v-if="missing" id="device-name-missing" role="alert" class="mt-1 block font-semibold text-oxide">{{
      t('group.needs-device-name')
    }}</span>
  </label>
</template>

<script setup lang="ts">
import { t } from '~/words'
/** One piece of gear chosen for the heat, or none. */
defineProps<{
  label: string
  gear: readonly { id: string; name: string }[]
  chosen: string | null | undefined
}>()
const emit = defineEmits<{ choose: [id: string] }>()
</script>

<template>
  <label class="block max-w-xs"
    ><span class="label">{{ label }}</span>
    <select
      class="field"
      :value="chosen ?? ''"
      @change="emit('choose', ($event.target as HTMLSelectElement).value)"
    >
      <option value="">{{ t('shared-fields.not-chosen') }}</option>
      <option v-for="one in gear" :key="one.id" :value="one.id">{{ one.name }}</option>
    </select></label
  >
</template>

<script setup lang="ts">
import { t } from '~/words'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** What a thing is made of, for its density: one of a list, or a density typed. */
defineProps<{ label: string; choices: readonly { id: string; name: string }[] }>()
const chosen = defineModel<string>('chosen', { required: true })
const own = defineModel<number | null>('own', { required: true })
</script>

<template>
  <label
    ><span class="label">{{ label }}</span>
    <select v-model="chosen" class="field">
      <option v-for="{ id, name } in choices" :key="id" :value="id">{{ name }}</option>
      <option value="own">{{ t('target.other-density') }}</option>
    </select></label
  >
  <QuantityField
    v-if="chosen === 'own'"
    v-model="own"
    :label="t('target.density-label')"
    kind="number"
    positive
  />
</template>

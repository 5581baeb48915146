<script setup lang="ts">
import { t } from '~/words'
import { usePhoto } from './usePhoto'
/** A picture kept in the browser. */
const props = defineProps<{ id: string; alt: string }>()
const { src, missing } = usePhoto(() => props.id)
</script>

<template>
  <img v-if="src" :src="src" :alt="alt" class="object-cover" />
  <span v-else-if="missing" class="grid place-items-center bg-well text-xs text-soft">{{
    t('shared-fields.picture-lost')
  }}</span>
  <span v-else class="bg-well" />
</template>

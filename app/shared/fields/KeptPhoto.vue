<script setup lang="ts">
import { t } from '~/words'
import { usePhoto } from './usePhoto'
/** A picture kept in the browser. */
const props = defineProps<{
  id: string
  alt: string
  /** it is shown large: a small one of another device will not do */
  whole?: boolean
}>()
const { src, missing } = usePhoto(
  () => props.id,
  () => props.whole,
)
</script>

<template>
  <img v-if="src" :src="src" :alt="alt" class="object-cover" />
  <span v-else-if="missing" class="grid place-items-center bg-well text-xs text-soft">{{
    missing === 'lost' ? t('shared-fields.picture-missing') : t('shared-fields.picture-elsewhere')
  }}</span>
  <span v-else class="bg-well" />
</template>

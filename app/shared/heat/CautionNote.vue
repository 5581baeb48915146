<script setup lang="ts">
import { told } from '~/words'
import { CAUTION_SOURCE, type Caution } from '#core/melt'
import { TriangleAlert } from '~/shared/icons'

defineProps<{ caution: Caution }>()
</script>

<template>
  <div
    class="mt-3 flex gap-3 border-l-8 px-3 py-2"
    :class="caution.danger ? 'border-oxide bg-oxide-wash' : 'border-amber bg-amber-wash'"
    :title="CAUTION_SOURCE"
  >
    <TriangleAlert :size="22" class="mt-0.5 shrink-0" aria-hidden="true" />
    <p><b>{{ told(caution.title) }}.</b> {{ told(caution.text) }}</p>
  </div>
</template>

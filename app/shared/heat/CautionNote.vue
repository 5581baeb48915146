<script setup lang="ts">
import { told } from '~/words'
import type { Caution } from '#core/melt'
import { TriangleAlert } from '~/shared/icons'

defineProps<{ caution: Caution; withSource?: boolean }>()
</script>

<template>
  <div
    class="mt-3 flex gap-3 border-l-8 px-3 py-2"
    :class="caution.danger ? 'border-oxide bg-oxide-wash' : 'border-amber bg-amber-wash'"
    :title="told(caution.basis)"
  >
    <TriangleAlert :size="22" class="mt-0.5 shrink-0" aria-hidden="true" />
    <div>
      <p><b>{{ told(caution.title) }}.</b> {{ told(caution.text) }}</p>
      <p v-if="withSource" class="mt-0.5 text-sm text-soft">{{ told(caution.basis) }}.</p>
    </div>
  </div>
</template>

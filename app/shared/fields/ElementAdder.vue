<script setup lang="ts">
import { t } from '~/words'
import { SYMBOLS } from '#core/composition'
import { ref } from 'vue'

const props = defineProps<{ known: string[] }>()
const emit = defineEmits<{ add: [symbol: string] }>()
const symbol = ref('')
const fault = ref('')
function add(): void {
  const typed = symbol.value.trim()
  if (!SYMBOLS.includes(typed)) fault.value = t('shared-fields.bad-symbol', { text: typed })
  else if (props.known.includes(typed)) fault.value = t('shared-fields.symbol-listed', { symbol: typed })
  else {
    fault.value = ''
    symbol.value = ''
    emit('add', typed)
  }
}
</script>

<template>
  <div class="mt-3 flex flex-wrap items-center gap-2">
    <input
      v-model="symbol"
      class="field w-28"
      maxlength="2"
      :placeholder="t('shared-fields.element-placeholder')"
      :aria-label="t('shared-fields.another-element')"
      @keydown.enter.prevent="add"
    />
    <button type="button" class="btn" :disabled="!symbol" @click="add">
      {{ t('shared-fields.add-element') }}
    </button>
    <span v-if="fault" role="alert" class="text-sm font-semibold text-oxide">{{ fault }}</span>
  </div>
</template>

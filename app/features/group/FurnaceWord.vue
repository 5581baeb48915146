<script setup lang="ts">
import { computed } from 'vue'
import { t } from '~/words'
import { useGroup } from './group-store'

/** A word another device sent to the furnace: it stands until it was seen there. */
const props = defineProps<{ heatId: string }>()
const emit = defineEmits<{ heeded: [text: string] }>()
const group = useGroup()
const word = computed(() => group.wordTo(props.heatId))
function heed(): void {
  const said = word.value
  if (!said) return
  group.whisper(props.heatId, null)
  emit('heeded', `${said.name}: ${said.text}`)
}
</script>

<template>
  <div
    v-if="word && !word.own"
    role="alert"
    class="mb-4 flex flex-wrap items-center gap-3 border-4 border-ember bg-amber-wash p-4 text-2xl font-bold"
    data-testid="whisper"
  >
    <p class="flex-1 basis-60">
      <span class="block text-base font-normal">{{ t('group.message-from', { deviceName: word.name }) }}</span
      >{{ word.text }}
    </p>
    <button class="btn btn-next min-h-[4.5rem] px-6 text-xl" @click="heed">
      {{ t('group.confirm-button') }}
    </button>
  </div>
</template>

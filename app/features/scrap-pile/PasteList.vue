<script setup lang="ts">
import { t } from '~/words'
import { ref, useId } from 'vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A list of metal from a spreadsheet or a note, put in whole. */
const { fault = '' } = defineProps<{ fault?: string }>()
const emit = defineEmits<{ read: [text: string]; close: [] }>()
const id = useId()
const text = ref('')
</script>

<template>
  <SheetDialog :title="t('scrap-pile.paste-button')" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="emit('read', text)">
      <label :for="id" class="label">
        {{ t('scrap-pile.paste-label') }}
      </label>
      <textarea
        :id="id"
        v-model="text"
        class="field min-h-44"
        :placeholder="t('scrap-pile.paste-placeholder')"
        :aria-invalid="!!fault"
        :aria-describedby="fault ? `${id}-fault` : undefined"
      />
      <p v-if="fault" :id="`${id}-fault`" role="alert" class="font-semibold text-oxide">{{ fault }}</p>
      <p class="text-sm text-soft">
        {{ t('scrap-pile.paste-hint') }}
      </p>
      <button class="btn btn-next justify-self-start" :disabled="!text.trim()">
        {{ t('scrap-pile.read-button') }}
      </button>
    </form>
  </SheetDialog>
</template>

<script setup lang="ts">
import { ref, useId } from 'vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** A list of metal from a spreadsheet or a note, put in whole. */
const emit = defineEmits<{ read: [text: string]; close: [] }>()
const id = useId()
const text = ref('')
</script>

<template>
  <SheetDialog title="Paste a list" @close="emit('close')">
    <form class="grid gap-3" @submit.prevent="emit('read', text)">
      <label :for="id" class="label">
        One metal to a line with its weight, or rows copied from a spreadsheet
      </label>
      <textarea
        :id="id"
        v-model="text"
        class="field min-h-44"
        placeholder="copper wire   3 kg
tin   400 g
20 cans"
      />
      <p class="text-sm text-soft">
        Everyday scrap, bought metals and grades such as C36000 are known by name. Columns named Cu, Sn, Zn
        and so on are read as percent.
      </p>
      <button class="btn btn-next justify-self-start" :disabled="!text.trim()">Read it</button>
    </form>
  </SheetDialog>
</template>

<script setup lang="ts">
import { t } from '~/words'
/** A piece of gear with nothing to be checked or counted on its card. */
defineProps<{ name: string; facts: readonly string[]; note?: string | undefined }>()
const emit = defineEmits<{ edit: [] }>()
</script>

<template>
  <li class="slab flex flex-col gap-1 p-3">
    <h3 class="text-lg leading-tight font-bold break-words">{{ name }}</h3>
    <p v-for="(fact, at) in facts" :key="at" :class="{ 'text-sm text-soft': at > 0 }">{{ fact }}</p>
    <p v-if="note" class="text-sm text-soft">{{ note }}</p>
    <button class="btn btn-quiet mt-auto self-start underline" @click="emit('edit')">
      {{ t('gear.edit') }}<span class="sr-only"> {{ name }}</span>
    </button>
  </li>
</template>

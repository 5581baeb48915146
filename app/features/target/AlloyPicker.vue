<script setup lang="ts">
import { t, told } from '~/words'
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue'
import { ChevronsUpDown } from '~/shared/icons'
import { ALLOYS, searchAlloys, type Alloy } from '#core/alloys'
import { computed, ref } from 'vue'
import { useYard } from '~/storage/yard-store'
import { toldOfAlloy } from '~/shared/words/alloy-words'

/** Finds an alloy by name, number, group or use. */
const props = defineProps<{ modelValue: Alloy | null }>()
const emit = defineEmits<{ 'update:modelValue': [alloy: Alloy] }>()
const yard = useYard()
const query = ref('')
const all = computed(() => [...yard.ownAlloys.map(({ alloy }) => alloy), ...ALLOYS])
const found = computed(() => searchAlloys(all.value, query.value, toldOfAlloy))
const chosen = computed(() => all.value.find(({ id }) => id === props.modelValue?.id) ?? props.modelValue)
const nameOf = (alloy: unknown) => (alloy as Alloy | null)?.name ?? ''
</script>

<template>
  <Combobox :model-value="chosen" @update:model-value="$event && emit('update:modelValue', $event)">
    <ComboboxLabel class="sr-only">{{ t('target.find-an-alloy') }}</ComboboxLabel>
    <div class="relative">
      <ComboboxInput
        class="field pr-10"
        :display-value="nameOf"
        :placeholder="t('target.find-an-alloy')"
        :aria-label="t('target.find-an-alloy')"
        @change="query = $event.target.value"
        @focus="$event.target.select()"
      />
      <ComboboxButton
        class="absolute inset-y-0 right-1 grid w-8 place-items-center"
        :aria-label="t('target.show-all-alloys')"
      >
        <ChevronsUpDown :size="18" aria-hidden="true" />
      </ComboboxButton>
      <ComboboxOptions
        class="absolute z-40 mt-1 max-h-96 w-full overflow-auto border-2 border-ink bg-panel"
        @vue:unmounted="query = ''"
      >
        <ComboboxOption v-for="alloy in found" :key="alloy.id" v-slot="{ active, selected }" :value="alloy">
          <div class="px-3 py-1.5" :class="active ? 'bg-well' : ''">
            <p class="flex justify-between gap-3">
              <span :class="selected ? 'font-bold' : 'font-semibold'">{{ told(alloy.name) }}</span>
              <span class="whitespace-nowrap text-soft">{{ alloy.designation }}</span>
            </p>
            <p class="truncate text-sm text-soft">{{ told(alloy.use) }}</p>
          </div>
        </ComboboxOption>
        <p v-if="!found.length" class="px-3 py-2 text-soft">{{ t('target.search-empty') }}</p>
      </ComboboxOptions>
    </div>
  </Combobox>
</template>

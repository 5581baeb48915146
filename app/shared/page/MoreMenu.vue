<script setup lang="ts">
import { t } from '~/words'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'

/** What is done now and then, behind one button. */
export interface MoreItem {
  label: string
  run: () => unknown
}
defineProps<{ items: readonly MoreItem[] }>()
</script>

<template>
  <Menu v-if="items.length" as="div" class="relative">
    <MenuButton class="btn btn-quiet underline">{{ t('shared.more') }}</MenuButton>
    <MenuItems
      class="absolute right-0 z-40 mt-1 w-60 border-2 border-ink bg-panel p-1 max-sm:right-auto max-sm:left-0"
    >
      <MenuItem v-for="item in items" :key="item.label" v-slot="{ active }">
        <button class="block w-full px-3 py-2 text-left" :class="active ? 'bg-well' : ''" @click="item.run">
          {{ item.label }}
        </button>
      </MenuItem>
    </MenuItems>
  </Menu>
</template>

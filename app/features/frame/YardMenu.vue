<script setup lang="ts">
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Menu as MenuIcon } from '@lucide/vue'
import { navigateTo } from '#imports'
import { computed, defineAsyncComponent } from 'vue'
import { useTheme } from '~/shared/page/useTheme'
import { useYardFile } from '~/features/keeping'
import { useYard } from '~/storage/yard-store'
import { isolated } from '~/shared/units/isolated'

const ImportPreview = defineAsyncComponent(() =>
  import('~/features/keeping').then(({ ImportPreview }) => ImportPreview),
)

const emit = defineEmits<{ shortcuts: [] }>()
const yard = useYard()
const { choice } = useTheme()
const { exportYard, importYard, fileInput, importFault, reading, preview } = useYardFile()
const themes = { auto: 'as the machine', light: 'light', dark: 'dark' } as const
const nextTheme = { auto: 'light', light: 'dark', dark: 'auto' } as const
const masses = { g: 'grams', kg: 'kilograms', oz: 'ounces', lb: 'pounds' } as const
const nextMass = { g: 'kg', kg: 'oz', oz: 'lb', lb: 'g' } as const
const items = computed(() => [
  { label: 'What it can become', run: () => navigateTo('/pile') },
  { label: 'A day’s heats', run: () => navigateTo('/together') },
  { label: 'What is this?', run: () => navigateTo('/identify') },
  { label: 'Scrap book', run: () => navigateTo('/scrap-book') },
  { label: 'Alloys', run: () => navigateTo('/alloys') },
  { label: 'Gear', run: () => navigateTo('/gear') },
  { label: 'Handbook', run: () => navigateTo('/handbook') },
  { label: 'Safe keeping', run: () => navigateTo('/safety') },
  {
    label: `Weigh in ${masses[yard.settings.mass]}`,
    run: () => yard.changeSettings({ mass: nextMass[yard.settings.mass] }),
  },
  {
    label: `Temperatures in °${yard.settings.temperature}`,
    run: () => yard.changeSettings({ temperature: yard.settings.temperature === 'C' ? 'F' : 'C' }),
  },
  {
    label: `Lengths in ${yard.settings.length === 'in' ? 'inches' : 'millimetres'}`,
    run: () => yard.changeSettings({ length: yard.settings.length === 'in' ? 'mm' : 'in' }),
  },
  { label: `Colours: ${themes[choice.value]}`, run: () => (choice.value = nextTheme[choice.value]) },
  { label: 'Save the yard to a file', run: exportYard },
  { label: 'Open a yard from a file', run: () => fileInput.value?.click() },
  { label: 'Keyboard shortcuts', run: () => emit('shortcuts') },
])
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="btn btn-quiet" title="Units, colours, files">
      <MenuIcon :size="18" aria-hidden="true" /><span class="sr-only">Menu</span>
    </MenuButton>
    <MenuItems class="absolute right-0 z-50 mt-1 w-64 border-2 border-ink bg-panel p-1">
      <MenuItem v-for="item in items" :key="item.label" v-slot="{ active }">
        <button class="block w-full px-3 py-2 text-left" :class="active ? 'bg-well' : ''" @click="item.run">
          {{ item.label }}
        </button>
      </MenuItem>
    </MenuItems>
    <input
      ref="fileInput"
      type="file"
      accept=".json,.zip,application/json,application/zip"
      class="hidden"
      aria-label="Yard file"
      @change="importYard"
    />
    <p
      v-if="importFault"
      role="alert"
      class="absolute right-0 z-50 mt-1 w-80 border-2 border-oxide bg-panel p-3 text-sm"
    >
      {{ importFault }}
      <button class="btn btn-quiet" @click="importFault = ''">Close</button>
    </p>
    <div
      v-if="reading"
      role="status"
      class="late absolute right-0 z-50 mt-1 w-80 border-2 border-ink bg-panel p-3 text-sm"
    >
      <p class="mb-2 break-words">Reading {{ isolated(reading.name) }}…</p>
      <div class="flex items-center gap-3">
        <progress class="bar flex-1" :value="reading.done ?? undefined" max="1" aria-label="Read so far" />
        <button class="btn" @click="reading.stop()">Stop</button>
      </div>
    </div>
    <ImportPreview v-if="preview" :file="preview" @close="preview = null" />
  </Menu>
</template>

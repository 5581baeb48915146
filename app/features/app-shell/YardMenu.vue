<script setup lang="ts">
import { t } from '~/words'
import { Menu, MenuButton, MenuItem, MenuItems } from '@headlessui/vue'
import { Menu as MenuIcon } from '~/shared/icons'
import { navigateTo } from '#imports'
import { computed, defineAsyncComponent, ref, useTemplateRef } from 'vue'
import { useTheme } from '~/shared/page/useTheme'
import { useYardFile, YardFileOpener } from '~/features/backup'
import { useYard } from '~/storage/yard-store'

const LanguageSheet = defineAsyncComponent(() => import('./LanguageSheet.vue'))

const emit = defineEmits<{ shortcuts: [] }>()
const yard = useYard()
const { choice } = useTheme()
const { exportYard } = useYardFile()
const languages = ref(false)
const opener = useTemplateRef<{ open: () => void }>('opener')
const themes = { auto: t('app-shell.theme-system'), light: t('small.light'), dark: t('small.dark') } as const
const nextTheme = { auto: 'light', light: 'dark', dark: 'auto' } as const
const masses = {
  g: t('small.grams'),
  kg: t('small.kilograms'),
  oz: t('small.ounces'),
  lb: t('small.pounds'),
} as const
const nextMass = { g: 'kg', kg: 'oz', oz: 'lb', lb: 'g' } as const
const items = computed(() => [
  { label: t('app-shell.pile-page'), run: () => navigateTo('/pile') },
  { label: t('app-shell.day-page'), run: () => navigateTo('/day-plan') },
  { label: t('app-shell.what-is-this'), run: () => navigateTo('/identify') },
  { label: t('app-shell.scrap-book'), run: () => navigateTo('/scrap-book') },
  { label: t('app-shell.alloys'), run: () => navigateTo('/alloys') },
  { label: t('app-shell.gear'), run: () => navigateTo('/gear') },
  { label: t('app-shell.handbook'), run: () => navigateTo('/handbook') },
  { label: t('app-shell.backup-page'), run: () => navigateTo('/backup') },
  { label: t('app-shell.your-devices'), run: () => navigateTo('/group') },
  {
    label: t('app-shell.mass-unit', { unit: masses[yard.settings.mass] }),
    run: () => yard.changeSettings({ mass: nextMass[yard.settings.mass] }),
  },
  {
    label: t('app-shell.temperature-unit', { temperature: yard.settings.temperature }),
    run: () => yard.changeSettings({ temperature: yard.settings.temperature === 'C' ? 'F' : 'C' }),
  },
  {
    label: t('app-shell.length-unit', {
      unit: yard.settings.length === 'in' ? t('small.inches') : t('small.millimetres'),
    }),
    run: () => yard.changeSettings({ length: yard.settings.length === 'in' ? 'mm' : 'in' }),
  },
  {
    label: t('app-shell.theme', { theme: themes[choice.value] }),
    run: () => (choice.value = nextTheme[choice.value]),
  },
  { label: t('app-shell.save-file-button'), run: exportYard },
  { label: t('app-shell.open-file-button'), run: () => opener.value?.open() },
  { label: t('app-shell.language-and-money'), run: () => (languages.value = true) },
  { label: t('app-shell.keyboard-shortcuts'), run: () => emit('shortcuts') },
])
</script>

<template>
  <Menu as="div" class="relative">
    <MenuButton class="btn btn-quiet" :title="t('app-shell.menu-hint')">
      <MenuIcon :size="18" aria-hidden="true" /><span class="sr-only">{{ t('app-shell.menu') }}</span>
    </MenuButton>
    <MenuItems class="absolute right-0 z-50 mt-1 w-64 border-2 border-ink bg-panel p-1">
      <MenuItem v-for="item in items" :key="item.label" v-slot="{ active }">
        <button class="block w-full px-3 py-2 text-left" :class="active ? 'bg-well' : ''" @click="item.run">
          {{ item.label }}
        </button>
      </MenuItem>
    </MenuItems>
    <YardFileOpener ref="opener" />
    <LanguageSheet v-if="languages" @close="languages = false" />
  </Menu>
</template>

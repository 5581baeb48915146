<script setup lang="ts">
import { chooseLanguage, LANGUAGES, language, t } from '~/words'
import { useYard } from '~/storage/yard-store'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** The language of the app, and the sign money is written with. */
const emit = defineEmits<{ close: [] }>()
const yard = useYard()
const nameOf = (tag: string) => new Intl.DisplayNames([tag], { type: 'language' }).of(tag) ?? tag
const SIGNS = ['€', '$', '£', 'CHF', 'kr', 'zł', 'Kč', '₹', '¥', 'R', 'A$', 'C$', 'NZ$']
function write(event: Event): void {
  const sign = (event.target as HTMLInputElement).value.trim().slice(0, 8)
  if (sign !== '' && sign !== yard.settings.currency) yard.changeSettings({ currency: sign })
}
</script>

<template>
  <SheetDialog :title="t('app-shell.language-and-money')" @close="emit('close')">
    <div class="grid gap-4">
      <label>
        <span class="label">{{ t('app-shell.language') }}</span>
        <select
          class="field"
          :value="language"
          @change="chooseLanguage(($event.target as HTMLSelectElement).value)"
        >
          <option v-for="tag in LANGUAGES" :key="tag" :value="tag" :lang="tag">{{ nameOf(tag) }}</option>
        </select>
        <span class="mt-1 block text-sm text-soft">{{ t('app-shell.language-hint') }}</span>
      </label>
      <label>
        <span class="label">{{ t('app-shell.currency-label') }}</span>
        <input
          class="field max-w-40"
          list="money-signs"
          maxlength="8"
          :value="yard.settings.currency"
          @change="write"
        />
        <datalist id="money-signs"><option v-for="sign in SIGNS" :key="sign" :value="sign" /></datalist>
        <span class="mt-1 block text-sm text-soft">{{ t('app-shell.currency-hint') }}</span>
      </label>
    </div>
  </SheetDialog>
</template>

<script setup lang="ts">
import { t } from '~/words'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { Working } from '~/shared/words/workings-words'

/** A figure that opens to its sum: formula, numbers put in, assumptions and where they come from. */
defineProps<{ working: Working }>()
</script>

<template>
  <Popover v-slot="{ open }" class="relative inline-block">
    <PopoverButton class="figure" :aria-label="t('shared.show-working', { title: working.title })">
      <slot />
    </PopoverButton>
    <PopoverPanel v-if="open" static class="sheet">
      <p class="chalk mb-2">{{ working.title }}</p>
      <p class="formula">{{ working.formula }}</p>
      <table v-if="working.rows.length" class="my-2 w-full text-sm">
        <tbody>
          <tr v-for="(row, index) in working.rows" :key="index" class="border-t border-line">
            <td class="py-0.5 pr-3">{{ row.label }}</td>
            <td class="py-0.5 pr-3 text-soft">{{ row.sum }}</td>
            <td class="py-0.5 text-right font-semibold whitespace-nowrap">{{ row.value }}</td>
          </tr>
          <tr class="border-t-2 border-ink font-bold">
            <td colspan="2" class="py-0.5">{{ working.title }}</td>
            <td class="py-0.5 text-right whitespace-nowrap">{{ working.value }}</td>
          </tr>
        </tbody>
      </table>
      <ul class="text-xs text-soft">
        <li v-for="note in working.notes" :key="note">{{ note }}</li>
      </ul>
    </PopoverPanel>
  </Popover>
</template>

<style scoped>
.figure {
  text-decoration: underline dotted 2px var(--soft);
  text-underline-offset: 0.18em;
}
.figure:hover {
  text-decoration-color: var(--ember);
}
.sheet {
  position: absolute;
  z-index: 40;
  left: 0;
  margin-top: 0.35rem;
  width: min(30rem, 86vw);
  max-height: 60vh;
  overflow: auto;
  padding: 0.8rem 1rem;
  background: var(--panel);
  border: 2px solid var(--ink);
  box-shadow: 6px 6px 0 rgb(var(--shadow) / 0.22);
  text-align: left;
  font-weight: 400;
  font-size: var(--text-base);
  white-space: normal;
}
.formula {
  padding: 0.25rem 0.5rem;
  background: var(--well);
}
@media (max-width: 640px) {
  .sheet {
    position: fixed;
    inset: auto 0.5rem 0.5rem;
    width: auto;
  }
}
</style>

<script setup lang="ts">
import { t } from '~/words'
import { computed } from 'vue'
import { useRoute } from '#imports'
import { useHeat } from '~/shared/heat/useHeat'
import { useStageLine } from './useStageLine'
const { heat } = useHeat()
const route = useRoute()
const { stages, at } = useStageLine()
/** The stage before and the one after, for a thumb at the end of a page. */
const beside = computed(() => (at.value < 0 ? [] : [stages.value[at.value - 1], stages.value[at.value + 1]]))
</script>

<template>
  <div v-if="heat">
    <NuxtPage :page-key="route.path" />
    <nav v-if="beside.length" :aria-label="t('app-shell.stage-links-label')" class="no-print mt-8 flex gap-3">
      <template v-for="(stage, which) in beside" :key="which">
        <NuxtLink
          v-if="stage"
          :to="stage.to"
          class="btn min-h-[4.5rem] flex-1 basis-0 sm:min-h-11 sm:flex-none sm:px-6"
          :class="which ? 'ml-auto' : ''"
          :aria-label="`${which ? t('app-shell.next-stage') : t('app-shell.previous-stage')}: ${stage.name}`"
          ><span v-if="!which" aria-hidden="true">←</span>{{ stage.name
          }}<span v-if="which" aria-hidden="true">→</span></NuxtLink
        >
      </template>
    </nav>
  </div>
  <div v-else class="slab max-w-xl p-6">
    <h1 class="chalk mb-2">{{ t('app-shell.no-heat-title') }}</h1>
    <p class="mb-4">{{ t('app-shell.no-heat', { number: route.params.number }) }}</p>
    <NuxtLink to="/" class="btn">{{ t('app-shell.home-link') }}</NuxtLink>
  </div>
</template>

<script setup lang="ts">
import { MonitorSmartphone } from '~/shared/icons'
import { computed } from 'vue'
import { t } from '~/words'
import { useGroup } from './group-store'

/** In the head of the page: how many devices are here, or that there is no line to them. */
const group = useGroup()
const words = computed(() => {
  if (group.part === 'waiting') return t('group.other-window')
  if (group.standing.is !== 'here') return t('group.no-connection')
  if (group.diskFull) return t('group.disk-full')
  const { others } = group
  if (others.length === 0) return t('group.online-none')
  return t('group.online-names', { names: others.map(({ name }) => name).join(', ') })
})
const here = computed(() => group.standing.is === 'here')
const short = computed(() => (here.value ? t('group.online-count', { count: group.others.length + 1 }) : ''))
</script>

<template>
  <NuxtLink to="/group" class="btn btn-quiet" :title="words" data-testid="group-mark">
    <MonitorSmartphone
      :size="18"
      aria-hidden="true"
      :class="here && !group.diskFull ? 'text-patina' : 'text-amber'"
    />
    <span class="text-sm max-lg:sr-only" aria-hidden="true">{{ short }}</span>
    <span class="sr-only">{{ t('group.your-devices') }}: {{ words }}</span>
  </NuxtLink>
</template>

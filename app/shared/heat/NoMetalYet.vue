<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { computed } from 'vue'
import { useHeat } from './useHeat'
import { useYard } from '~/storage/yard-store'

/** A heat that was begun before there is any metal: where to write it down, and that the heat waits. */
const yard = useYard()
const { heat } = useHeat()
const none = computed(() => !heat.value?.loggedAt && !yard.lots.some(({ massG }) => massG > 0))
</script>

<template>
  <div
    v-if="none"
    class="slab mb-4 flex flex-wrap items-center gap-x-4 gap-y-2 p-4"
    role="status"
    data-testid="no-metal-yet"
  >
    <p class="flex-1 basis-72">
      <I18nT keypath="shared-heat.no-metal-hint" scope="global"
        ><template #title><b>{{ t('shared-heat.no-metal-title') }}</b></template></I18nT
      >
    </p>
    <NuxtLink to="/pile" class="btn btn-next">{{ t('shared-heat.list-metal-link') }}</NuxtLink>
  </div>
</template>

<script setup lang="ts">
import { t, told } from '~/words'
import { CAUTIONS, CAUTION_SOURCE } from '#core/melt'
import CautionNote from '~/shared/heat/CautionNote.vue'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.cautions') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      {{ t('handbook.cautions-hint', { source: told(CAUTION_SOURCE) }) }}
    </p>
    <div class="gap-x-5 lg:columns-2">
      <CautionNote
        v-for="caution in CAUTIONS"
        :key="caution.id"
        :caution="caution"
        with-source
        class="break-inside-avoid"
      />
    </div>
  </section>
</template>

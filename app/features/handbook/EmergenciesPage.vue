<script setup lang="ts">
import { t, told } from '~/words'
import { EMERGENCIES, EMERGENCY_FIRST, EMERGENCY_SOURCE } from '#core/melt'
import HandbookTabs from '~/shared/page/HandbookTabs.vue'
</script>

<template>
  <section>
    <HandbookTabs />
    <h1 class="text-2xl font-bold">{{ t('handbook.emergencies') }}</h1>
    <p class="mt-1 mb-4 max-w-3xl text-soft">
      {{ t('handbook.emergencies-hint') }}
    </p>
    <p class="mb-5 max-w-4xl border-l-8 border-oxide bg-oxide-wash px-4 py-3 text-xl font-bold">
      {{ told(EMERGENCY_FIRST) }}
    </p>
    <div class="grid items-start gap-5 md:grid-cols-2 xl:grid-cols-3">
      <section v-for="one in EMERGENCIES" :key="one.id" class="slab p-4">
        <h2 class="chalk mb-2">{{ told(one.name) }}</h2>
        <ol class="list-decimal pl-6">
          <li v-for="step in one.now" :key="step" class="mb-1">{{ told(step) }}</li>
        </ol>
        <p class="mt-2 text-sm text-soft">{{ told(one.basis) }}.</p>
      </section>
    </div>
    <p class="mt-4 text-sm text-soft">{{ told(EMERGENCY_SOURCE) }}.</p>
  </section>
</template>

<script setup lang="ts">
import { CAUTIONS, CAUTION_SOURCE } from '#core/melt'
</script>

<template>
  <section class="max-w-4xl">
    <h1 class="text-2xl font-bold">Cautions</h1>
    <p class="mt-1 mb-4 text-soft">
      {{ CAUTION_SOURCE }}. Each is shown again in the run sheet at the step that needs it.
    </p>
    <CautionNote v-for="caution in CAUTIONS" :key="caution.id" :caution="caution" />
  </section>
</template>

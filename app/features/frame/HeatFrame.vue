<script setup lang="ts">
import { useRoute } from '#imports'
import { useHeat } from '~/shared/heat/useHeat'
const { heat } = useHeat()
const route = useRoute()
</script>

<template>
  <NuxtPage v-if="heat" :page-key="route.path" />
  <div v-else class="slab max-w-xl p-6">
    <h1 class="chalk mb-2">No such heat</h1>
    <p class="mb-4">There is no heat number {{ route.params.number }} in this yard.</p>
    <NuxtLink to="/" class="btn">Back to the yard</NuxtLink>
  </div>
</template>

<script setup lang="ts">
import { definePageMeta } from '#imports'
// The page's address until December 2026.
definePageMeta({ redirect: ({ query }) => ({ path: '/backup', query }) })
</script>

<template>
  <div />
</template>

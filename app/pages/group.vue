<script setup lang="ts">
import GroupPage from '~/features/group/GroupPage.vue'
</script>

<template>
  <GroupPage />
</template>

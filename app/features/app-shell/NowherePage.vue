<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useRoute } from '#imports'
const route = useRoute()
</script>

<template>
  <div class="slab max-w-xl p-6">
    <h1 class="chalk mb-2">{{ t('app-shell.no-page-title') }}</h1>
    <p class="mb-4">
      <I18nT keypath="app-shell.no-page" scope="global"
        ><template #path><b>{{ route.path }}</b></template
        ><template #shortcut><kbd>{{ t('app-shell.key-search') }}</kbd></template></I18nT
      >
    </p>
    <NuxtLink to="/" class="btn">{{ t('app-shell.home-link') }}</NuxtLink>
  </div>
</template>

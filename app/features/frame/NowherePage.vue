<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useRoute } from '#imports'
const route = useRoute()
</script>

<template>
  <div class="slab max-w-xl p-6">
    <h1 class="chalk mb-2">{{ t('frame.no-such-page') }}</h1>
    <p class="mb-4">
      <I18nT keypath="frame.nothing-is-kept-under-the-yard" scope="global"
        ><template #strong><b>{{ route.path }}</b></template
        ><template #kbd><kbd>{{ t('frame.ctrl-k') }}</kbd></template></I18nT
      >
    </p>
    <NuxtLink to="/" class="btn">{{ t('frame.back-to-the-yard') }}</NuxtLink>
  </div>
</template>

<script setup lang="ts">
import { ref } from 'vue'
import { t } from '~/words'
import DeviceName from './DeviceName.vue'
import { usualName } from './device-name'
import { useGroup } from './group-store'
import JoinByAddress from './JoinByAddress.vue'
import { noWords } from './no-words'

/** A browser that is none of several devices yet: it begins, or joins. */
const group = useGroup()
const name = ref(usualName())
const missing = ref(false)
const code = ref('')
const isOwn = /^(localhost|127\.|\[::1\])/.test(location.hostname)

async function begin(): Promise<void> {
  missing.value = name.value.trim() === ''
  if (!missing.value) await group.found(name.value.trim(), code.value.trim())
}
</script>

<template>
  <div class="grid items-start gap-5 lg:grid-cols-2">
    <form class="slab p-4" novalidate @submit.prevent="begin">
      <h2 class="chalk mb-2">{{ t('group.begin-button') }}</h2>
      <p class="mb-3">{{ t('group.begin-hint') }}</p>
      <DeviceName v-model="name" :missing="missing" />
      <label v-if="!isOwn" class="mt-3 block max-w-sm">
        <span class="chalk mb-1 block">{{ t('group.terminal-code-label') }}</span>
        <input
          v-model="code"
          class="field w-full uppercase"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="40"
          aria-describedby="code-why"
        />
        <span id="code-why" class="mt-1 block text-soft">{{ t('group.terminal-code-hint') }}</span>
      </label>
      <p v-if="group.failed" role="alert" class="mt-3 font-semibold text-oxide">
        {{ noWords(group.failed.why, group.failed.afterS) }}
      </p>
      <button class="btn btn-next mt-4">{{ t('group.begin-heading') }}</button>
    </form>
    <JoinByAddress />
  </div>
</template>

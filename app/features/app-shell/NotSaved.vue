<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { computed } from 'vue'
import { useYardFile } from '~/features/backup'
import { useYard } from '~/storage/yard-store'
/** The disk refused the last changes: what it said, and what keeps them all the same. */
const yard = useYard()
const { exportYard } = useYardFile()
/** What browsers call a full disk. */
const full = computed(() => /quota|full|space|storage/i.test(yard.saveError ?? ''))
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="not-saved"
  >
    <p class="flex-1 basis-80">
      <I18nT v-if="full" keypath="app-shell.unsaved-full" scope="global"
        ><template #title><b class="text-oxide">{{ t('app-shell.unsaved-title') }}</b></template
        ><template #message>{{ yard.saveError }}</template></I18nT
      >
      <I18nT v-else keypath="app-shell.unsaved" scope="global"
        ><template #title><b class="text-oxide">{{ t('app-shell.unsaved-title') }}</b></template
        ><template #message>{{ yard.saveError }}</template></I18nT
      >
    </p>
    <button class="btn btn-next" @click="exportYard">{{ t('app-shell.save-file-button') }}</button>
    <button class="btn" :disabled="yard.saving > 0" @click="yard.saveAgain">
      {{ t('app-shell.try-again') }}
    </button>
  </div>
</template>

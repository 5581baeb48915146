<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useFaults } from './useFaults'
import { useYardFile } from '~/features/backup'
/** An error occurred: what it was, and what to do so that nothing is lost. */
const { fault } = useFaults()
const { exportYard } = useYardFile()
const again = () => location.reload()
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="fault"
  >
    <p class="flex-1 basis-80">
      <I18nT keypath="app-shell.error-note" scope="global"
        ><template #title><b class="text-oxide">{{ t('app-shell.error-title') }}</b></template></I18nT
      >
      <samp class="font-sans font-semibold break-words">{{ fault }}</samp>
    </p>
    <button class="btn btn-next" @click="again">{{ t('app-shell.reload-button') }}</button>
    <button class="btn" @click="exportYard">{{ t('app-shell.save-backup-button') }}</button>
    <button class="btn" @click="fault = ''">{{ t('app-shell.continue-button') }}</button>
  </div>
</template>

<script setup lang="ts">
import { momentWords } from '~/shared/units/dates'
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { onMounted } from 'vue'
import { useBackupFolder } from './useBackupFolder'

/** A folder that backups write themselves into: chosen, asleep, or at work. */
const emit = defineEmits<{ written: [] }>()
const folder = useBackupFolder()
const { offered, state, name, fault, lastWritten } = folder
const after = async (work: Promise<boolean>) => {
  if (await work) emit('written')
}
onMounted(() => void folder.look())
</script>

<template>
  <div class="mt-4 border-t border-line pt-3" data-testid="folder">
    <p v-if="!offered" class="text-soft">
      {{ t('backup.no-folder-support') }}
    </p>
    <template v-else-if="state === 'none'">
      <p class="text-soft">
        {{ t('backup.folder-hint') }}
      </p>
      <button class="btn mt-2" @click="after(folder.choose())">
        {{ t('backup.choose-folder-button') }}
      </button>
    </template>
    <template v-else-if="state === 'asleep'">
      <p>
        <I18nT keypath="backup.folder-permission" scope="global"
          ><template #folderName><b>{{ name }}</b></template></I18nT
        >
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn btn-next" @click="after(folder.wake())">{{ t('backup.allow-button') }}</button>
        <button class="btn" @click="folder.leave()">{{ t('backup.stop-folder-button') }}</button>
      </div>
    </template>
    <template v-else>
      <p>
        <I18nT keypath="backup.folder-active" scope="global"
          ><template #folderName><b>{{ name }}</b></template></I18nT
        >
        <template v-if="lastWritten">
          {{ t('backup.folder-last', { time: momentWords(lastWritten) }) }}
        </template>
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn" @click="after(folder.write())">{{ t('backup.write-now-button') }}</button>
        <button class="btn" @click="after(folder.choose())">{{ t('backup.other-folder-button') }}</button>
        <button class="btn" @click="folder.leave()">{{ t('backup.stop-folder-button') }}</button>
      </div>
    </template>
    <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>

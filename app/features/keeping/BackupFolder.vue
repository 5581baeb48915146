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
      {{ t('keeping.this-browser-cannot-write-into-a') }}
    </p>
    <template v-else-if="state === 'none'">
      <p class="text-soft">
        {{ t('keeping.or-let-it-write-one-a') }}
      </p>
      <button class="btn mt-2" @click="after(folder.choose())">{{ t('keeping.choose-a-folder') }}</button>
    </template>
    <template v-else-if="state === 'asleep'">
      <p>
        <I18nT keypath="keeping.the-browser-was-started-anew-and" scope="global"
          ><template #strong><b>{{ name }}</b></template></I18nT
        >
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn btn-next" @click="after(folder.wake())">{{ t('keeping.allow-it') }}</button>
        <button class="btn" @click="folder.leave()">{{ t('keeping.stop-using-the-folder') }}</button>
      </div>
    </template>
    <template v-else>
      <p>
        <I18nT keypath="keeping.writes-itself-into" scope="global"
          ><template #strong><b>{{ name }}</b></template
          ><template #part
            ><template v-if="lastWritten">{{
              t('keeping.last-on', { format: momentWords(lastWritten) })
            }}</template></template
          ></I18nT
        >
      </p>
      <div class="mt-2 flex flex-wrap gap-3">
        <button class="btn" @click="after(folder.write())">{{ t('keeping.write-now') }}</button>
        <button class="btn" @click="after(folder.choose())">{{ t('keeping.another-folder') }}</button>
        <button class="btn" @click="folder.leave()">{{ t('keeping.stop-using-the-folder') }}</button>
      </div>
    </template>
    <p v-if="fault" role="alert" class="mt-2 font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>

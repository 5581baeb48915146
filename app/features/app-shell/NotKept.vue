<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { useYard } from '~/storage/yard-store'
import { unfitWords } from './unfit-words'
/** A change that would not be read again was not made: which, why, and that the rest is as it was. */
const yard = useYard()
</script>

<template>
  <div
    v-if="yard.notKept"
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-oxide bg-oxide-wash px-4 py-2"
    data-testid="not-kept"
  >
    <p class="flex-1 basis-80">
      <I18nT keypath="app-shell.change-refused" scope="global"
        ><template #change
          ><b class="text-oxide"
            >{{ t('app-shell.change-refused-title') }} <bdi>{{ yard.notKept.label }}</bdi>.</b
          ></template
        ><template #why>{{ unfitWords(yard.notKept.why) }}</template></I18nT
      >
    </p>
    <button class="btn" @click="yard.notKept = null">{{ t('app-shell.dismiss-button') }}</button>
  </div>
</template>

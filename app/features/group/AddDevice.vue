<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import QrCode from '~/shared/page/QrCode.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { useNotices } from '~/shared/page/useNotices'
import { t } from '~/words'
import { useGroup } from './group-store'

/** The code another device scans: to join, or to come to a screen. */
const { title = t('group.add-a-device'), to = '/' } = defineProps<{ title?: string; to?: string }>()
const emit = defineEmits<{ close: [] }>()
const group = useGroup()
const { announce } = useNotices()
const link = ref('')
const reached = group.reachedAt()
const trust = group.trustPage()
onMounted(async () => (link.value = (await group.invite(to)) ?? ''))
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(link.value)
  announce(t('group.copied'))
}
/** Somebody came in by it: it has done its work. */
watch(
  () => group.devices.length,
  (now, before) => now > before && emit('close'),
)
</script>

<template>
  <SheetDialog :title="title" @close="emit('close')">
    <div v-if="link" class="grid items-start gap-4 sm:grid-cols-[auto_minmax(0,1fr)]">
      <QrCode :text="link" :label="t('group.scan-heading')" class="mx-auto w-full max-w-72 sm:w-72" />
      <div>
        <slot>
          <p class="text-lg font-semibold">{{ t('group.scan-heading') }}</p>
        </slot>
        <p class="mt-2 border-l-8 border-amber bg-amber-wash p-3">{{ t('group.scan-hint') }}</p>
        <p v-if="!reached.others" class="mt-2" data-testid="only-here">{{ t('group.local-address') }}</p>
        <p v-else-if="trust" class="mt-2 text-soft">{{ t('group.trust-hint', { address: trust }) }}</p>
        <input
          class="field mt-3 w-full font-mono text-sm"
          readonly
          :value="link"
          :aria-label="t('group.invitation-label')"
          data-testid="invitation"
          @focus="($event.target as HTMLInputElement).select()"
        />
        <button class="btn mt-2" @click="copy">{{ t('group.copy-the-address') }}</button>
      </div>
    </div>
  </SheetDialog>
</template>

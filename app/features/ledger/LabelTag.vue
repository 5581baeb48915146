<script setup lang="ts">
import { t } from '~/words'
import type { Label } from './useLabels'
import QrCode from '~/shared/page/QrCode.vue'

/** One label. */
defineProps<{ label: Label }>()
</script>

<template>
  <div class="inner">
    <QrCode
      v-if="label.address"
      :text="label.address"
      :label="t('ledger.code-alt', { title: label.title })"
      class="code"
    />
    <div class="min-w-0">
      <p :class="label.stamped ? 'stamp title' : 'title font-bold'">{{ label.title }}</p>
      <p
        v-for="(line, at) in label.lines"
        :key="line"
        :class="at === 0 && label.stamped ? 'font-bold' : 'small'"
      >
        {{ line }}
      </p>
    </div>
  </div>
</template>

<style scoped>
.inner {
  display: flex;
  gap: 0.5em;
  align-items: center;
  height: 100%;
  line-height: 1.15;
}
.code {
  width: var(--code, 9rem);
  height: var(--code, 9rem);
  flex: none;
}
.title {
  font-size: 1.35em;
  line-height: 1;
}
.small {
  font-size: 0.85em;
}
</style>

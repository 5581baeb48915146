<script setup lang="ts">
import { I18nT } from 'vue-i18n'
import { nth } from '#core/lists'
import { computed } from 'vue'
import { useParts } from '~/shared/words/useParts'
import { useYard } from '~/storage/yard-store'
/** Two windows changed the same thing otherwise: the later one stands until the person says. */
const yard = useYard()
const { recordName, partName, said } = useParts()
const clash = computed(() => nth(yard.clashes, 0))
const record = computed(() => yard.records[clash.value.collection][clash.value.id])
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="clash"
  >
    <span class="flex-1 basis-72"
      ><I18nT keypath="app-shell.clash-question" scope="global"
        ><template #recordName><b>{{ recordName(record) }}</b></template
        ><template #field>{{ partName(clash.collection, clash.path) }}</template></I18nT
      ></span
    >
    <button class="btn max-w-full text-left" @click="yard.settle(clash.mine)">
      <I18nT keypath="app-shell.clash-mine" scope="global"
        ><template #value><span class="clash-text">{{ said(clash.path, clash.mine) }}</span></template></I18nT
      >
    </button>
    <button class="btn max-w-full text-left" @click="yard.settle(clash.theirs)">
      <I18nT keypath="app-shell.clash-theirs" scope="global"
        ><template #value
          ><span class="clash-text">{{ said(clash.path, clash.theirs) }}</span></template
        ></I18nT
      >
    </button>
  </div>
</template>

<style scoped>
/* The whole of a long remark can be read, in a box that does not push the page away. */
.clash-text {
  display: inline-block;
  max-width: 60ch;
  max-height: 6lh;
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  vertical-align: top;
}
</style>

<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import NearList from '~/shared/composition/NearList.vue'
import type { useNaming } from './useNaming'

/** The alloys a metal comes nearest to; one that aimed at nothing takes its name from here. */
const props = defineProps<{ naming: ReturnType<typeof useNaming> }>()
const { near, nameless, hasMeasured, densityGcm3, expectedGcm3, nameIt } = props.naming
</script>

<template>
  <div>
    <h3 class="chalk mt-5 mb-1">{{ t('assay.nearest-alloys') }}</h3>
    <p v-if="nameless" class="text-sm text-soft">
      {{ hasMeasured ? t('assay.near-measured-note') : t('assay.near-predicted-note') }}
    </p>
    <p v-if="!near.length">{{ t('assay.no-near-alloy') }}</p>
    <NearList :near="near">
      <template #under="{ one }">
        <span v-if="densityGcm3 !== null" class="block text-sm text-soft">{{
          t('assay.near-density', {
            expected: fixed(expectedGcm3(one.alloy), 2),
            measured: fixed(densityGcm3, 2),
          })
        }}</span>
      </template>
      <template v-if="!nameless" #how="{ one }">
        <span :class="one.broken ? 'text-soft' : 'font-bold text-patina'">{{
          one.broken ? t('assay.near-broken', { elements: one.broken }) : t('assay.near-in-spec')
        }}</span>
      </template>
      <template #default="{ one }">
        <button v-if="nameless" class="btn btn-quiet min-h-8 text-sm underline" @click="nameIt(one.alloy)">
          {{ t('assay.name-button') }}<span class="sr-only">: {{ told(one.alloy.name) }}</span>
        </button>
      </template>
    </NearList>
  </div>
</template>

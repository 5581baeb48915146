<script setup lang="ts">
import NearList from '~/shared/composition/NearList.vue'
import type { useNaming } from './useNaming'

/** The alloys a metal comes nearest to; one that aimed at nothing takes its name from here. */
const props = defineProps<{ naming: ReturnType<typeof useNaming> }>()
const { near, nameless, hasMeasured, densityGcm3, expectedGcm3, nameIt } = props.naming
</script>

<template>
  <div>
    <h3 class="chalk mt-5 mb-1">Nearest alloys</h3>
    <p v-if="nameless" class="text-sm text-soft">
      {{
        hasMeasured
          ? 'How often such a metal is inside them, as far as it was measured.'
          : 'How often such a melt is inside them, by what went in. A reading says it surer.'
      }}
    </p>
    <p v-if="!near.length">The library has no alloy of this metal.</p>
    <NearList :near="near">
      <template #under="{ one }">
        <span v-if="densityGcm3 !== null" class="block text-sm text-soft"
          >{{ expectedGcm3(one.alloy).toFixed(2) }} g/cm³ expected,
          {{ densityGcm3.toFixed(2) }} measured</span
        >
      </template>
      <template v-if="!nameless" #how="{ one }">
        <span :class="one.broken ? 'text-soft' : 'font-bold text-patina'">{{
          one.broken ? `outside in ${one.broken}` : '✓ fits'
        }}</span>
      </template>
      <template #default="{ one }">
        <button v-if="nameless" class="btn btn-quiet min-h-8 text-sm underline" @click="nameIt(one.alloy)">
          Name it so<span class="sr-only">: {{ one.alloy.name }}</span>
        </button>
      </template>
    </NearList>
  </div>
</template>

<script setup lang="ts">
import type { NearAlloy } from '#core/ledger'
import { nearShort } from '~/shared/words/near-words'
import { told } from '~/words'

/** Alloys a metal comes nearest to, with what stands under each, how near it is and what can be done with it. */
defineProps<{ near: readonly NearAlloy[] }>()
</script>

<template>
  <ul data-testid="near">
    <li
      v-for="one in near"
      :key="one.alloy.id"
      class="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1"
    >
      <span class="min-w-0 flex-1"
        ><b>{{ told(one.alloy.name) }}</b><span class="text-soft">{{ ` ${one.alloy.designation}` }}</span>
        <slot name="under" :one="one" />
      </span>
      <slot name="how" :one="one"
        ><span :class="one.odds < 0.5 ? 'text-soft' : 'font-bold text-patina'">{{
          nearShort(one)
        }}</span></slot
      >
      <slot :one="one" />
    </li>
  </ul>
</template>

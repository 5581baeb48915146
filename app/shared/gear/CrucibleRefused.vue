<script setup lang="ts">
import { WORN } from './gear-words'
import { computed } from 'vue'
import { useCrucibleStanding } from './useCrucibleStanding'

/** A crucible that must not take metal, told alike wherever the heat is worked on. */
const { heat, crucible, refused, ofStuff, unfired } = useCrucibleStanding()
const WORDS: Readonly<Record<string, string>> = WORN
const why = computed(() =>
  refused.value === 'retired' ? 'it is retired' : (WORDS[refused.value ?? ''] ?? `it is ${refused.value}`),
)
</script>

<template>
  <div
    v-if="crucible && heat && !heat.loggedAt && (refused || unfired)"
    role="status"
    class="mb-3 max-w-4xl border-l-8 border-oxide bg-oxide-wash px-3 py-2"
    data-testid="crucible-refused"
  >
    <p v-if="refused" class="font-bold">
      {{
        ofStuff
          ? `Not in ${crucible.name}: ${why}, and this metal goes through that.`
          : `Do not use ${crucible.name} again: ${why}.`
      }}
    </p>

    <p v-else class="font-bold">{{ crucible.name }} was never fired: no metal goes into it yet.</p>
    <p>
      {{
        refused
          ? 'It fails in the tongs, full. Choose another under Target.'
          : 'A damp new crucible splits with the metal in it. Gear has the steps of its first firing and their clock.'
      }}
      <NuxtLink :to="refused ? `/heat/${heat.number}/target` : '/gear'" class="font-semibold underline">{{
        refused ? 'Choose another' : 'To its first firing'
      }}</NuxtLink>
    </p>
  </div>
</template>

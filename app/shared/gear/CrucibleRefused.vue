<script setup lang="ts">
import { t } from '~/words'
import { WORN } from './gear-words'
import { computed } from 'vue'
import { useCrucibleStanding } from './useCrucibleStanding'

/** A crucible that must not take metal, told alike wherever the heat is worked on. */
const { heat, crucible, refused, ofStuff, unfired } = useCrucibleStanding()
const WORDS: Readonly<Record<string, string>> = WORN
const why = computed(() =>
  refused.value === 'retired'
    ? t('shared-gear.it-is-retired')
    : (WORDS[refused.value ?? ''] ?? t('shared-gear.it-is', { refused: refused.value })),
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
          ? t('shared-gear.not-in-and-this-metal-goes', { name: crucible.name, why })
          : t('shared-gear.do-not-use-again', { name: crucible.name, why })
      }}
    </p>

    <p v-else class="font-bold">
      {{ t('shared-gear.was-never-fired-no-metal-goes', { name: crucible.name }) }}
    </p>
    <p>
      {{
        refused
          ? t('shared-gear.it-fails-in-the-tongs-full')
          : t('shared-gear.a-damp-new-crucible-splits-with')
      }}
      <NuxtLink :to="refused ? `/heat/${heat.number}/target` : '/gear'" class="font-semibold underline">{{
        refused ? t('shared-gear.choose-another') : t('shared-gear.to-its-first-firing')
      }}</NuxtLink>
    </p>
  </div>
</template>

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
    ? t('shared-gear.retired-reason')
    : (WORDS[refused.value ?? ''] ?? t('shared-gear.material-reason', { material: refused.value })),
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
          ? t('shared-gear.crucible-attacked', { crucibleName: crucible.name, reason: why })
          : t('shared-gear.crucible-worn', { crucibleName: crucible.name, reason: why })
      }}
    </p>

    <p v-else class="font-bold">
      {{ t('shared-gear.crucible-unfired', { crucibleName: crucible.name }) }}
    </p>
    <p>
      {{ refused ? t('shared-gear.crucible-worn-why') : t('shared-gear.crucible-unfired-why') }}
      <NuxtLink :to="refused ? `/heat/${heat.number}/target` : '/gear'" class="font-semibold underline">{{
        refused ? t('shared-gear.choose-another') : t('shared-gear.first-firing-link')
      }}</NuxtLink>
    </p>
  </div>
</template>

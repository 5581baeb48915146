<script setup lang="ts">
import type { MeltLog } from './useMeltLog'
import type { RunSheet } from './useRunSheet'
import { computed } from 'vue'
import { useMeltWarnings } from './useMeltWarnings'
import { useUnits } from '~/shared/units/useUnits'
import { limitWords, percent } from '~/shared/units/figures'

/** What does not go as planned, and what to do about it. */
const props = defineProps<{ log: MeltLog; sheet: RunSheet }>()
const { liar, plateau, refused } = useMeltWarnings(props.log, props.sheet)
const { heat, edit, degrees, grams, liquidus } = props.sheet
/** Where nothing published says what it freezes at, the metal itself does. */
const frozeAt = computed(() =>
  plateau.value && liquidus.value?.kind !== 'published' ? Math.round(plateau.value.celsius) : null,
)
const { degreesApart } = useUnits()
const off = (celsius: number) => degreesApart(Math.abs(celsius))
</script>

<template>
  <p v-if="liar" role="status" class="border-l-8 border-oxide bg-oxide-wash px-3 py-2" data-testid="liar">
    <b v-if="liar.seen === 'liquid'"
      >It is liquid at a reading of {{ degrees(liar.readC) }}, so it reads at least
      {{ off(liar.offByC) }} low.</b
    >
    <b v-else
      >It froze at a reading of {{ degrees(liar.readC) }}, so it reads about {{ off(liar.offByC) }}
      {{ liar.offByC > 0 ? 'low' : 'high' }}.</b
    >
    It is not trusted any more in this heat. Add that to what it shows, or hold it through the freezing of a
    pure metal under
    <NuxtLink to="/gear" class="underline">Gear</NuxtLink>.
  </p>
  <p
    v-if="frozeAt !== null && heat && heat.liquidusC !== frozeAt"
    role="status"
    class="flex flex-wrap items-center gap-3 border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="froze"
  >
    <span class="min-w-0 flex-1"
      >The trace stood still at {{ degrees(frozeAt) }}: the metal froze there.</span
    >
    <button class="btn" @click="edit('What it froze at', { liquidusC: frozeAt })">
      Take that for its liquidus
    </button>
  </p>
  <div
    v-if="refused && heat"
    role="status"
    class="border-l-8 border-amber bg-amber-wash px-3 py-2"
    data-testid="refused"
  >
    <p>
      <b>Without {{ refused.names.join(', ') }}</b> the melt is about {{ grams(refused.tapG)
      }}<template v-if="refused.broken.length"
        >, and outside:
        <b>{{
          refused.broken
            .map(({ element, pct, limit }) => `${element} ${percent(pct)} % (${limitWords(limit)})`)
            .join(', ')
        }}</b></template
      ><template v-else>, still inside its limits</template>.
    </p>
    <NuxtLink v-if="refused.broken.length" :to="`/heat/${heat.number}/charge`" class="font-semibold underline"
      >Take it off the charge, and see what puts it right</NuxtLink
    >
  </div>
</template>

<script setup lang="ts">
import { t, told } from '~/words'
import type { Heat } from '#core/heat'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import HeatStamp from '~/shared/heat/HeatStamp.vue'

/** An open heat on the yard's front page: its stamp, what it is for, and the one thing to do next. */
const props = defineProps<{ heat: Heat }>()
const { grams } = useUnits()
const next = computed(() => {
  const { heat } = props
  const to = (stage: string) => `/heat/${heat.number}/${stage}`
  if (heat.asItComes && heat.weighed.length === 0)
    return {
      words: heat.alloy ? t('home.next-charge') : t('home.next-lots'),
      to: to('charge'),
    }
  if (!heat.alloy || heat.tapMassG === null) return { words: t('home.next-alloy'), to: to('target') }
  if (heat.weighed.length === 0) return { words: t('home.next-charge'), to: to('charge') }
  if (!('pour' in heat.done)) return { words: t('home.next-melt'), to: to('melt') }
  if (heat.pour.ingots.length === 0 && !heat.pour.inMoulds?.length && heat.pour.castingsG === null)
    return { words: t('home.next-pour'), to: to('pour') }
  return { words: t('home.next-assay'), to: to('assay') }
})
</script>

<template>
  <article class="slab flex flex-wrap items-center gap-4 p-5">
    <HeatStamp :number="heat.number" size="large" />
    <div class="min-w-40 flex-1">
      <h2 class="text-lg font-bold">{{ heat.title || t('home.untitled-heat') }}</h2>
      <p class="text-soft">
        <template v-if="heat.alloy && heat.tapMassG !== null">
          {{ t('home.mass-of-alloy', { mass: grams(heat.tapMassG), alloyName: told(heat.alloy.name) }) }}
        </template>
        <template v-else>{{ heat.asItComes ? t('home.as-it-comes') : t('home.no-target-yet') }}</template>
      </p>
    </div>
    <NuxtLink :to="next.to" class="btn btn-next">{{ next.words }}</NuxtLink>
  </article>
</template>

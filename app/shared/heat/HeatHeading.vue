<script setup lang="ts">
import { joinFacts } from '~/shared/units/figures'
import { t, told } from '~/words'
import { useHeat } from './useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard, zoneHere } from '~/storage/yard-store'
/** The heat's stamp and name, the name edited in place, above every stage of a heat. */
defineProps<{ question: string }>()
const { heat, edit } = useHeat()
const yard = useYard()
const { grams } = useUnits()

/** A day that was emptied or half typed leaves the one that stands. */
function dateTo(date: string): void {
  if (/^\d{4}-\d\d-\d\d$/.test(date)) edit(t('shared-heat.date-edit'), { date, zone: zoneHere() })
}
</script>

<template>
  <div v-if="heat" class="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
    <div class="min-w-0 flex-1 basis-full sm:basis-56">
      <h1 class="text-sm text-soft max-sm:sr-only">{{ question }}</h1>
      <input
        :value="heat.title"
        class="w-full max-w-xl border-b border-transparent bg-transparent text-xl font-bold hover:border-line focus:border-line"
        maxlength="120"
        :placeholder="t('shared-heat.name-placeholder')"
        :aria-label="t('shared-heat.name-label')"
        @input="
          edit(t('shared-heat.name-edit'), { title: ($event.target as HTMLInputElement).value }, 'title')
        "
        @blur="yard.seal()"
      />
      <p class="text-sm text-soft">
        <template v-if="heat.alloy">
          {{
            joinFacts(
              told(heat.alloy.name),
              heat.tapMassG !== null && t('shared-heat.heat-facts', { mass: grams(heat.tapMassG) }),
            )
          }}
          ·
        </template>
        <label
          >{{ heat.loggedAt ? t('shared-heat.logged') : t('shared-heat.day') }}
          <input
            :value="heat.date"
            type="date"
            class="min-h-6 border-b border-transparent bg-transparent hover:border-line focus:border-line"
            :title="
              heat.zone
                ? t('shared-heat.time-zone-note', { zone: heat.zone.replaceAll('_', ' ') })
                : undefined
            "
            :aria-label="t('shared-heat.date-label')"
            @change="dateTo(($event.target as HTMLInputElement).value)"
        /></label>
      </p>
    </div>
    <slot />
  </div>
</template>

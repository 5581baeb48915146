<script setup lang="ts">
import { t } from '~/words'
import { useHeat } from '~/shared/heat/useHeat'
import { useYard } from '~/storage/yard-store'
import { useMeltEffort } from './useMeltEffort'
import GearPick from '~/shared/fields/GearPick.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** The crucible of the heat: one of the gear, or its number where none is chosen. */
const { heat, edit } = useHeat()
const yard = useYard()
const { crucibles, chooseCrucible } = useMeltEffort()
</script>

<template>
  <div v-if="heat" class="grid max-w-md gap-3 sm:grid-cols-2">
    <GearPick
      v-if="crucibles.length"
      :label="t('shared-gear.crucible')"
      :gear="crucibles"
      :chosen="heat.crucibleId"
      @choose="chooseCrucible($event)"
    />
    <QuantityField
      v-if="!heat.crucibleId"
      :model-value="heat.crucibleNo ?? null"
      :label="t('shared-gear.crucible-number-label')"
      kind="crucible-number"
      nullable
      positive
      :hint="t('shared-gear.crucible-number-hint')"
      @update:model-value="edit(t('shared-gear.crucible-edit'), { crucibleNo: $event }, 'crucible')"
      @sealed="yard.seal()"
    />
  </div>
</template>

<script setup lang="ts">
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import {
  fuelOf,
  mouldTare,
  type Furnace,
  type Gear,
  type GearType,
  type IngotMould,
  type Scale,
} from '#core/gear'
import { computed, defineAsyncComponent, ref } from 'vue'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { capital, counted, joinFacts } from '~/shared/units/figures'
import { GEAR_WORDS } from '~/shared/gear/gear-words'
import { ADD_WORDS } from './add-words'
import CrucibleCard from './CrucibleCard.vue'
import GearCard from './GearCard.vue'
import ThermocoupleCard from './ThermocoupleCard.vue'

const GearEditor = defineAsyncComponent(() => import('./GearEditor.vue'))

const gear = useGear()
const { crucibles, furnaces, thermocouples, scales, ingotMoulds } = gear
const { grams, money } = useUnits()
const { unitOf, perUnitOf } = useFuelUnit()
const yard = useYard()
const editing = ref<{ type: GearType; gear: Gear | null } | null>(null)
const kinds = computed(() => [
  { type: 'crucible' as const, count: crucibles.value.length },
  { type: 'furnace' as const, count: furnaces.value.length },
  { type: 'thermocouple' as const, count: thermocouples.value.length },
  { type: 'scale' as const, count: scales.value.length },
  { type: 'ingot-mould' as const, count: ingotMoulds.value.length },
])
const burnt = (id: string) => yard.heats.filter((heat) => heat.furnaceId === id && heat.burnt?.amount).length
const furnaceFacts = ({ id, fuel, powerKw, pricePerUnit }: Furnace) => {
  const known = fuelOf(fuel)
  return [
    t('gear.furnace-power', {
      fuel: told(known.name),
      power: powerKw,
    }),
    ...(pricePerUnit > 0
      ? [t('gear.fuel-price', { price: money(perUnitOf(known, pricePerUnit)), unit: unitOf(known) })]
      : []),
    t('gear.furnace-heats', { heats: counted(burnt(id), 'heat') }),
  ]
}
const scaleFacts = ({ stepG, capacityG }: Scale) => [
  t('gear.scale-facts', { resolution: grams(stepG, Math.min(1, stepG)), capacity: grams(capacityG, 10) }),
]
function mouldFacts(mould: IngotMould): string[] {
  const tare = mouldTare(mould)
  const empty = !tare
    ? t('gear.mould-not-weighed')
    : tare.known === 'weighed'
      ? t('gear.mould-tare', { mass: grams(tare.fromG, 0.1) })
      : t('gear.mould-tare-range', { lowMass: grams(tare.fromG, 10), highMass: grams(tare.toG, 10) })
  return [joinFacts(capital(empty), mould.holdsCm3 && t('gear.mould-volume', { volume: mould.holdsCm3 }))]
}
/** What has no checks and no heats of its own: a name and a few facts. */
const plainCards = computed<Partial<Record<GearType, { piece: Gear; facts: string[] }[]>>>(() => ({
  furnace: furnaces.value.map((piece) => ({ piece, facts: furnaceFacts(piece) })),
  scale: scales.value.map((piece) => ({ piece, facts: scaleFacts(piece) })),
  'ingot-mould': ingotMoulds.value.map((piece) => ({ piece, facts: mouldFacts(piece) })),
}))
</script>

<template>
  <section>
    <h1 class="text-sm text-soft">{{ t('gear.gear') }}</h1>
    <p class="mb-4 flex flex-wrap items-center gap-4 text-2xl font-bold">
      <I18nT keypath="gear.page-hint" scope="global"
        ><template #instrumentsLink
          ><NuxtLink to="/devices" class="btn text-base">{{ t('gear.instruments-link') }}</NuxtLink></template
        ></I18nT
      >
    </p>
    <div class="grid gap-x-6 gap-y-7 lg:grid-cols-2">
      <section
        v-for="{ type, count } in kinds"
        :key="type"
        :class="count ? 'lg:col-span-2' : 'slab p-4'"
        :aria-label="GEAR_WORDS[type].many"
      >
        <div class="mb-2 flex flex-wrap items-center gap-4">
          <h2 class="chalk">{{ GEAR_WORDS[type].many }}</h2>
          <button class="btn" @click="editing = { type, gear: null }">
            {{ ADD_WORDS[type] }}
          </button>
        </div>
        <p v-if="!count" class="max-w-2xl text-soft">{{ GEAR_WORDS[type].empty }}</p>
        <ul v-if="count" class="grid items-start gap-3 md:grid-cols-2 xl:grid-cols-3">
          <template v-if="type === 'crucible'">
            <CrucibleCard
              v-for="one in crucibles"
              :key="one.id"
              :crucible="one"
              @edit="editing = { type, gear: one }"
            />
          </template>
          <template v-if="type === 'thermocouple'">
            <ThermocoupleCard
              v-for="one in thermocouples"
              :key="one.id"
              :thermocouple="one"
              @edit="editing = { type, gear: one }"
            />
          </template>
          <GearCard
            v-for="{ piece, facts } in plainCards[type]"
            :key="piece.id"
            :name="piece.name"
            :note="piece.note"
            :facts="facts"
            @edit="editing = { type, gear: piece }"
          />
        </ul>
      </section>
    </div>
    <GearEditor v-if="editing" :type="editing.type" :gear="editing.gear" @close="editing = null" />
  </section>
</template>

<script setup lang="ts">
import { counted } from '~/shared/units/figures'
import { baseMetal, solidDensity } from '#core/alloys'
import { CRUCIBLE_HEAT, crucibleRefused, fuelOf, materialOf, type Banded } from '#core/gear'
import { freeLots, heatStamp, potStory, residueFor } from '#core/heat'
import { computed } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useMeltEffort } from '~/shared/gear/useMeltEffort'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import SplitHeat from './SplitHeat.vue'
import GearPick from '~/shared/fields/GearPick.vue'
import WorkingOpener from '~/shared/page/WorkingOpener.vue'

/** Does it fit the crucible, is there metal enough, what does it burn and how long does it take. */
const bench = useMeltEffort()
const { heat, furnaces, crucibles, furnace, taken, learned, effort } = bench
const yard = useYard()
const gear = useGear()
const { grams, degrees, money } = useUnits()
const usable = computed(() =>
  crucibles.value.filter((one) => !crucibleRefused(one) || one.id === heat.value?.crucibleId),
)
const gcm3 = computed(() => (heat.value?.alloy ? solidDensity(heat.value.alloy).gcm3 : null))
const base = computed(() => (heat.value?.alloy ? baseMetal(heat.value.alloy) : null))
const fit = computed(() => {
  const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
  const tap = heat.value?.tapMassG
  if (!crucible || !tap || !gcm3.value) return null
  const holdsG = gear.holds(crucible, gcm3.value)
  const family = gear.familyOf(crucible)
  return {
    holdsG,
    share: tap / holdsG,
    fits: tap <= holdsG,
    strange: family !== null && family !== base.value ? family : null,
    by: crucible.brimCm3 ? 'its brim volume' : 'its number',
  }
})
/** Crucibles that would take it, of the right family, the smallest first. */
const better = computed(() => {
  const tap = heat.value?.tapMassG
  if (!tap || !gcm3.value || (fit.value?.fits && !fit.value.strange)) return []
  return usable.value
    .filter((one) => {
      const family = gear.familyOf(one)
      return gear.holds(one, gcm3.value!) >= tap && (family === null || family === base.value)
    })
    .sort((a, b) => a.number - b.number)
    .slice(0, 2)
})
/** What the crucible was washed of, and what of wash is on it. */
const memory = computed(() => {
  const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
  if (!crucible || heat.value?.loggedAt) return []
  const { washedOut, coated, last } = potStory(crucible, yard.heats)
  return [
    ...(washedOut && last ? [`Washed out since it held ${last.alloy} (${heatStamp(last.number)}).`] : []),
    ...(materialOf(crucible).firing === 'wash' && coated ? ['Its wash is fresh: no metal since.'] : []),
  ]
})
/** What the heat before left in the crucible chosen. */
const left = computed(() => (heat.value ? residueFor(heat.value, yard.heats, yard.gear) : null))
const stock = computed(() => {
  if (!base.value || !heat.value) return null
  const metal = base.value
  const lots = freeLots(yard.lots, yard.heats, heat.value).filter(
    ({ composition }) => (composition[metal] ?? 0) >= 50,
  )
  return { massG: lots.reduce((sum, lot) => sum + lot.massG, 0), base: metal }
})
const BASE_WORDS: Record<string, string> = {
  Cu: 'copper-based',
  Al: 'aluminium-based',
  Zn: 'zinc-based',
  Sn: 'tin-based',
}
const figure = (value: number) => (value < 10 ? value.toFixed(2) : value.toFixed(0))
const banded = ({ low, high }: Banded, show: (value: number) => string) => `${show(low)} to ${show(high)}`
const working = computed(() => {
  const known = furnace.value
  if (!known || !taken.value || !learned.value || !effort.value) return null
  const fuel = fuelOf(known.fuel)
  return {
    title: 'Fuel to the pour',
    value: `${figure(effort.value.fuel.mid)} ${fuel.unit}`,
    formula: '(walls + Σ share × heat content at the pour ÷ efficiency) ÷ heat of the fuel',
    rows: [
      {
        label: 'Metal',
        sum: `${grams(taken.value.metalG)} from 25 °C to ${degrees(taken.value.pourC)}`,
        value: `${Math.round(taken.value.metalKJ)} kJ`,
      },
      {
        label: 'Crucible',
        sum: `as last weighed, ${CRUCIBLE_HEAT.value} kJ/kg·K`,
        value: `${Math.round(taken.value.crucibleKJ)} kJ`,
      },
      ...(learned.value.liningKJ > 0
        ? [
            {
              label: 'Walls',
              sum: `learned from ${counted(learned.value.heats, 'heat')}`,
              value: `${Math.round(learned.value.liningKJ)} kJ`,
            },
          ]
        : []),
      {
        label: learned.value.liningKJ > 0 ? 'Of the rest, into the metal' : 'Efficiency',
        sum: learned.value.heats > 1 ? `learned from ${learned.value.heats} heats` : 'of its kind',
        value: `${(100 * learned.value.efficiency.low).toFixed(0)} to ${(100 * learned.value.efficiency.high).toFixed(0)} %`,
      },
      { label: fuel.name, sum: 'lower heating value', value: `${fuel.mjPerUnit} MJ/${fuel.unit}` },
    ],
    notes: [
      'Heat content: NASA/TP-2002-211556; heat of mixing left out.',
      fuel.source,
      'Until two heats are known the walls are in the efficiency; a cold furnace takes more.',
    ],
  }
})
</script>

<template>
  <section aria-label="Crucible, stock and fuel" class="grid gap-4">
    <div>
      <h2 class="chalk mb-2">Does it fit</h2>
      <GearPick
        v-if="usable.length"
        label="Crucible"
        :gear="usable"
        :chosen="heat?.crucibleId"
        @choose="bench.chooseCrucible($event)"
      />
      <p v-else class="text-soft">
        Write your crucibles down under <NuxtLink to="/gear" class="underline">Gear</NuxtLink>, and every heat
        is held against what they take.
      </p>
      <template v-if="fit">
        <div class="mt-2 flex items-center gap-3" data-testid="crucible-fit">
          <div class="relative h-14 w-12 border-2 border-t-0 border-ink" aria-hidden="true">
            <div
              class="absolute inset-x-0 bottom-0"
              :class="fit.fits ? 'bg-ember' : 'bg-oxide'"
              :style="{ height: `${Math.min(100, 80 * fit.share)}%` }"
            />
            <div class="absolute inset-x-0 top-[20%] border-t border-dashed border-ink" />
          </div>
          <p>
            <b :class="fit.fits ? '' : 'text-oxide'">{{
              fit.fits ? `Fits: ${Math.round(100 * fit.share)} % of what it takes.` : 'It does not fit.'
            }}</b>
            {{ grams(fit.holdsG, 10) }} with a fifth of the height left free, by {{ fit.by }}.
          </p>
        </div>
        <p v-if="fit.strange" class="mt-1 font-semibold text-oxide">
          It is kept for {{ BASE_WORDS[fit.strange] ?? fit.strange }} metal: take this family’s own.
        </p>
      </template>
      <SplitHeat />
      <p v-for="line in memory" :key="line" class="mt-1 text-sm" data-testid="pot-memory">{{ line }}</p>
      <div v-if="left" class="mt-2 flex flex-wrap items-center gap-x-3" data-testid="left-in-pot">
        <p class="min-w-0 flex-1 basis-60">
          It last held {{ left.alloy }} ({{ heatStamp(left.number) }}){{
            heat?.potClean
              ? ', and was scraped clean since.'
              : left.massG === null
                ? ', and nothing says how much of it stayed.'
                : left.stayedG !== null
                  ? `: ${grams(left.stayedG)} of it stayed, and the plan counts with it.`
                  : `: ${grams(left.massG)} froze to the crucible and tools; how much of it stayed was not told.`
          }}
        </p>
        <button
          v-if="!heat?.loggedAt"
          type="button"
          class="btn btn-quiet underline"
          :aria-pressed="!!heat?.potClean"
          @click="bench.tellClean()"
        >
          {{ heat?.potClean ? 'It was not' : 'It was scraped clean' }}
        </button>
      </div>
      <p v-if="better.length" class="mt-1 text-sm">
        Would take it:
        <button
          v-for="one in better"
          :key="one.id"
          type="button"
          class="btn btn-quiet min-h-6 underline"
          @click="bench.chooseCrucible(one.id)"
        >
          {{ one.name }}
        </button>
      </p>
      <p v-if="stock && heat?.tapMassG" class="mt-2" data-testid="stock-fit">
        <b :class="stock.massG < heat.tapMassG ? 'text-oxide' : ''">{{ grams(stock.massG, 10) }}</b>
        of {{ BASE_WORDS[stock.base] ?? '' }} metal lies free in the bins{{
          stock.massG < heat.tapMassG ? ': not enough for this alone.' : '.'
        }}
      </p>
    </div>
    <div>
      <h2 class="chalk mb-2">Fuel and time</h2>
      <GearPick
        v-if="furnaces.length"
        label="Furnace"
        :gear="furnaces"
        :chosen="heat?.furnaceId"
        @choose="bench.chooseFurnace($event)"
      />
      <p v-else class="text-soft">
        Write your furnace down under <NuxtLink to="/gear" class="underline">Gear</NuxtLink> to see fuel, cost
        and time.
      </p>
      <template v-if="effort && furnace && working">
        <p class="mt-2 text-lg" data-testid="effort">
          <b>{{ banded(effort.minutes, (value) => value.toFixed(0)) }} minutes</b> to the pour
        </p>
        <p>
          <WorkingOpener :working="working"
            >{{ banded(effort.fuel, figure) }} {{ fuelOf(furnace.fuel).unit }} of
            {{ fuelOf(furnace.fuel).name.split(',')[0]!.toLowerCase() }}</WorkingOpener
          ><template v-if="furnace.pricePerUnit > 0">, {{ banded(effort.cost, money) }}</template>
        </p>
        <p class="text-sm text-soft">
          {{
            learned && learned.heats > 1
              ? `Learned from ${counted(learned.heats, 'heat')} of this furnace.`
              : 'By the kind of furnace; write down what two heats burnt and it learns yours.'
          }}
        </p>
      </template>
    </div>
  </section>
</template>

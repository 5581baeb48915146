<script setup lang="ts">
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { counted, hoursWords } from '~/shared/units/figures'
import { baseMetal, solidDensity } from '#core/alloys'
import { elementName } from '~/shared/units/elements'
import {
  CRUCIBLE_HEAT,
  crucibleRefused,
  heatingLimit,
  materialOf,
  tellsFromCold,
  type Banded,
} from '#core/gear'
import {
  baseMetalCover,
  comesAsItIs,
  freeLots,
  heatStamp,
  heatWindow,
  potStory,
  residueFor,
} from '#core/heat'
import { computed } from 'vue'
import { useFuelUnit } from '~/shared/gear/useFuelUnit'
import { useGear } from '~/shared/gear/useGear'
import { useMeltEffort } from '~/shared/gear/useMeltEffort'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import SplitHeat from './SplitHeat.vue'
import GearPick from '~/shared/fields/GearPick.vue'
import WorkingOpener from '~/shared/page/WorkingOpener.vue'

/** Does it fit the crucible, is there metal enough, what does it burn and how long does it take. */
const bench = useMeltEffort()
const { heat, furnaces, crucibles, furnace, fuel, taken, learned, effort } = bench
const yard = useYard()
const gear = useGear()
const { grams, degrees, degreesApart, money } = useUnits()
const { unitOf, perUnitOf, figure } = useFuelUnit()
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
    by: crucible.brimCm3 ? t('target.by-brim-volume') : t('target.by-number'),
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
    ...(washedOut && last
      ? [t('target.washed-since', { alloy: last.alloy, number: heatStamp(last.number) })]
      : []),
    ...(materialOf(crucible).firing === 'wash' && coated ? [t('target.wash-fresh')] : []),
  ]
})
/** What the heat before left in the crucible chosen. */
const left = computed(() => (heat.value ? residueFor(heat.value, yard.heats, yard.gear) : null))
const leftWords = computed(() => {
  const last = left.value
  if (!last) return ''
  const held = { alloyName: told(last.alloy), heatNumber: heatStamp(last.number) }
  if (heat.value?.potClean) return t('target.last-held-scraped', held)
  if (last.massG === null) return t('target.last-held-unknown', held)
  return last.stayedG === null
    ? t('target.last-held-skull', { ...held, mass: grams(last.massG) })
    : t('target.last-held-mass', { ...held, mass: grams(last.stayedG) })
})
const stock = computed(() => {
  const one = heat.value
  if (!one?.alloy || !one.tapMassG || comesAsItIs(one)) return null
  return baseMetalCover(one.alloy, one.tapMassG, freeLots(yard.lots, yard.heats, one))
})
/** From cold it takes longer than this says. */
const wallsFirst = computed(
  () => !!furnace.value && !!learned.value && !tellsFromCold(furnace.value, learned.value.heats),
)
/** The least time to the pour where the crucible, not the furnace, sets it. */
const slowed = computed(() => {
  const crucible = crucibles.value.find(({ id }) => id === heat.value?.crucibleId)
  const pourAt = heat.value && heatWindow(heat.value)
  const limit = crucible && pourAt && heatingLimit(crucible, pourAt.usualC)
  if (!limit || (effort.value && effort.value.minutes.mid >= limit.minutes)) return null
  return { rate: degreesApart(limit.cPerH), time: hoursWords(limit.minutes) }
})
const banded = ({ low, high }: Banded, show: (value: number) => string) =>
  t('target.span', { low: show(low), high: show(high) })
const working = computed(() => {
  const burnt = fuel.value
  if (!burnt || !taken.value || !learned.value || !effort.value) return null
  return {
    title: t('target.fuel-working-title'),
    value: `${figure(burnt, effort.value.fuel.mid)} ${unitOf(burnt)}`,
    formula: t('target.fuel-formula'),
    rows: [
      {
        label: t('target.metal'),
        sum: t('target.metal-heating', {
          mass: grams(taken.value.metalG),
          temperature: degrees(taken.value.pourC),
        }),
        value: t('target.metal-kj', { heatKJ: Math.round(taken.value.metalKJ) }),
      },
      {
        label: t('target.crucible'),
        sum: t(taken.value.potWeighed ? 'target.crucible-weighed' : 'target.crucible-unweighed', {
          mass: grams(taken.value.potG, 100),
          specificHeat: CRUCIBLE_HEAT.value,
        }),
        value: t('target.crucible-kj', { heatKJ: Math.round(taken.value.crucibleKJ) }),
      },
      ...(learned.value.liningKJ > 0
        ? [
            {
              label: t('target.walls'),
              sum: t('target.learned-walls', { heats: counted(learned.value.heats, 'heat') }),
              value: t('target.walls-kj', { heatKJ: Math.round(learned.value.liningKJ) }),
            },
          ]
        : []),
      {
        label: learned.value.liningKJ > 0 ? t('target.efficiency-label') : t('target.efficiency'),
        sum:
          learned.value.heats > 1
            ? t('target.learned-efficiency', { heats: learned.value.heats })
            : t('target.kind-efficiency'),
        value: t('target.percent-span', {
          low: fixed(100 * learned.value.efficiency.low, 0),
          high: fixed(100 * learned.value.efficiency.high, 0),
        }),
      },
      {
        label: told(burnt.name),
        sum: t('target.lower-heating-value'),
        value: t('target.heating-value', {
          mjPerUnit: Number(perUnitOf(burnt, burnt.mjPerUnit).toPrecision(3)),
          unit: unitOf(burnt),
        }),
      },
    ],
    notes: [t('target.heat-content-source'), burnt.source, t('target.walls-in-efficiency')],
  }
})
</script>

<template>
  <section :aria-label="t('target.fit-label')" class="grid gap-4">
    <div>
      <h2 class="chalk mb-2">{{ t('target.fit-heading') }}</h2>
      <GearPick
        v-if="usable.length"
        :label="t('target.crucible')"
        :gear="usable"
        :chosen="heat?.crucibleId"
        @choose="bench.chooseCrucible($event)"
      />
      <p v-else class="text-soft">
        <I18nT keypath="target.add-crucible-hint" scope="global"
          ><template #gearLink
            ><NuxtLink to="/gear" class="underline">{{ t('target.gear-link') }}</NuxtLink></template
          ></I18nT
        >
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
            <I18nT keypath="target.crucible-fit" scope="global"
              ><template #verdict
                ><b :class="fit.fits ? '' : 'text-oxide'">{{
                  fit.fits
                    ? t('target.crucible-share', { percent: Math.round(100 * fit.share) })
                    : t('target.crucible-too-small')
                }}</b></template
              ><template #capacity>{{ grams(fit.holdsG, 10) }}</template
              ><template #basis>{{ fit.by }}</template></I18nT
            >
          </p>
        </div>
        <p v-if="fit.strange" class="mt-1 font-semibold text-oxide">
          {{ t('target.crucible-kept-for-metal', { metal: elementName(fit.strange) }) }}
        </p>
      </template>
      <SplitHeat />
      <p v-for="line in memory" :key="line" class="mt-1 text-sm" data-testid="pot-memory">{{ line }}</p>
      <div v-if="left" class="mt-2 flex flex-wrap items-center gap-x-3" data-testid="left-in-pot">
        <p class="min-w-0 flex-1 basis-60">
          {{ leftWords }}
        </p>
        <button
          v-if="!heat?.loggedAt"
          type="button"
          class="btn btn-quiet underline"
          :aria-pressed="!!heat?.potClean"
          @click="bench.tellClean()"
        >
          {{ heat?.potClean ? t('target.not-scraped-button') : t('target.scraped-button') }}
        </button>
      </div>
      <p v-if="better.length" class="mt-1 text-sm">
        {{ t('target.larger-crucibles') }}
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
      <p v-if="stock" class="mt-2" data-testid="stock-fit">
        <I18nT keypath="target.base-metal-in-stock" scope="global" tag="span"
          ><template #stockMass
            ><b :class="stock.inStockG < stock.neededG ? 'text-oxide' : ''">{{
              grams(stock.inStockG, 10)
            }}</b></template
          ><template #metal>{{ elementName(stock.base) }}</template
          ><template #neededMass>{{ grams(stock.neededG, 10) }}</template></I18nT
        >
      </p>
    </div>
    <div>
      <h2 class="chalk mb-2">{{ t('target.fuel-and-time') }}</h2>
      <GearPick
        v-if="furnaces.length"
        :label="t('target.furnace')"
        :gear="furnaces"
        :chosen="heat?.furnaceId"
        @choose="bench.chooseFurnace($event)"
      />
      <p v-else class="text-soft">
        <I18nT keypath="target.add-furnace-hint" scope="global"
          ><template #gearLink
            ><NuxtLink to="/gear" class="underline">{{ t('target.gear-link') }}</NuxtLink></template
          ></I18nT
        >
      </p>
      <p v-if="slowed" class="mt-2 text-lg font-bold" data-testid="slowed">
        {{ t('target.crucible-slows-heating', slowed) }}
      </p>
      <template v-if="effort && furnace && working">
        <p v-if="!slowed" class="mt-2 text-lg" data-testid="effort">
          <I18nT keypath="target.time-to-pour" scope="global"
            ><template #minutes
              ><b>{{
                t('target.minutes-span', { minutes: banded(effort.minutes, (value) => fixed(value, 0)) })
              }}</b></template
            ></I18nT
          >
        </p>
        <p v-if="!slowed">
          <WorkingOpener :working="working">{{
            t('target.fuel-amount', {
              amount: banded(effort.fuel, (value) => figure(fuel!, value)),
              unit: unitOf(fuel!),
              fuelName: inSentence(told(fuel!.name).split(',')[0]!),
            })
          }}</WorkingOpener
          ><template v-if="furnace.pricePerUnit > 0">, {{ banded(effort.cost, money) }}</template>
        </p>
        <p v-if="wallsFirst" class="font-bold" data-testid="walls-first">
          {{ t('target.walls-first-note') }}
        </p>
        <p v-if="slowed" class="text-sm text-soft">{{ t('target.fuel-unknown-when-slow') }}</p>
        <p v-else class="text-sm text-soft">
          {{
            learned && learned.heats > 1
              ? t('target.learned-from-furnace', { heats: counted(learned.heats, 'heat') })
              : t('target.furnace-kind-hint')
          }}
        </p>
      </template>
    </div>
  </section>
</template>

<script setup lang="ts">
import { t } from '~/words'
import { I18nT } from 'vue-i18n'
import { comesAsItIs, isDoubted } from '#core/heat'
import { isOpen } from '#core/stock'
import { computed, ref } from 'vue'
import { useChargeEngine } from './charge-store'
import { useCharge } from './useCharge'
import { useChargeAnswer } from './useChargeAnswer'
import { useChargeRows } from './useChargeRows'
import { useChargeSums } from './useChargeSums'
import { useReserve } from './useReserve'
import { navigateTo } from '#imports'
import { useHeat } from '~/shared/heat/useHeat'
import { usePlanChecks } from './usePlanChecks'
import { useProblemFile } from './useProblemFile'
import { useRememberedHere } from '~/shared/page/useRemembered'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { ScrapQuestion } from '~/features/stock'
import AsItComes from './AsItComes.vue'
import ChargeAnswer from './ChargeAnswer.vue'
import ChargeChoices from './ChargeChoices.vue'
import ChargeRow from './ChargeRow.vue'
import NewMetalCost from '~/shared/heat/NewMetalCost.vue'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import CrucibleRefused from '~/shared/gear/CrucibleRefused.vue'
import FilePicker from '~/shared/fields/FilePicker.vue'
import CruciblePick from '~/shared/gear/CruciblePick.vue'
import GrowingList from '~/shared/page/GrowingList.vue'
import { FurnaceLine } from '~/features/group'
import { useInGroup } from '~/shared/page/useInGroup'
import HeatHeading from '~/shared/heat/HeatHeading.vue'
import MoreMenu from '~/shared/page/MoreMenu.vue'
import NoMetalYet from '~/shared/heat/NoMetalYet.vue'
import LimitGates from '~/shared/composition/LimitGates.vue'
import OtherWays from './OtherWays.vue'
import WorthKnowing from './WorthKnowing.vue'
import { SplitHeat } from '~/features/target'
import PlanChecks from './PlanChecks.vue'
import WorkingOpener from '~/shared/page/WorkingOpener.vue'
/** So many questions at once. */
const MOST_ASKED = 2
const yard = useYard()
const { heat } = useHeat()
useChargeEngine().expectTyping()
const charge = useCharge(heat)
const { prediction, lines, lotName, engine, bench, old } = charge
const hand = useChargeRows(charge)
const { rows, weighedAll } = hand
const answer = useChargeAnswer(charge)
const { infeasible, hurried } = answer
const { sources, chance, tapSpan, elementSums, tapSum, cost, costSum, recovery } = useChargeSums(charge)
const { reserved, reserve } = useReserve(rows)
const { checks } = usePlanChecks(heat, lines, prediction, lotName)
const { grams, cost: costWords } = useUnits()
const { save, open, fault } = useProblemFile()
/** It aims at no alloy: what goes in is chosen here, not worked out. */
const free = computed(() => !!heat.value && comesAsItIs(heat.value))
/** The certainty counts what recoveries and yields may be off by. */
const doubted = computed(() => !!heat.value && isDoubted(heat.value))
/** Without any metal there is nothing to work out, and nothing to be bought for it. */
const stocked = computed(() => !!heat.value?.loggedAt || yard.lots.some(({ massG }) => massG > 0))
/** Lots that can still be one of several metals: those of the plan, or any where there is none. */
const asked = computed(() => {
  if (heat.value?.loggedAt) return []
  const planned = new Set(rows.value.planned.map(({ id }) => id))
  return yard.lots
    .filter((lot) => isOpen(lot) && lot.massG > 0 && (planned.size === 0 || planned.has(lot.id)))
    .slice(0, MOST_ASKED)
})
const file = ref<{ open: () => void }>()
const inGroup = useInGroup()
/** Done now and then: files, the reserve, the sheet. */
const more = computed(() => {
  const current = heat.value
  if (!current) return []
  const planned = rows.value.planned.length > 0
  const asked = engine.answer
  return [
    ...(planned
      ? [{ label: t('charge.print-link'), run: () => navigateTo(`/heat/${current.number}/sheet`) }]
      : []),
    ...(planned && !infeasible.value && !current.loggedAt
      ? [
          {
            label: reserved.value ? t('charge.release-button') : t('charge.reserve-button'),
            run: () => reserve(),
          },
        ]
      : []),
    { label: t('charge.import-charge'), run: () => file.value?.open() },
    ...(asked && !current.loggedAt && !free.value
      ? [{ label: t('charge.export-charge'), run: () => save(asked.problem, lotName) }]
      : []),
  ]
})
/** Where each element comes from, under its gate. */
const origins = useRememberedHere('charge-origins', false)
</script>

<template>
  <section v-if="heat">
    <HeatHeading :question="t('charge.page-title')">
      <FilePicker
        ref="file"
        :label="t('charge.problem-file')"
        accept=".json,application/json"
        @change="open"
      />
      <MoreMenu :items="more" class="max-sm:-order-1" />
      <NuxtLink
        v-if="rows.planned.length && !infeasible && !heat.loggedAt"
        :to="`/heat/${heat.number}/${weighedAll ? 'melt' : 'scale'}`"
        class="btn btn-next max-sm:-order-1"
      >
        {{ weighedAll ? t('charge.run-the-melt') : t('charge.to-the-scale') }}
      </NuxtLink>
    </HeatHeading>
    <FurnaceLine
      v-if="inGroup && !heat.loggedAt && rows.planned.length"
      class="mb-4"
      :heat="heat.number"
      :heat-id="heat.id"
      stage="scale"
    />
    <CrucibleRefused />
    <NoMetalYet />
    <p v-if="fault" role="alert" class="mb-3 font-semibold text-oxide">{{ fault }}</p>

    <template v-if="free">
      <ScrapQuestion v-for="lot in asked" :key="lot.id" :lot="lot" named class="max-w-4xl" />
      <AsItComes :charge="charge" :hand="hand" />
    </template>
    <div v-else-if="!heat.alloy || heat.tapMassG === null" class="slab max-w-xl p-5">
      <p class="mb-3">{{ t('charge.needs-target') }}</p>
      <NuxtLink :to="`/heat/${heat.number}/target`" class="btn btn-next">{{
        t('charge.choose-target-link')
      }}</NuxtLink>
    </div>

    <template v-else-if="stocked">
      <div class="bench">
        <ChargeAnswer :answer="answer" :charged-g="prediction?.chargeMassG ?? 0" />
        <ScrapQuestion v-for="lot in asked" :key="lot.id" :lot="lot" named class="max-w-4xl" />
        <PlanChecks v-if="!heat.loggedAt" hurting :checks="checks" class="mb-2" />
        <SplitHeat class="mb-2 max-w-4xl" />
        <ChargeChoices v-if="!heat.loggedAt" class="choices mb-2" />
        <div
          class="columns grid grid-cols-1 items-start gap-4 xl:grid-cols-[minmax(0,1.35fr)_minmax(0,1fr)]"
          :class="{ old: old }"
          :aria-busy="old"
        >
          <div class="slab p-3">
            <h2 class="sr-only">{{ t('charge.charge-list-heading') }}</h2>
            <p v-if="bench.pot" class="mb-1 text-sm" data-testid="pot">
              <I18nT keypath="charge.heel-included" scope="global"
                ><template #heelMass><b>{{ grams(bench.pot.fixedG ?? 0) }}</b></template></I18nT
              >
            </p>
            <ul>
              <ChargeRow v-for="row in rows.planned" :key="row.id" :row="row" :hand="hand" />
            </ul>
            <PlanChecks :checks="checks" class="mt-4" />
            <CruciblePick v-if="!heat.loggedAt" class="mt-4" />
          </div>

          <div>
            <div class="slab p-3">
              <h2 class="sr-only">{{ t('charge.predicted-heading') }}</h2>
              <template v-if="prediction && prediction.tapMassG > 0">
                <p class="mb-1 flex flex-wrap items-baseline gap-x-4 gap-y-1">
                  <WorkingOpener :working="tapSum!"
                    ><I18nT keypath="charge.tap-mass-heading" scope="global"
                      ><template #tapMass><b>{{ grams(prediction.tapMassG) }}</b></template></I18nT
                    ></WorkingOpener
                  >
                  <WorkingOpener :working="costSum!"><b>{{ costWords(cost) }}</b></WorkingOpener>
                  <button
                    class="btn btn-quiet -my-1 ml-auto min-h-8 text-sm underline"
                    :aria-pressed="origins"
                    @click="origins = !origins"
                  >
                    {{ origins ? t('charge.hide-origins-button') : t('charge.show-origins-button') }}
                  </button>
                </p>
                <p v-if="tapSpan" class="mb-2 text-sm" data-testid="tap-span">
                  {{ t('charge.tap-span', { leastMass: tapSpan.from, mostMass: tapSpan.to }) }}
                  <b v-if="tapSpan.short">{{ t('charge.run-short-chance', { chance: tapSpan.short }) }}</b>
                </p>
                <NewMetalCost :melt="prediction" :recovery="recovery" :cost="cost" />
                <CompositionBar :composition="prediction.composition" :label="t('charge.predicted-melt')" />
                <div class="mt-1">
                  <LimitGates
                    :dense="!origins"
                    :limits="heat.alloy.limits"
                    :predicted="prediction"
                    :sources="sources"
                    :overruled="heat.overruled ?? []"
                  />
                </div>
                <p v-if="chance !== null" class="mt-3 border-t border-line pt-2 text-sm">
                  <I18nT
                    :keypath="doubted ? 'charge.certainty-statement' : 'charge.certainty-without-losses'"
                    scope="global"
                    ><template #certainty><b>{{ chance }}</b></template></I18nT
                  >
                  {{ answer.doubt.value }}
                </p>
                <div class="mt-2 flex flex-wrap gap-x-4 gap-y-1 text-sm">
                  <span class="text-soft">{{ t('charge.arithmetic-heading') }}</span>
                  <WorkingOpener v-for="sum in elementSums" :key="sum.title" :working="sum"
                    >{{ sum.symbol }} {{ sum.value }}</WorkingOpener
                  >
                </div>
              </template>
              <template v-else>
                <p class="mb-3 text-soft">
                  {{ infeasible && !hurried ? t('charge.limits-not-met') : t('charge.limits-to-meet') }}
                </p>
                <LimitGates dense :limits="heat.alloy.limits" :overruled="heat.overruled ?? []" />
              </template>
            </div>
          </div>
          <section v-if="rows.idle.length" class="slab p-3 xl:col-span-2" aria-labelledby="idle">
            <h2 id="idle" class="chalk mb-1">{{ t('charge.other-lots-heading') }}</h2>
            <ul class="gap-x-6 xl:grid xl:grid-cols-2 xl:items-start">
              <GrowingList v-slot="{ item: row }" :items="rows.idle" :first="40">
                <ChargeRow :row="row" :hand="hand" />
              </GrowingList>
            </ul>
          </section>
        </div>
      </div>
      <OtherWays v-if="!heat.loggedAt && !infeasible" :charge="charge" class="mt-6" />
      <WorthKnowing v-if="!heat.loggedAt" :charge="charge" class="mt-6" />
    </template>
  </section>
</template>

<style scoped>
/* From before the last change: dimmed once it takes longer than a blink. Fields stay as they are. */
.columns :deep(.mass),
.columns :deep(.limit-gates) {
  transition: opacity 80ms;
}
.old :deep(.mass),
.old :deep(.limit-gates) {
  opacity: 0.4;
  transition: opacity 80ms 150ms;
}
/* On a phone the weights come first, and how they are chosen after them. */
@media (width < 40rem) {
  .bench {
    display: flex;
    flex-direction: column;
  }
  .choices {
    order: 2;
    margin-top: 1rem;
  }
  .columns {
    order: 1;
  }
}
</style>

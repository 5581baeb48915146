<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { inSentence, t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { heatStamp } from '#core/heat'
import { DAY } from '#core/day-plan'
import { computed } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import { useStudy } from '~/shared/engines/useStudy'
import { joinFacts, listed } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { useDay } from './useDay'
import DayTimeline from './DayTimeline.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A day at the furnace: which heat when and in which crucible, from one pile and one fire. */
const study = useStudy()
const { grams, money } = useUnits()
const day = useDay(
  (question) => study.ask((engine) => engine.day(question)),
  (ask) => study.ask((engine) => engine.plan(ask)),
)
const { open, ready, left, leave, begins, turnMin, furnace, fuel, answer, planned, margin, fault } = day
const {
  feasible,
  steps,
  totalKJ,
  fuelAmount,
  lotName,
  nameOf,
  headline,
  costs,
  saved,
  table,
  shopping,
  doses,
} = day
const drawn = computed(() =>
  steps.value.map((step) => ({ ...step, label: step.heat ? heatStamp(step.heat.number) : '' })),
)
const joint = computed(() => answer.value?.joint ?? null)
const unready = computed(() => open.value.filter((heat) => !ready.value.includes(heat)))
const print = () => window.print()
const SOURCES = [DAY.source, DAY.wallSource, DAY.keepsSource, DAY.washSource, DAY.leftSource].join('. ')
</script>

<template>
  <section>
    <h1 class="text-sm text-soft">{{ t('day-plan.page-title') }}</h1>
    <template v-if="!ready.length">
      <p class="mb-3 text-xl font-bold">
        {{ open.length ? t('day-plan.heat-needs-target') : t('day-plan.no-open-heat') }}
      </p>
      <p class="mb-3 max-w-2xl text-soft">
        {{ t('day-plan.intro') }}
      </p>
      <div class="flex flex-wrap gap-3">
        <NuxtLink v-for="heat in open" :key="heat.id" :to="`/heat/${heat.number}/target`" class="btn">
          {{ t('day-plan.target-link', { heatNumber: heatStamp(heat.number) }) + ' ' }}
        </NuxtLink>
        <button class="btn btn-next" @click="startHeat()">{{ t('day-plan.start-a-heat') }}</button>
      </div>
    </template>
    <template v-else>
      <p class="text-xl leading-snug font-bold sm:text-2xl" aria-live="polite" data-testid="joint-answer">
        {{ headline }}
      </p>
      <p class="mb-3" data-testid="day-costs">{{ costs }} {{ saved }}</p>
      <p v-if="ready.length === 1" class="mb-3 flex max-w-4xl flex-wrap items-center gap-3">
        <span class="flex-1 basis-80">{{ t('day-plan.one-heat-hint') }}</span>
        <NuxtLink v-for="heat in unready" :key="heat.id" :to="`/heat/${heat.number}/target`" class="btn">{{
          t('day-plan.target-link', { heatNumber: heatStamp(heat.number) })
        }}</NuxtLink>
        <button class="btn" @click="startHeat()">{{ t('day-plan.second-heat-button') }}</button>
      </p>
      <p
        v-if="joint && !margin && feasible"
        class="mb-3 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
      >
        {{ t('day-plan.no-margin-warning') }}
      </p>
      <p v-if="fault" role="alert" class="text-oxide">{{ t('day-plan.plan-failed', { reason: fault }) }}</p>
      <div class="no-print mb-4 flex flex-wrap items-end gap-x-6 gap-y-2">
        <fieldset class="flex flex-wrap gap-x-6 gap-y-1">
          <legend class="label">{{ t('day-plan.heats') }}</legend>
          <label v-for="heat in ready" :key="heat.id" class="flex items-center gap-2">
            <input
              type="checkbox"
              class="size-6 accent-(--ember)"
              :checked="!left.has(heat.id)"
              @change="leave(heat.id)"
            />
            <span>{{ heatStamp(heat.number) }} {{ heat.title || told(heat.alloy?.name) }}</span>
          </label>
        </fieldset>
        <label
          ><span class="label">{{ t('day-plan.start-label') }}</span
          ><input v-model="begins" type="time" class="field w-32" required
        /></label>
        <QuantityField
          v-model="turnMin"
          class="w-40"
          :label="t('day-plan.gap-label')"
          kind="number"
          unit-words="min"
          :max="600"
        />
        <button class="btn" @click="startHeat()">{{ t('day-plan.start-another-heat') }}</button>
      </div>

      <div v-if="steps.length" class="slab mb-4 p-3">
        <h2 class="chalk mb-2">{{ t('day-plan.order-heading') }}</h2>
        <DayTimeline :steps="drawn" />
        <ol data-testid="day-steps">
          <li
            v-for="(step, at) in steps"
            :key="step.id"
            class="grid grid-cols-[1.5rem_minmax(0,1fr)_auto] items-baseline gap-x-3 border-t border-line py-1.5"
          >
            <b>{{ at + 1 }}</b>
            <span class="min-w-0">
              <NuxtLink
                v-if="step.heat"
                :to="`/heat/${step.heat.number}/charge`"
                class="font-bold underline"
                >{{ nameOf(step.id) }}</NuxtLink
              >
              <span class="ml-2 text-soft">{{
                joinFacts(step.heat && grams(step.heat.tapMassG ?? 0), step.potName)
              }}</span>
              <span v-if="step.washed" class="block font-semibold text-amber">{{
                t('day-plan.wash-first-note')
              }}</span>
              <span v-for="one in step.takes" :key="one" class="block text-sm">{{
                t('day-plan.heat-uses', { lots: one })
              }}</span>
            </span>
            <span class="text-right whitespace-nowrap"
              >{{ step.from }} <span class="text-soft">{{ t('day-plan.pour') }}</span> <b>{{ step.pour }}</b
              ><span v-if="step.fuel" class="block text-sm text-soft">{{ step.fuel }}</span></span
            >
          </li>
        </ol>
        <p v-if="furnace && fuel" class="mt-2 border-t-2 border-ink pt-1">
          <I18nT keypath="day-plan.fuel-total" scope="global"
            ><template #amount><b>{{ fuelAmount(totalKJ) }}</b></template
            ><template #fuelName>{{ inSentence(told(fuel.name).split(',')[0]!) }}</template
            ><template #furnaceName>{{ furnace.name }}</template></I18nT
          >
        </p>
        <p v-else class="mt-2 text-soft">
          <I18nT keypath="day-plan.usual-furnace-note" scope="global"
            ><template #gearLink
              ><NuxtLink to="/gear" class="underline">{{ t('day-plan.gear-link') }}</NuxtLink></template
            ></I18nT
          >
        </p>
      </div>

      <div v-if="shopping.length" class="slab mb-4 p-3" data-testid="shopping">
        <h2 class="chalk mb-1">{{ t('day-plan.buy-heading') }}</h2>
        <ul>
          <li v-for="one in shopping" :key="one.name" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ one.name }}</span><b>{{ grams(one.massG) }}</b>
          </li>
        </ul>
        <p class="mt-1 text-sm text-soft">{{ t('day-plan.buy-hint') }}</p>
      </div>
      <p v-else-if="answer && !feasible && answer.day" class="mb-4">
        {{ joint?.status === 'unknown' ? t('day-plan.no-plan-in-time') : t('day-plan.buy-impossible') }}
      </p>

      <div v-if="doses.length" class="slab mb-4 p-3" data-testid="day-doses">
        <h2 class="chalk mb-1">{{ t('day-plan.supplies-heading') }}</h2>
        <ul>
          <li v-for="one in doses" :key="one.name" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ one.name }}</span
            ><b>{{
              one.highG - one.lowG < 0.5
                ? grams(one.highG, 0.1)
                : t('day-plan.mass-span', { lowMass: grams(one.lowG, 1), highMass: grams(one.highG, 1) })
            }}</b>
          </li>
          <li v-if="furnace && fuel" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ told(fuel.name) }}</span><b>{{ fuelAmount(1.25 * totalKJ) }}</b>
          </li>
        </ul>
        <p class="mt-1 text-sm text-soft">
          {{ t('day-plan.supplies-note') }}
        </p>
      </div>

      <div
        v-if="joint && joint.plans.length"
        class="slab relative overflow-x-auto p-3"
        tabindex="0"
        role="region"
        :aria-label="t('day-plan.shares-heading')"
      >
        <p class="mb-1" data-testid="whose-plans">
          {{
            day.asPlanned.value
              ? t('day-plan.plans-shown')
              : day.unplanned.value.length
                ? t('day-plan.plans-missing', { heats: listed(day.unplanned.value) })
                : t('day-plan.proposal-shown')
          }}
        </p>
        <table class="w-full text-left">
          <thead>
            <tr class="text-sm text-soft">
              <th scope="col" class="pr-3">{{ t('day-plan.lot') }}</th>
              <th v-for="heat in planned" :key="heat.id" scope="col" class="pr-3 text-right">
                <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">{{
                  heatStamp(heat.number)
                }}</NuxtLink>
                <span class="block font-normal">{{ told(heat.alloy?.name) }}</span>
                <span v-if="day.asPlanned.value" class="block font-normal">{{
                  t('charge.plan-number', { number: day.planNumber(heat.id) })
                }}</span>
              </th>
              <th scope="col" class="text-right">{{ t('day-plan.shares-column') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in table" :key="row.id" class="border-t border-line">
              <th scope="row" class="py-1 pr-3 text-left">{{ lotName(row.id) }}</th>
              <td
                v-for="(massG, index) in row.masses"
                :key="index"
                class="py-1 pr-3 text-right whitespace-nowrap"
              >
                {{ massG > 0 ? grams(massG, row.stepG) : '–' }}
              </td>
              <td
                class="py-1 text-right whitespace-nowrap"
                :class="row.thereG !== null && row.totalG > row.thereG * 0.999 ? 'font-bold' : 'text-soft'"
              >
                {{ grams(row.totalG) }}{{ row.thereG === null ? '' : ` / ${grams(row.thereG)}` }}
              </td>
            </tr>
            <tr class="border-t-2 border-ink font-bold">
              <th scope="row" class="py-1 text-left">{{ t('day-plan.to-tap') }}</th>
              <td
                v-for="(plan, index) in joint.plans"
                :key="index"
                class="py-1 pr-3 text-right whitespace-nowrap"
              >
                {{ grams(plan.tapMassG)
                }}<span v-if="day.priced(plan.cost)" class="block font-normal">{{ money(plan.cost) }}</span>
              </td>
              <td class="py-1 text-right align-top">{{ day.priced(joint.cost) ? money(joint.cost) : '' }}</td>
            </tr>
          </tbody>
        </table>
        <div class="no-print mt-3 flex flex-wrap gap-2">
          <button v-if="!day.asPlanned.value || planned.length > 1" class="btn btn-next" @click="day.keep()">
            {{ t('day-plan.keep-shares-button') }}
          </button>
          <button class="btn" @click="print">{{ t('day-plan.print-the-day') }}</button>
        </div>
      </div>
      <p class="mt-3"><SourceMark :source="SOURCES" /></p>
    </template>
  </section>
</template>

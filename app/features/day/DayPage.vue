<script setup lang="ts">
import { heatStamp } from '#core/heat'
import { DAY } from '#core/day'
import { computed } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import { useStudy } from '~/shared/engines/useStudy'
import { useUnits } from '~/shared/units/useUnits'
import { useDay } from './useDay'
import DayTimeline from './DayTimeline.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A day at the furnace: which heat when and in which crucible, from one pile and one fire. */
const study = useStudy()
const { grams, money } = useUnits()
const day = useDay((question) => study.ask((engine) => engine.day(question)))
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
const print = () => window.print()
const SOURCES = [DAY.source, DAY.wallSource, DAY.keepsSource, DAY.washSource, DAY.leftSource].join('. ')
</script>

<template>
  <section>
    <h1 class="text-sm text-soft">A day at the furnace</h1>
    <template v-if="ready.length < 2">
      <p class="mb-3 text-xl font-bold">
        {{
          open.length > 1
            ? 'Two open heats need an alloy and a tap mass first.'
            : 'Two open heats are needed.'
        }}
      </p>
      <p class="mb-3 max-w-2xl text-soft">
        With several heats open, this page finds their order and crucibles: the cleanest first, aluminium
        never after copper, the furnace kept warm, one pile divided so that all of it costs least and no lot
        is promised twice.
      </p>
      <div class="flex flex-wrap gap-3">
        <NuxtLink v-for="heat in open" :key="heat.id" :to="`/heat/${heat.number}/target`" class="btn">
          {{ heatStamp(heat.number) }}: its target
        </NuxtLink>
        <button class="btn btn-next" @click="startHeat()">Start a heat</button>
      </div>
    </template>
    <template v-else>
      <p class="text-xl leading-snug font-bold sm:text-2xl" aria-live="polite" data-testid="joint-answer">
        {{ headline }}
      </p>
      <p class="mb-3" data-testid="day-costs">{{ costs }} {{ saved }}</p>
      <p
        v-if="joint && !margin && feasible"
        class="mb-3 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
      >
        With the margins asked for they do not fit together; this plan keeps the limits with no safety margin.
      </p>
      <p v-if="fault" role="alert" class="text-oxide">It could not be worked out: {{ fault }}</p>
      <div class="no-print mb-4 flex flex-wrap items-end gap-x-6 gap-y-2">
        <fieldset class="flex flex-wrap gap-x-6 gap-y-1">
          <legend class="label">Heats</legend>
          <label v-for="heat in ready" :key="heat.id" class="flex items-center gap-2">
            <input
              type="checkbox"
              class="size-5 accent-(--ember)"
              :checked="!left.has(heat.id)"
              @change="leave(heat.id)"
            />
            <span>{{ heatStamp(heat.number) }} {{ heat.title || heat.alloy?.name }}</span>
          </label>
        </fieldset>
        <label
          ><span class="label">Lit at</span><input v-model="begins" type="time" class="field w-32" required
        /></label>
        <QuantityField
          v-model="turnMin"
          class="w-40"
          label="From pour to next"
          kind="number"
          unit-words="min"
          :max="600"
        />
      </div>

      <div v-if="steps.length" class="slab mb-4 p-3">
        <h2 class="chalk mb-2">In this order</h2>
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
              <span class="ml-2 text-soft"
                >{{ step.heat ? grams(step.heat.tapMassG ?? 0) : ''
                }}{{ step.potName ? `, in ${step.potName}` : '' }}</span
              >
              <span v-if="step.washed" class="block font-semibold text-amber"
                >A wash heat first: what the wall keeps would spoil it.</span
              >
              <span v-for="one in step.takes" :key="one" class="block text-sm">Takes {{ one }}.</span>
            </span>
            <span class="text-right whitespace-nowrap"
              >{{ step.from }} <span class="text-soft">pour</span> <b>{{ step.pour }}</b><span
                v-if="step.fuel"
                class="block text-sm text-soft"
                >{{ step.fuel }}</span
              ></span
            >
          </li>
        </ol>
        <p v-if="furnace && fuel" class="mt-2 border-t-2 border-ink pt-1">
          <b>{{ fuelAmount(totalKJ) }}</b> of {{ fuel.name.split(',')[0]!.toLowerCase() }} in {{ furnace.name
          }}<span class="text-soft"
            >, by what it was seen to take; a quarter more or less from day to day.</span
          >
        </p>
        <p v-else class="mt-2 text-soft">
          Write the furnace down under <NuxtLink to="/gear" class="underline">Gear</NuxtLink>, and the times
          and the fuel are its own; these are those of a usual one.
        </p>
      </div>

      <div v-if="shopping.length" class="slab mb-4 p-3" data-testid="shopping">
        <h2 class="chalk mb-1">To buy first</h2>
        <ul>
          <li v-for="one in shopping" :key="one.name" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ one.name }}</span><b>{{ grams(one.massG) }}</b>
          </li>
        </ul>
        <p class="mt-1 text-sm text-soft">The least that makes every one of them possible from this pile.</p>
      </div>
      <p v-else-if="answer && !feasible && answer.day" class="mb-4">
        Nothing that can be bought makes all of them possible: one of them cannot be made as it is asked for;
        its Charge stage says why.
      </p>

      <div v-if="doses.length" class="slab mb-4 p-3" data-testid="day-doses">
        <h2 class="chalk mb-1">To have ready</h2>
        <ul>
          <li v-for="one in doses" :key="one.name" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ one.name }}</span><b>{{
              one.highG - one.lowG < 0.5
                ? grams(one.highG, 0.1)
                : `${grams(one.lowG, 1)} to ${grams(one.highG, 1)}`
            }}</b>
          </li>
          <li v-if="furnace && fuel" class="flex gap-4 border-t border-line py-1">
            <span class="flex-1">{{ fuel.name }}</span><b>{{ fuelAmount(1.25 * totalKJ) }}</b>
          </li>
        </ul>
        <p class="mt-1 text-sm text-soft">
          By the practices chosen for each heat; fuel with a quarter more than is forecast.
        </p>
      </div>

      <div
        v-if="joint && joint.plans.length"
        class="slab relative overflow-x-auto p-3"
        tabindex="0"
        role="region"
        aria-label="The pile divided"
      >
        <table class="w-full text-left">
          <thead>
            <tr class="text-sm text-soft">
              <th scope="col" class="pr-3">Lot</th>
              <th v-for="heat in planned" :key="heat.id" scope="col" class="pr-3 text-right">
                <NuxtLink :to="`/heat/${heat.number}/charge`" class="underline">{{
                  heatStamp(heat.number)
                }}</NuxtLink>
                <span class="block font-normal">{{ heat.alloy?.name }}</span>
              </th>
              <th scope="col" class="text-right">Of what is there</th>
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
                {{ massG > 0 ? grams(massG, 0.1) : '–' }}
              </td>
              <td
                class="py-1 text-right whitespace-nowrap"
                :class="row.thereG !== null && row.totalG > row.thereG * 0.999 ? 'font-bold' : 'text-soft'"
              >
                {{ grams(row.totalG) }}{{ row.thereG === null ? '' : ` / ${grams(row.thereG)}` }}
              </td>
            </tr>
            <tr class="border-t-2 border-ink font-bold">
              <th scope="row" class="py-1 text-left">To tap</th>
              <td
                v-for="(plan, index) in joint.plans"
                :key="index"
                class="py-1 pr-3 text-right whitespace-nowrap"
              >
                {{ grams(plan.tapMassG) }}<span class="block font-normal">{{ money(plan.cost) }}</span>
              </td>
              <td class="py-1 text-right align-top">{{ money(joint.cost) }}</td>
            </tr>
          </tbody>
        </table>
        <div class="no-print mt-3 flex flex-wrap gap-2">
          <button class="btn btn-next" @click="day.keep()">Keep each heat to its share</button>
          <button class="btn" @click="print">Print the day</button>
        </div>
      </div>
      <p class="mt-3 text-xs text-soft">{{ SOURCES }}.</p>
    </template>
  </section>
</template>

<script setup lang="ts">
import { heatStamp } from '#core/heat'
import { startHeat } from '~/shared/heat/useHeat'
import { useStudy } from '~/shared/engines/useStudy'
import { useUnits } from '~/shared/units/useUnits'
import { useTogether } from './useTogether'

/** Two or more heats from one pile, planned together so that no lot is promised twice. */
const study = useStudy()
const { grams, money } = useUnits()
const { open, ready, left, leave, joint, planned, margin, fault, lotName, table, headline, keep } =
  useTogether((problems) => study.ask((engine) => engine.together(problems)))
</script>

<template>
  <section>
    <h1 class="text-sm text-soft">Heats planned together</h1>
    <template v-if="ready.length < 2">
      <p class="mb-3 text-xl font-bold">
        {{
          open.length > 1
            ? 'Two open heats need an alloy and a tap mass first.'
            : 'Two open heats are needed.'
        }}
      </p>
      <p class="mb-3 max-w-2xl text-soft">
        With several heats open, this page divides one pile between them so that all of them together cost
        least and no lot is promised twice.
      </p>
      <div class="flex flex-wrap gap-3">
        <NuxtLink v-for="heat in open" :key="heat.id" :to="`/heat/${heat.number}/target`" class="btn">
          {{ heatStamp(heat.number) }}: its target
        </NuxtLink>
        <button class="btn btn-next" @click="startHeat()">Start a heat</button>
      </div>
    </template>
    <template v-else>
      <p
        class="mb-2 text-xl leading-snug font-bold sm:text-2xl"
        aria-live="polite"
        data-testid="joint-answer"
      >
        {{ headline }}
      </p>
      <p
        v-if="joint && !margin && joint.status !== 'infeasible'"
        class="mb-3 max-w-4xl border-l-8 border-amber bg-amber-wash px-3 py-2"
      >
        With the margins asked for they do not fit together; this plan keeps the limits by the book figures.
      </p>
      <p v-if="fault" role="alert" class="text-oxide">It could not be worked out: {{ fault }}</p>
      <fieldset class="mb-4 flex flex-wrap gap-x-6 gap-y-1">
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
                :class="row.totalG > row.thereG * 0.999 ? 'font-bold' : 'text-soft'"
              >
                {{ grams(row.totalG) }} / {{ grams(row.thereG) }}
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
        <button class="btn btn-next mt-3" @click="keep">Keep each heat to its share</button>
      </div>
    </template>
  </section>
</template>

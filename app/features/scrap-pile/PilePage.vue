<script setup lang="ts">
import { t, told } from '~/words'
import { GROUPS } from '#core/alloys'
import { computed, onMounted, ref } from 'vue'
import { startHeat } from '~/shared/heat/useHeat'
import QuantityField from '~/shared/fields/QuantityField.vue'
import FirstPile from './FirstPile.vue'
import { useYard } from '~/storage/yard-store'
import { usePile, type PileRow } from './usePile'
import { bestFirst, usePileAnswer } from './usePileAnswer'

/** What can this pile become? Every target of the library and every own one, tried on the present stock. */
const pile = usePile()
const { done, total, busy, stopped, fault, stop } = pile
const {
  wantedG,
  group,
  money,
  ready,
  partial,
  certain,
  isSmall,
  near,
  far,
  again,
  headline,
  heldWords,
  most,
  bought,
  share,
  tapG,
} = usePileAnswer(pile)
const sections = computed(() =>
  [
    { rows: bestFirst(ready.value), heading: t('scrap-pile.from-stock-heading') },
    { rows: bestFirst(partial.value), heading: t('scrap-pile.part-heading') },
  ].filter(({ rows }) => rows.length > 0),
)
const purchases = computed(() =>
  [
    { rows: near.value.filter(isSmall), heading: t('scrap-pile.purchase-heading'), small: true },
    { rows: near.value.filter((row) => !isSmall(row)), heading: t('scrap-pile.much-heading'), small: false },
  ].filter(({ rows }) => rows.length > 0),
)
/** An empty yard begins by pointing; so does one who has more to add. */
const pointing = ref(!useYard().lots.length)
onMounted(() => pointing.value || again())
const begin = (row: PileRow) => startHeat({ alloy: row.alloy, tapMassG: tapG(row) })
</script>

<template>
  <FirstPile v-if="pointing" />
  <section v-else>
    <h1 class="text-sm text-soft">{{ t('scrap-pile.pile-title') }}</h1>
    <p class="mb-3 text-xl leading-snug font-bold sm:text-2xl" aria-live="polite" data-testid="pile-answer">
      {{ headline }}
    </p>
    <div class="mb-4 flex flex-wrap items-end gap-4">
      <QuantityField
        class="w-44"
        :model-value="wantedG"
        :label="t('scrap-pile.least-mass-label')"
        kind="mass"
        positive
        @update:model-value="wantedG = $event"
        @enter="again"
        @sealed="again"
      />
      <label
        ><span class="label">{{ t('scrap-pile.group') }}</span>
        <select v-model="group" class="field">
          <option value="all">{{ t('scrap-pile.all-groups') }}</option>
          <option v-for="name in GROUPS" :key="name" :value="name">{{ name }}</option>
        </select></label
      >
      <button class="btn" @click="pointing = true">{{ t('scrap-pile.add-metal') }}</button>
      <div v-if="busy" class="flex items-center gap-3">
        <progress
          :value="done"
          :max="total || 1"
          class="bar w-40"
          :aria-label="t('scrap-pile.alloys-tried')"
        />
        <span class="text-sm">{{ t('scrap-pile.progress-count', { done, total }) }}</span>
        <button class="btn" @click="stop">{{ t('scrap-pile.stop') }}</button>
      </div>
      <p v-else-if="stopped" class="text-soft">
        {{ t('scrap-pile.stopped-at', { done, total }) }}
        <button class="btn" @click="again">{{ t('scrap-pile.restart-button') }}</button>
      </p>
    </div>
    <p v-if="fault" role="alert" class="text-oxide">{{ t('scrap-pile.answer-failed', { reason: fault }) }}</p>
    <template v-if="!fault">
      <template v-for="section in sections" :key="section.heading">
        <h2 class="chalk mb-1">{{ section.heading }}</h2>
        <ul class="mb-6 grid gap-x-6 lg:grid-cols-2">
          <li
            v-for="row in section.rows"
            :key="row.id"
            class="grid items-center gap-x-4 gap-y-1 border-t border-line py-2 sm:grid-cols-[minmax(0,1fr)_6rem_auto]"
          >
            <div class="min-w-0">
              <p class="font-bold">
                {{ told(row.alloy.name) }}
                <span class="font-normal text-soft">{{ row.alloy.designation }}</span>
              </p>
              <p class="text-sm text-soft">{{ heldWords(row) }}</p>
              <p v-if="money(row).words" class="text-sm text-soft">{{ money(row).words }}</p>
              <div class="mt-1 h-2 bg-well" aria-hidden="true">
                <div class="h-full bg-ember" :style="{ width: share(row) }" />
              </div>
            </div>
            <p class="text-right text-lg whitespace-nowrap max-sm:text-left">
              <b>{{ most(row) }}</b>
              <span class="block text-sm text-soft">{{
                t('scrap-pile.certain', { certainty: certain(row) })
              }}</span>
            </p>
            <button
              class="btn"
              :aria-label="t('scrap-pile.start-label', { alloyName: told(row.alloy.name) })"
              @click="begin(row)"
            >
              {{ t('scrap-pile.start-a-heat') }}
            </button>
          </li>
        </ul>
      </template>
      <component :is="one.small ? 'div' : 'details'" v-for="one in purchases" :key="one.heading" class="mb-6">
        <component :is="one.small ? 'h2' : 'summary'" :class="one.small ? 'chalk mb-1' : 'font-semibold'">{{
          one.heading
        }}</component>
        <ul>
          <li
            v-for="row in one.rows"
            :key="row.id"
            class="grid items-center gap-x-4 border-t border-line py-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,1fr)_auto]"
          >
            <p class="font-bold">
              {{ told(row.alloy.name) }}
              <span class="font-normal text-soft">{{ row.alloy.designation }}</span>
            </p>
            <p>
              {{ bought(row) }}
              <span v-if="row.mostG > 0" class="text-soft">{{
                t('scrap-pile.mass-without-purchase', { mass: most(row) })
              }}</span>
            </p>
            <button class="btn btn-quiet underline" @click="begin(row)">
              {{ t('scrap-pile.plan-it') }}<span class="sr-only">: {{ told(row.alloy.name) }}</span>
            </button>
          </li>
        </ul>
      </component>
      <details v-if="far.length" class="mb-6">
        <summary class="font-semibold">
          {{ t('scrap-pile.out-of-reach', { far: far.length }) }}
        </summary>
        <p class="mt-1 text-soft">{{ far.map(({ alloy }) => told(alloy.name)).join(', ') }}</p>
      </details>
      <p class="max-w-3xl text-sm text-soft">
        {{ t('scrap-pile.pile-note') }}
      </p>
    </template>
  </section>
</template>

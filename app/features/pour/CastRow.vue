<script setup lang="ts">
import { joinFacts } from '~/shared/units/figures'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { castFault, castSteps, CAST_VERDICTS, heatStamp, type Cast } from '#core/heat'
import { computed } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { CAST_FAULT_WORDS, CAST_SYMPTOMS, CAST_VERDICT_WORDS } from './cast-words'
import type { Castings } from './useCastings'
import PhotoRow from '~/shared/fields/PhotoRow.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A casting, weighed from the mould to the last polish, and what became of it. */
const props = defineProps<{ cast: Cast; hand: Castings; heatNumber: number }>()
const yard = useYard()
const { grams, money } = useUnits()
const { logged } = props.hand
const steps = computed(() => castSteps(props.cast))
const fault = computed(() => castFault(props.cast))
const name = computed(() => props.cast.name || t('pour.unnamed-casting'))
const cost = computed(() => props.hand.costs.value.find(({ cast }) => cast.id === props.cast.id) ?? null)
const remelted = computed(() => props.hand.remeltedIn(props.cast.id))
const back = computed(() => logged.value && props.hand.isBack(props.cast))
const change = (what: Partial<Cast>, key: string) => props.hand.change(props.cast, what, key)
/** What each step took, in words. */
const taken = computed(() => {
  const { cutOffG, groundOffG } = steps.value
  return [
    cutOffG !== null && cutOffG > 0 ? t('pour.gates-cut-off', { mass: grams(cutOffG, 0.1) }) : '',
    groundOffG !== null && groundOffG > 0 ? t('pour.ground-off', { mass: grams(groundOffG, 0.1) }) : '',
    props.cast.count > 1 && steps.value.nowG
      ? t('pour.mass-each', { mass: grams(steps.value.nowG / props.cast.count, 0.1) })
      : '',
  ].filter(Boolean)
})
const WEIGHTS = [
  { key: 'grossG', label: t('pour.as-cast'), hint: t('pour.as-cast-hint') },
  { key: 'fettledG', label: t('pour.fettled'), hint: t('pour.fettled-hint') },
  { key: 'finishedG', label: t('pour.finished'), hint: t('pour.finished-hint') },
] as const
</script>

<template>
  <li class="border-t-2 border-line py-3" :data-cast="cast.name">
    <div class="grid grid-cols-[minmax(0,1fr)_5.5rem] gap-2 sm:grid-cols-[minmax(0,1fr)_5.5rem_auto]">
      <label
        ><span class="label">{{ t('pour.casting') }}</span>
        <input
          class="field"
          maxlength="120"
          :placeholder="t('pour.name-placeholder')"
          :value="cast.name"
          :disabled="logged"
          @input="change({ name: ($event.target as HTMLInputElement).value }, 'name')"
          @blur="yard.seal()"
        />
      </label>
      <QuantityField
        :model-value="cast.count"
        :label="t('pour.how-many')"
        kind="number"
        positive
        :min="1"
        :max="10000"
        :disabled="logged"
        @update:model-value="change({ count: Math.max(1, Math.round($event ?? 1)) }, 'count')"
        @sealed="yard.seal()"
      />
      <button
        v-if="!logged"
        type="button"
        class="btn btn-quiet self-end underline"
        @click="hand.remove(cast)"
      >
        {{ t('pour.remove') }}<span class="sr-only"> {{ name }}</span>
      </button>
    </div>
    <div class="mt-2 grid grid-cols-3 items-start gap-2">
      <QuantityField
        v-for="weight in WEIGHTS"
        :key="weight.key"
        :model-value="cast[weight.key]"
        :label="weight.label"
        :hint="weight.hint"
        kind="mass"
        nullable
        :disabled="logged && weight.key !== 'finishedG'"
        @update:model-value="change({ [weight.key]: $event }, weight.key)"
        @sealed="yard.seal()"
      />
    </div>
    <p v-if="fault" role="alert" class="mt-1 font-semibold text-oxide">{{ CAST_FAULT_WORDS[fault] }}</p>
    <p v-else-if="taken.length" class="mt-1 text-sm" data-testid="cast-steps">{{ taken.join('; ') }}.</p>
    <div class="mt-2 grid gap-2 sm:grid-cols-2">
      <label
        ><span class="label">{{ t('pour.verdict-label') }}</span>
        <select
          class="field"
          :value="cast.verdict"
          :disabled="back"
          @change="
            change({ verdict: ($event.target as HTMLSelectElement).value as Cast['verdict'] }, 'verdict')
          "
        >
          <option v-for="one in CAST_VERDICTS" :key="one" :value="one">
            {{ CAST_VERDICT_WORDS[one] }}
          </option>
        </select></label
      >
      <label v-if="cast.verdict === 'blemished' || cast.verdict === 'spoiled'"
        ><span class="label">{{ t('pour.fault-label') }}</span>
        <select
          class="field"
          :value="cast.fault"
          @change="change({ fault: ($event.target as HTMLSelectElement).value }, 'fault')"
        >
          <option value="">{{ t('pour.not-given') }}</option>
          <option v-for="one in CAST_SYMPTOMS" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
        </select></label
      >
    </div>
    <p v-if="cast.fault" class="mt-1 text-sm">
      <NuxtLink :to="`/heat/${heatNumber}/trouble`" class="underline">{{ t('pour.causes-link') }}</NuxtLink>
    </p>
    <details class="mt-2">
      <summary class="text-sm font-semibold">
        {{
          !cost
            ? t('pour.details')
            : cast.count > 1
              ? t('pour.details-cost-each', {
                  cost: money(cost.total),
                  costEach: money(cost.total / cast.count),
                })
              : t('pour.details-cost', { cost: money(cost.total) })
        }}
      </summary>
      <div class="mt-2 grid gap-3 sm:grid-cols-2">
        <QuantityField
          :model-value="cast.workMin"
          :label="t('pour.work-label')"
          kind="number"
          unit-words="min"
          nullable
          @update:model-value="change({ workMin: $event }, 'work')"
          @sealed="yard.seal()"
        />
        <label
          ><span class="label">{{ t('pour.note') }}</span>
          <input
            class="field"
            maxlength="500"
            :value="cast.note"
            :placeholder="t('pour.note-placeholder')"
            @input="change({ note: ($event.target as HTMLInputElement).value }, 'note')"
            @blur="yard.seal()"
          />
        </label>
        <PhotoRow
          class="sm:col-span-2"
          :photos="cast.photos"
          :name="cast.name"
          @update:photos="change({ photos: $event }, 'photos')"
        />
      </div>
      <p v-if="cost" class="mt-2 text-sm" data-testid="cast-cost">
        {{
          joinFacts(
            t('pour.cost-metal', { cost: money(cost.metal) }),
            cost.fuel !== null && t('pour.cost-fuel', { cost: money(cost.fuel) }),
            cost.consumables > 0 && t('pour.cost-consumables', { cost: money(cost.consumables) }),
            cost.work > 0 && t('pour.cost-work', { cost: money(cost.work) }),
          )
        }}. <template v-if="cost.fuel === null">{{ t('pour.no-fuel-cost') }}</template>
      </p>
    </details>
    <p v-for="one in remelted" :key="one.id" class="mt-2 border-l-8 border-amber bg-amber-wash px-3 py-1">
      <I18nT keypath="pour.casting-remelted" scope="global"
        ><template #heatLink
          ><NuxtLink
            :to="`/heat/${one.number}/${one.loggedAt ? 'story' : 'charge'}`"
            class="font-bold underline"
            >{{ heatStamp(one.number) }}</NuxtLink
          ></template
        ></I18nT
      >
    </p>
    <div v-if="logged && steps.nowG" class="mt-2 flex flex-wrap gap-2">
      <button v-if="!back" type="button" class="btn" @click="hand.putBack(cast)">
        {{ t('pour.return-casting-button') }}<span class="sr-only">: {{ name }}</span>
      </button>
      <button v-if="!remelted.length" type="button" class="btn" @click="hand.meltAgain(cast)">
        {{ t('pour.melt-it-again') }}<span class="sr-only">: {{ name }}</span>
      </button>
    </div>
  </li>
</template>

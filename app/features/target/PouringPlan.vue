<script setup lang="ts">
import { freezingTime, POURING_SOURCES, sectionModulus, type GateAt } from '#core/casting'
import { computed, toRef } from 'vue'
import { USUAL_HEAD_MM, usePouring, type MouldTold } from './usePouring'
import { useUnits } from '~/shared/units/useUnits'
import { listed } from '~/shared/units/figures'
import MouldDrawing from './MouldDrawing.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** How one mould is filled: drawn, with the sizes of the way in, and how fast at least. */
const props = defineProps<{
  told: MouldTold
  /** what is measured from the parts and need not be typed */
  known: { mass: boolean }
  locked: boolean
  lineMm?: number | null
}>()
const emit = defineEmits<{ set: [change: Partial<MouldTold>]; sealed: [] }>()
const { grams, mm } = useUnits()
const { missing, plan, riser, chillMm, law } = usePouring(toRef(props, 'told'))
const GATES: readonly { id: GateAt; words: string }[] = [
  { id: 'bottom', words: 'from below' },
  { id: 'parting', words: 'half-way up' },
  { id: 'top', words: 'from the top' },
]
const advised = computed(() => {
  const now = plan.value
  if (!now) return ''
  if (now.fallMm > now.mostFallMm)
    return `Let in there it falls ${mm(now.fallMm)} inside the mould; this metal bears ${mm(now.mostFallMm)}. ${now.system.why}`
  return now.system.why
})
/** A rectangle a quarter wider than high. */
const WIDE = 1.25
const bar = (areaMm2: number) => {
  const high = Math.sqrt(areaMm2 / WIDE)
  return `${mm(WIDE * high)} wide, ${mm(high)} high`
}
/** Gates are thin, so that they break off: half the wall they lead into. */
const gates = computed(() => {
  const now = plan.value
  if (!now || !props.told.wallMm) return ''
  const thick = Math.max(2, props.told.wallMm / 2)
  return `${mm(now.gateMm2 / thick)} wide in all, ${mm(thick)} thick`
})
const seconds = (value: number) => (value < 10 ? value.toFixed(1) : value.toFixed(0))
const thinLife = computed(() => {
  const thin = Math.min(props.told.thinMm ?? Infinity, props.told.wallMm ?? Infinity)
  return law.value && Number.isFinite(thin) ? freezingTime(law.value, sectionModulus(thin)) : null
})
</script>

<template>
  <section aria-label="Filling the mould">
    <h2 class="chalk mb-2">Filling the mould</h2>
    <p v-if="plan" class="mb-2 text-xl leading-snug font-bold" data-testid="pour-plan">
      In one go, within {{ seconds(plan.seconds) }} seconds: {{ grams(plan.leastGs, 1) }} a second at least.
    </p>
    <p v-else class="mb-2 text-lg" data-testid="pour-plan">
      Tell {{ listed(missing) }}, and this draws how to let the metal in.
    </p>
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <QuantityField
        v-if="!known.mass"
        :model-value="told.castingG"
        label="Casting weighs"
        kind="mass"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { castingG: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="told.wallMm"
        label="Wall, most of it"
        kind="length"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { wallMm: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="told.castingMm"
        label="Height in the mould"
        kind="length"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { castingMm: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="told.headMm"
        label="Head over it"
        kind="length"
        nullable
        positive
        :disabled="locked"
        :hint="told.headMm ? '' : `Else ${mm(USUAL_HEAD_MM)}: sprue top over casting top`"
        @update:model-value="emit('set', { headMm: $event })"
        @sealed="emit('sealed')"
      />
      <label class="col-span-2"
        ><span class="label">Let in</span>
        <select
          class="field"
          :value="told.gate ?? ''"
          :disabled="locked"
          @change="
            emit('set', { gate: (($event.target as HTMLSelectElement).value || null) as GateAt | null })
          "
        >
          <option value="">
            as it should be{{
              plan && !told.gate ? `: ${GATES.find(({ id }) => id === plan!.gate)?.words}` : ''
            }}
          </option>
          <option v-for="one in GATES" :key="one.id" :value="one.id">{{ one.words }}</option>
        </select></label
      >
    </div>
    <template v-if="plan && told.castingMm">
      <MouldDrawing
        class="mt-3 max-w-2xl"
        :plan="plan"
        :casting-mm="told.castingMm"
        :head-mm="told.headMm || USUAL_HEAD_MM"
        :riser="riser"
        :chill-mm="chillMm"
        :line-mm="lineMm ?? null"
        :sand="told.mould === 'sand' || told.mould === 'dry-sand'"
      />
      <dl class="facts mt-2">
        <dt>Let in</dt>
        <dd>
          <b>{{ GATES.find(({ id }) => id === plan!.gate)?.words }}</b><span
            :class="plan.fallMm > plan.mostFallMm ? 'font-semibold text-oxide' : 'text-soft'"
            >. {{ advised }}</span
          >
        </dd>
        <dt>Sprue</dt>
        <dd>
          <b>{{ mm(plan.chokeMm) }}</b> across at its foot, the choke; {{ mm(plan.sprueTopMm) }} at the top,
          {{ mm(plan.sprueMm) }} high
        </dd>
        <dt>Runner</dt>
        <dd>{{ bar(plan.runnerMm2) }}</dd>
        <dt>Gates</dt>
        <dd>
          {{ gates }}<span class="text-soft">: {{ plan.gateMs.toFixed(2) }} m/s through them</span>
        </dd>
        <dt>Vents</dt>
        <dd>{{ plan.vents }} of {{ mm(plan.ventMm) }}, at the highest places and the far ends</dd>
        <template v-if="riser">
          <dt>Riser</dt>
          <dd>
            {{ mm(riser.diameterMm) }} across, {{ mm(riser.heightMm) }} high; its neck no longer than
            {{ mm(riser.neck.longestMm) }}, {{ mm(riser.neck.acrossMm) }} across
          </dd>
        </template>
        <template v-if="chillMm">
          <dt>Chill</dt>
          <dd>
            {{ mm(chillMm) }} of iron or copper against the thick place, where no riser reaches; clean, dry
            and warm
          </dd>
        </template>
      </dl>
      <p class="mt-2 text-sm">
        {{
          plan.ruledBy === 'thin wall'
            ? `The thinnest wall is half frozen after ${seconds((thinLife ?? 0) / 2)} s: that rules.`
            : 'By its weight and wall.'
        }}
        Keep the basin full from the first moment to the last; a stream that breaks leaves a line.
      </p>
      <p class="mt-1 text-xs text-soft">{{ POURING_SOURCES.join('. ') }}.</p>
    </template>
  </section>
</template>

<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { freezingTime, POURING_SOURCES, sectionModulus, type GateAt } from '#core/casting'
import { computed, toRef } from 'vue'
import { USUAL_HEAD_MM, usePouring, type MouldTold } from './usePouring'
import { useUnits } from '~/shared/units/useUnits'
import { joinFacts, listed } from '~/shared/units/figures'
import MouldDrawing from './MouldDrawing.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** How one mould is filled: drawn, with the sizes of the way in, and how fast at least. */
const props = defineProps<{
  given: MouldTold
  /** what is measured from the parts and need not be typed */
  known: { mass: boolean }
  locked: boolean
  lineMm?: number | null
}>()
const emit = defineEmits<{ set: [change: Partial<MouldTold>]; sealed: [] }>()
const { grams, mm } = useUnits()
const { missing, plan, riser, chillMm, law } = usePouring(toRef(props, 'given'))
const GATES: readonly { id: GateAt; words: string }[] = [
  { id: 'bottom', words: t('target.gate-bottom') },
  { id: 'parting', words: t('target.gate-middle') },
  { id: 'top', words: t('target.gate-top') },
]
const advised = computed(() => {
  const now = plan.value
  if (!now) return ''
  if (now.fallMm > now.mostFallMm)
    return t('target.gate-fall-warning', {
      fall: mm(now.fallMm),
      limit: mm(now.mostFallMm),
      why: told(now.system.why),
    })
  return told(now.system.why)
})
/** A rectangle a quarter wider than high. */
const WIDE = 1.25
const bar = (areaMm2: number) => {
  const high = Math.sqrt(areaMm2 / WIDE)
  return t('target.runner-size', { width: mm(WIDE * high), height: mm(high) })
}
/** Gates are thin, so that they break off: half the wall they lead into. */
const gates = computed(() => {
  const now = plan.value
  if (!now || !props.given.wallMm) return ''
  const thick = Math.max(2, props.given.wallMm / 2)
  return t('target.gates-size', { width: mm(now.gateMm2 / thick), thickness: mm(thick) })
})
const seconds = (value: number) => (value < 10 ? fixed(value, 1) : fixed(value, 0))
const thinLife = computed(() => {
  const thin = Math.min(props.given.thinMm ?? Infinity, props.given.wallMm ?? Infinity)
  return law.value && Number.isFinite(thin) ? freezingTime(law.value, sectionModulus(thin)) : null
})
</script>

<template>
  <section :aria-label="t('target.gating-heading')">
    <h2 class="chalk mb-2">{{ t('target.gating-heading') }}</h2>
    <p v-if="plan" class="mb-2 text-xl leading-snug font-bold" data-testid="pour-plan">
      {{
        t('target.fill-time', {
          seconds: seconds(plan.seconds),
          flow: grams(plan.leastGs, 1),
        })
      }}
    </p>
    <p v-else class="mb-2 text-lg" data-testid="pour-plan">
      {{ t('target.gating-needs', { missing: listed(missing) }) }}
    </p>
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
      <QuantityField
        v-if="!known.mass"
        :model-value="given.castingG"
        :label="t('target.casting-mass-label')"
        kind="mass"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { castingG: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="given.wallMm"
        :label="t('target.wall-label')"
        kind="length"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { wallMm: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="given.castingMm"
        :label="t('target.height-label')"
        kind="length"
        nullable
        positive
        :disabled="locked"
        @update:model-value="emit('set', { castingMm: $event })"
        @sealed="emit('sealed')"
      />
      <QuantityField
        :model-value="given.headMm"
        :label="t('target.head-over-label')"
        kind="length"
        nullable
        positive
        :disabled="locked"
        :hint="given.headMm ? '' : t('target.head-default-hint', { height: mm(USUAL_HEAD_MM) })"
        @update:model-value="emit('set', { headMm: $event })"
        @sealed="emit('sealed')"
      />
      <label class="col-span-2"
        ><span class="label">{{ t('target.gate-label') }}</span>
        <select
          class="field"
          :value="given.gate ?? ''"
          :disabled="locked"
          @change="
            emit('set', { gate: (($event.target as HTMLSelectElement).value || null) as GateAt | null })
          "
        >
          <option value="">
            {{
              plan && !given.gate
                ? t('target.gate-recommended-at', {
                    position: GATES.find(({ id }) => id === plan!.gate)?.words,
                  })
                : t('target.gate-recommended')
            }}
          </option>
          <option v-for="one in GATES" :key="one.id" :value="one.id">{{ one.words }}</option>
        </select></label
      >
    </div>
    <template v-if="plan && given.castingMm">
      <MouldDrawing
        class="mt-3 max-w-2xl"
        :plan="plan"
        :casting-mm="given.castingMm"
        :head-mm="given.headMm || USUAL_HEAD_MM"
        :riser="riser"
        :chill-mm="chillMm"
        :line-mm="lineMm ?? null"
        :sand="given.mould === 'sand' || given.mould === 'dry-sand'"
      />
      <dl class="facts mt-2">
        <dt>{{ t('target.gate-label') }}</dt>
        <dd>
          <b>{{ GATES.find(({ id }) => id === plan!.gate)?.words }}</b
          ><span :class="plan.fallMm > plan.mostFallMm ? 'font-semibold text-oxide' : 'text-soft'"
            >. {{ advised }}</span
          >
        </dd>
        <dt>{{ t('target.sprue') }}</dt>
        <dd>
          <I18nT keypath="target.sprue-size" scope="global"
            ><template #chokeWidth><b>{{ mm(plan.chokeMm) }}</b></template
            ><template #topWidth>{{ mm(plan.sprueTopMm) }}</template
            ><template #height>{{ mm(plan.sprueMm) }}</template></I18nT
          >
        </dd>
        <dt>{{ t('target.runner') }}</dt>
        <dd>{{ bar(plan.runnerMm2) }}</dd>
        <dt>{{ t('target.gates') }}</dt>
        <dd>
          {{ joinFacts(gates, t('target.gate-speed', { speed: fixed(plan.gateMs, 2) })) }}
        </dd>
        <dt>{{ t('target.vents') }}</dt>
        <dd>
          {{ t('target.vents-size', { count: plan.vents, diameter: mm(plan.ventMm) }) }}
        </dd>
        <template v-if="riser">
          <dt><TermText :text="t('target.riser')" /></dt>
          <dd>
            {{
              t('target.riser-size', {
                diameter: mm(riser.diameterMm),
                height: mm(riser.heightMm),
                neckLength: mm(riser.neck.longestMm),
                neckWidth: mm(riser.neck.acrossMm),
              })
            }}
          </dd>
        </template>
        <template v-if="chillMm">
          <dt>{{ t('target.chill-term') }}</dt>
          <dd>
            {{ t('target.chill-size', { thickness: mm(chillMm) }) }}
          </dd>
        </template>
      </dl>
      <p class="mt-2 text-sm">
        {{
          t('target.fill-time-basis', {
            basis:
              plan.ruledBy === 'thin wall'
                ? t('target.fill-time-by-wall', { thinLife: seconds((thinLife ?? 0) / 2) })
                : t('target.fill-time-by-mass'),
          })
        }}
      </p>
      <p class="mt-1"><SourceMark :source="POURING_SOURCES.join('. ')" /></p>
    </template>
  </section>
</template>

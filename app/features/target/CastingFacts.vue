<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import TermText from '~/shared/words/TermText.vue'
import { fixed } from '~/shared/units/decimal-mark'
import { inSentence, t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import type { Working } from '~/shared/words/workings-words'
import { byId } from '#core/lists'
import {
  MOULD_SOURCE,
  MOULDS,
  RISER_SOURCE,
  riserFreezesFirst,
  SECTION_SOURCE,
  USUAL_GATING,
  type MouldId,
} from '#core/casting'
import { computed, ref } from 'vue'
import { solidDensity } from '#core/alloys'
import { wallsWant } from '#core/families'
import { heatWalls } from '#core/heat'
import { useCastingFacts } from './useCastingFacts'
import type { useMetalNeed } from './useMetalNeed'
import { useUnits } from '~/shared/units/useUnits'
import { sectionWords } from './casting-words'
import { listed } from '~/shared/units/figures'
import QuantityField from '~/shared/fields/QuantityField.vue'
import ShrinkRule from './ShrinkRule.vue'
import WorkingOpener from '~/shared/page/WorkingOpener.vue'

/** What the metal does in the mould. */
const props = defineProps<{ bench: ReturnType<typeof useMetalNeed> }>()
const facts = useCastingFacts()
/** The riser written down, held against the section it feeds. */
const ownRiser = computed(() => {
  const gating = facts.need.value.gating
  if (!gating || gating.risers < 1 || !facts.ruling.value) return null
  const sizes = { diameterMm: gating.riserDiameterMm, heightMm: gating.riserHeightMm }
  return { ...sizes, ...riserFreezesFirst(sizes, facts.ruling.value) }
})
const { shrinkage, law, measured, thinMm, riser, checks, coolDown, window, mould } = facts
const { mm, degrees, grams, patternMm: showPattern } = useUnits()
/** A riser of more than this share of the tap is asked about. */
const MUCH_OF_TAP = 0.5
function time(seconds: number): string {
  if (seconds < 90) return `${Math.max(1, Math.round(seconds))} s`
  return `${fixed(seconds / 60, seconds < 600 ? 1 : 0)} min`
}
const band = (low: number, high: number, show: (value: number) => string) =>
  Math.abs(high - low) < 0.05 * high ? show(high) : t('target.span', { low: show(low), high: show(high) })
const span = (low: string, high: string) => (low === high ? low : t('target.span', { low, high }))
const words = computed(() => checks.value.map((check) => sectionWords(check, { mm })))
/** The window, and which end of it the walls ask for. */
const pourAt = computed(() => {
  if (!window.value) return ''
  const { fromC, toC } = window.value
  const span = { fromTemperature: degrees(fromC), toTemperature: degrees(toC) }
  switch (wallsWant(heatWalls({ need: facts.need.value }))) {
    case 'thin':
      return t('target.pour-at-thin', span)
    case 'heavy':
      return t('target.pour-at-heavy', span)
    case 'both':
      return t('target.pour-at-both', span)
    default:
      return t('target.pour-at-window', span)
  }
})
const lengths = computed(() =>
  measured.value.flatMap(({ part, figures, patternMm }) =>
    patternMm && figures?.longestMm
      ? [
          {
            name: part.name,
            wanted: mm(figures.longestMm),
            pattern: span(showPattern(patternMm.from), showPattern(patternMm.to)),
          },
        ]
      : [],
  ),
)
const alloyName = computed(() => told(facts.alloy.value?.name) ?? '')
const mouldName = computed(() => inSentence(told(byId(MOULDS, mould.value).name)))
/** Sand and its like lead the heat away, metal moulds take it as fast as it comes over the gap. */
function freezingWorking(rulingMm: number): Working {
  const known = law.value
  const notes = [MOULD_SOURCE]
  const wall = {
    label: t('target.modulus-term'),
    sum: t('target.volume-over-surface'),
    value: mm(rulingMm),
  }
  const shown = { title: t('target.freezing-working-title'), value: time(facts.freezesS.value), notes }
  const cold = degrees(known?.mouldC ?? 25)
  return known?.law === 'contact'
    ? {
        ...shown,
        formula: t('target.freezing-formula-chill', { cold }),
        rows: [
          {
            label: t('target.per-millimetre-term'),
            sum: t('target.alloy-in-mould', { alloyName: alloyName.value, mouldName: mouldName.value }),
            value: t('target.seconds-per-mm', { seconds: fixed(known.perMm, 2) }),
          },
          wall,
        ],
      }
    : {
        ...shown,
        formula: t('target.freezing-formula-sand', { cold }),
        rows: [
          {
            label: 'B',
            sum: t('target.alloy-in-mould', { alloyName: alloyName.value, mouldName: mouldName.value }),
            value: `${fixed(known?.perMm2 ?? 0, 2)} s/mm²`,
          },
          wall,
        ],
      }
}
/** The riser is asked about before it is taken. */
const asking = ref(false)
/** Why a riser is asked about first; empty where it is small beside its casting. */
const heavy = computed(() => {
  const { value: alloy } = facts.alloy
  if (!riser.value || !alloy) return ''
  const riserG = riser.value.volumeCm3 * solidDensity(alloy).gcm3
  const castingG =
    Math.max(...measured.value.map(({ figures }) => figures?.volumeCm3 ?? 0)) * solidDensity(alloy).gcm3
  if (riserG > castingG)
    return t('target.riser-heavier', { riserMass: grams(riserG), castingMass: grams(castingG) })
  const tapG = props.bench.heat.value?.tapMassG ?? 0
  return tapG > 0 && riserG > MUCH_OF_TAP * tapG
    ? t('target.riser-much-of-tap', { riserMass: grams(riserG), tapMass: grams(tapG) })
    : ''
})
function takeRiser(): void {
  asking.value = false
  if (!riser.value) return
  const gating = {
    ...(props.bench.need.value.gating ?? USUAL_GATING),
    riserDiameterMm: Number(riser.value.diameterMm.toFixed(1)),
    riserHeightMm: Number(riser.value.heightMm.toFixed(1)),
  }
  props.bench.change({ gating: { ...gating, risers: Math.max(1, gating.risers) } }, t('target.riser-edit'))
}
</script>

<template>
  <section :aria-label="t('target.in-the-mould')">
    <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
      <h2 class="chalk">{{ t('target.in-the-mould') }}</h2>
      <NuxtLink
        v-if="bench.heat.value"
        :to="`/heat/${bench.heat.value.number}/mould`"
        class="btn btn-quiet underline"
        >{{ t('target.mould-check-link') }}</NuxtLink
      >
    </div>
    <ul v-if="words.length" class="mb-3 grid gap-2" data-testid="section-checks">
      <li v-for="one in words" :key="one.text" class="border-l-8 border-amber bg-amber-wash px-3 py-1.5">
        <b>{{ one.text }}.</b> {{ one.why }}
      </li>
    </ul>
    <dl class="facts">
      <template v-if="window">
        <dt>{{ t('target.pour-at-term') }}</dt>
        <dd>
          {{ pourAt }}
        </dd>
      </template>
      <template v-if="shrinkage">
        <dt><TermText :text="t('target.shrinkage-term')" /></dt>
        <dd>
          {{
            t('target.shrinkage-with-source', {
              percent: band(shrinkage.lowPct, shrinkage.highPct, (value) => `${value} %`),
              source: shrinkage.source,
            })
          }}
          <span v-for="one in lengths" :key="one.name" class="block"
            ><I18nT keypath="target.pattern-for-casting" scope="global"
              ><template #patternLength><b>{{ one.pattern }}</b></template
              ><template #castingName>{{ one.name }}</template
              ><template #castingLength>{{ one.wanted }}</template></I18nT
            ></span
          >
        </dd>
      </template>
      <template v-if="law && (facts.ruling.value || facts.shapeless.value)">
        <dt>{{ t('target.freezing-time-term') }}</dt>
        <dd>
          <WorkingOpener v-if="facts.ruling.value" :working="freezingWorking(facts.ruling.value)">{{
            thinMm && time(facts.freezeS(thinMm)) !== time(facts.freezesS.value)
              ? t('target.freezing-thin-thick', {
                  thinTime: time(facts.freezeS(thinMm)),
                  thickTime: time(facts.freezesS.value),
                })
              : time(facts.freezesS.value)
          }}</WorkingOpener>
          <span v-if="facts.ruling.value" class="text-soft">{{ t('target.factor-two-in') }} </span>
          <select
            class="field inline-block w-auto"
            :aria-label="t('target.mould')"
            :value="mould"
            @change="
              bench.change(
                { mould: ($event.target as HTMLSelectElement).value as MouldId },
                t('target.mould-edit'),
              )
            "
          >
            <option v-for="one in MOULDS" :key="one.id" :value="one.id">
              {{ inSentence(told(one.name)) }}
            </option>
          </select>
          <span v-if="facts.shapeless.value" class="block" data-testid="shapeless">{{
            t('target.freezing-unknown', {
              pieces: listed(facts.shapeless.value.names),
              mostTime: time(facts.shapeless.value.mostS),
            })
          }}</span>
        </dd>
      </template>
      <template v-if="riser">
        <dt><TermText :text="t('target.riser')" /></dt>
        <dd data-testid="riser">
          <b>{{
            t('target.size-across-high', { diameter: mm(riser.diameterMm), height: mm(riser.heightMm) })
          }}</b>
          <span class="text-soft">
            {{
              riser.ruledBy === 'freezes last'
                ? t('target.riser-freezes-last')
                : t('target.riser-holds-enough')
            }}
            <SourceMark :source="RISER_SOURCE"
          /></span>
          <button
            v-if="!asking"
            type="button"
            class="btn btn-quiet min-h-6 underline"
            @click="heavy ? (asking = true) : takeRiser()"
          >
            {{ t('target.use-button') }}
          </button>
          <span v-else role="alert" class="mt-1 block border-l-8 border-amber bg-amber-wash px-3 py-1.5">
            {{ heavy }}
            <button type="button" class="btn" @click="takeRiser">
              {{ t('target.use-anyway-button') }}
            </button>
            <button type="button" class="btn btn-quiet" @click="asking = false">
              {{ t('target.skip-riser-button') }}
            </button>
          </span>
          <p v-if="ownRiser?.short" class="mt-1 font-semibold text-oxide" data-testid="riser-short">
            {{
              t(ownRiser.ratio < 1 ? 'target.riser-freezes-before' : 'target.riser-freezes-with', {
                diameter: mm(ownRiser.diameterMm),
                height: mm(ownRiser.heightMm),
              })
            }}
          </p>
        </dd>
      </template>
      <dt>{{ t('target.head') }}</dt>
      <dd class="max-w-40">
        <QuantityField
          :model-value="bench.need.value.headMm ?? null"
          :label="t('target.head-label')"
          kind="length"
          nullable
          @update:model-value="bench.change({ headMm: $event }, t('target.head-edit'), 'head')"
          @sealed="bench.seal()"
        />
      </dd>
      <template v-if="coolDown">
        <dt>{{ t('target.shake-out-term') }}</dt>
        <dd>
          {{ t('target.shake-out-time', { fromMinutes: coolDown.fromMin, toMinutes: coolDown.toMin }) }}
        </dd>
      </template>
    </dl>
    <details class="mt-3">
      <summary class="cursor-pointer underline">{{ t('target.lengths-heading') }}</summary>
      <ShrinkRule class="mt-2" />
    </details>
    <p class="mt-2"><SourceMark :source="SECTION_SOURCE" /></p>
  </section>
</template>

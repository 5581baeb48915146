<script setup lang="ts">
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
import { computed } from 'vue'
import { useCastingFacts } from './useCastingFacts'
import type { useMetalNeed } from './useMetalNeed'
import { useUnits } from '~/shared/units/useUnits'
import { sectionWords } from './casting-words'
import QuantityField from '~/shared/fields/QuantityField.vue'
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
const { shrinkage, law, measured, thinMm, thickMm, riser, checks, coolDown, window, mould } = facts
const { mm, degrees, patternMm: showPattern } = useUnits()
function time(seconds: number): string {
  if (seconds < 90) return `${Math.max(1, Math.round(seconds))} s`
  return `${(seconds / 60).toFixed(seconds < 600 ? 1 : 0)} min`
}
const band = (low: number, high: number, show: (value: number) => string) =>
  Math.abs(high - low) < 0.05 * high ? show(high) : `${show(low)} to ${show(high)}`
const span = (low: string, high: string) => (low === high ? low : `${low} to ${high}`)
const words = computed(() => checks.value.map((check) => sectionWords(check, { mm })))
const hot = computed(() => thinMm.value !== null && thinMm.value < 6)
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
const alloyName = computed(() => facts.alloy.value?.name ?? '')
const mouldName = computed(() => byId(MOULDS, mould.value).name.toLowerCase())
/** Sand and its like lead the heat away, metal moulds take it as fast as it comes over the gap. */
function freezingWorking(thick: number): Working {
  const known = law.value
  const notes = [MOULD_SOURCE]
  const wall = { label: 'V/A of a wall', sum: `half of ${mm(thick)}`, value: mm(thick / 2) }
  const shown = { title: 'Freezing time, thickest', value: time(facts.freezeS(thick)), notes }
  const cold = degrees(known?.mouldC ?? 25)
  return known?.law === 'contact'
    ? {
        ...shown,
        formula: `ρ·L′ × (V/A) ÷ (h × (T liquidus − ${cold}))`,
        rows: [
          {
            label: 'A millimetre',
            sum: `${alloyName.value} in ${mouldName.value}`,
            value: `${known.perMm.toFixed(2)} s/mm`,
          },
          wall,
        ],
      }
    : {
        ...shown,
        formula: `Chvorinov: B × (V/A)², B = (π/4)·(ρ·L′ ÷ (T liquidus − ${cold}))² ÷ (k·ρ·c of the mould)`,
        rows: [
          {
            label: 'B',
            sum: `${alloyName.value} in ${mouldName.value}`,
            value: `${(known?.perMm2 ?? 0).toFixed(2)} s/mm²`,
          },
          wall,
        ],
      }
}
function takeRiser(): void {
  if (!riser.value) return
  const gating = {
    ...(props.bench.need.value.gating ?? USUAL_GATING),
    riserDiameterMm: Number(riser.value.diameterMm.toFixed(1)),
    riserHeightMm: Number(riser.value.heightMm.toFixed(1)),
  }
  props.bench.change({ gating: { ...gating, risers: Math.max(1, gating.risers) } }, 'Take the riser')
}
</script>

<template>
  <section aria-label="In the mould">
    <div class="mb-2 flex flex-wrap items-end justify-between gap-3">
      <h2 class="chalk">In the mould</h2>
      <NuxtLink
        v-if="bench.heat.value"
        :to="`/heat/${bench.heat.value.number}/mould`"
        class="btn btn-quiet underline"
        >Sand, vents and the check before the pour</NuxtLink
      >
    </div>
    <ul v-if="words.length" class="mb-3 grid gap-2" data-testid="section-checks">
      <li v-for="one in words" :key="one.text" class="border-l-8 border-amber bg-amber-wash px-3 py-1.5">
        <b>{{ one.text }}.</b> {{ one.why }}
      </li>
    </ul>
    <dl class="facts">
      <template v-if="window">
        <dt>Pour at</dt>
        <dd>
          {{ degrees(hot ? window.usualC : window.fromC) }} to {{ degrees(window.toC)
          }}<span class="text-soft">{{ hot ? ', the hot end: it has thin sections' : '' }}</span>
        </dd>
      </template>
      <template v-if="shrinkage">
        <dt>Shrinks</dt>
        <dd>
          {{ band(shrinkage.lowPct, shrinkage.highPct, (value) => `${value} %`)
          }}<span class="text-soft"> of the pattern’s length. {{ shrinkage.source }}.</span>
          <span v-for="one in lengths" :key="one.name" class="block"
            >{{ one.name }}: for {{ one.wanted }} make the pattern <b>{{ one.pattern }}</b></span
          >
        </dd>
      </template>
      <template v-if="law && thinMm && thickMm">
        <dt>Freezes</dt>
        <dd>
          <WorkingOpener :working="freezingWorking(thickMm)"
            >thin {{ time(facts.freezeS(thinMm)) }}, thick {{ time(facts.freezeS(thickMm)) }}</WorkingOpener
          >
          <span class="text-soft">, good to a factor of two, in </span>
          <select
            class="field inline-block w-auto"
            aria-label="Mould"
            :value="mould"
            @change="
              bench.change(
                { mould: ($event.target as HTMLSelectElement).value as MouldId },
                'Choose the mould',
              )
            "
          >
            <option v-for="one in MOULDS" :key="one.id" :value="one.id">{{ one.name.toLowerCase() }}</option>
          </select>
        </dd>
      </template>
      <template v-if="riser">
        <dt>Riser</dt>
        <dd data-testid="riser">
          <b>{{ mm(riser.diameterMm) }} across, {{ mm(riser.heightMm) }} high</b>
          <span class="text-soft">
            {{
              riser.ruledBy === 'freezes last'
                ? ', so that it freezes after the thickest part'
                : ', so that it holds enough to feed the casting'
            }}. {{ RISER_SOURCE }}.</span
          >
          <button type="button" class="btn btn-quiet min-h-6 underline" @click="takeRiser">Use it</button>
          <p v-if="ownRiser?.short" class="mt-1 font-semibold text-oxide" data-testid="riser-short">
            Yours, {{ mm(ownRiser.diameterMm) }} across and {{ mm(ownRiser.heightMm) }} high, freezes
            {{ ownRiser.ratio < 1 ? 'before the casting' : 'hardly after the casting' }}: it feeds nothing and
            may pull metal out of it.
          </p>
        </dd>
      </template>
      <dt>Head</dt>
      <dd class="max-w-40">
        <QuantityField
          :model-value="bench.need.value.headMm ?? null"
          label="Sprue top over casting top"
          kind="length"
          nullable
          @update:model-value="bench.change({ headMm: $event }, 'Set the head', 'head')"
          @sealed="bench.seal()"
        />
      </dd>
      <template v-if="coolDown">
        <dt>Knock out</dt>
        <dd>
          after {{ coolDown.fromMin }} to {{ coolDown.toMin }} minutes,
          <span class="text-soft">longer indoors for the smoke</span>
        </dd>
      </template>
    </dl>
    <p class="mt-2 text-xs text-soft">{{ SECTION_SOURCE }}.</p>
  </section>
</template>

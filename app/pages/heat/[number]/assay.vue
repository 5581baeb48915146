<script setup lang="ts">
import { measuredComposition, METHODS, type Assay } from '#core/assay'
import { now } from '~/stores/yard'

const { heat, summary, edit } = useHeat()
const { logHeat } = useLogHeat()
const yard = useYard()
const frozen = computed(() => !!heat.value?.loggedAt)
const alloy = computed(() => heat.value?.alloy ?? null)
const verdict = computed(() =>
  alloy.value && summary.value?.verdict ? verdictWords(summary.value.verdict, alloy.value.name) : null,
)
const METHOD_WORDS = {
  xrf: 'XRF gun',
  oes: 'Laboratory (OES or ICP)',
  density: 'Density in water',
  other: 'Other',
} as const

/** The readings on paper; before the first figure is typed, one blank one. */
const blank: Assay = { id: crypto.randomUUID(), at: now(), method: 'xrf', specimen: '', readings: {} }
const sheets = computed(() => (heat.value?.assays.length ? heat.value.assays : [blank]))
function change(sheet: Assay, part: Partial<Assay>, key: string): void {
  if (!heat.value) return
  const next = { ...sheet, ...part }
  const others = heat.value.assays.filter(({ id }) => id !== sheet.id)
  const at = heat.value.assays.findIndex(({ id }) => id === sheet.id)
  const assays =
    at < 0 ? [...others, next] : heat.value.assays.map((entry) => (entry.id === sheet.id ? next : entry))
  edit('Write down a reading', { assays }, `assay-${sheet.id}-${key}`)
}
function addSheet(): void {
  if (heat.value)
    edit('Add a reading', {
      assays: [...heat.value.assays, { ...blank, id: crypto.randomUUID(), at: now() }],
    })
}
function removeSheet(sheet: Assay): void {
  if (heat.value) edit('Remove a reading', { assays: heat.value.assays.filter(({ id }) => id !== sheet.id) })
}
const fields = (sheet: Assay) => [
  ...new Set([...Object.keys(alloy.value?.limits ?? {}), ...Object.keys(sheet.readings)]),
]
const predicted = computed(() =>
  summary.value && summary.value.predicted.tapMassG > 0 ? summary.value.predicted : null,
)
const measured = computed(() => measuredComposition(summary.value?.measured ?? {}, alloy.value?.base))
const pouredG = computed(
  () => heat.value?.pour.ingots.reduce((sum, { massG }) => sum + massG, heat.value.pour.castingsG ?? 0) ?? 0,
)
const hasMeasured = computed(() => Object.keys(measured.value).length > 0)
</script>

<template>
  <section v-if="heat">
    <HeatHeading question="What did I make?">
      <button v-if="!frozen && heat.weighed.length" class="btn btn-next" @click="logHeat(heat)">
        Log the heat
      </button>
    </HeatHeading>
    <div v-if="!alloy" class="slab max-w-xl p-5">
      <p class="mb-3">A verdict needs an alloy to judge against.</p>
      <NuxtLink :to="`/heat/${heat.number}/target`" class="btn btn-next">Choose it</NuxtLink>
    </div>
    <template v-else>
      <ToneSentence v-if="verdict" :sentence="verdict" class="text-xl" data-testid="verdict" />
      <div class="grid items-start gap-5 lg:grid-cols-2">
        <div class="slab p-4">
          <h2 class="chalk mb-3">Limit by limit</h2>
          <LimitGates
            :limits="alloy.limits"
            :predicted="predicted"
            :measured="summary?.measured ?? {}"
            :verdicts="summary?.verdict?.limits ?? []"
          />
          <template v-if="hasMeasured">
            <h3 class="label mt-4 mb-1">Measured</h3>
            <CompositionBar :composition="{ ...measured, '?': 0 }" label="Measured" />
          </template>
          <template v-if="predicted">
            <h3 class="label mt-3 mb-1">Predicted from the charge</h3>
            <CompositionBar :composition="predicted.composition" label="Predicted" />
          </template>
        </div>
        <div>
          <fieldset v-for="(sheet, index) in sheets" :key="sheet.id" :disabled="frozen" class="slab mb-4 p-4">
            <legend class="chalk bg-panel px-1">Reading {{ sheets.length > 1 ? index + 1 : '' }}</legend>
            <div class="mb-3 grid gap-3 sm:grid-cols-2">
              <label
                ><span class="label">Method</span>
                <select
                  class="field"
                  :value="sheet.method"
                  @change="
                    change(
                      sheet,
                      { method: ($event.target as HTMLSelectElement).value as Assay['method'] },
                      'method',
                    )
                  "
                >
                  <option v-for="method in METHODS" :key="method" :value="method">
                    {{ METHOD_WORDS[method] }}
                  </option>
                </select></label
              >
              <label
                ><span class="label">Specimen</span>
                <input
                  class="field"
                  maxlength="120"
                  :value="sheet.specimen"
                  placeholder="first ingot, filed"
                  @input="change(sheet, { specimen: ($event.target as HTMLInputElement).value }, 'specimen')"
                  @blur="yard.seal()"
              /></label>
            </div>
            <div class="grid grid-cols-2 gap-x-4 gap-y-2 sm:grid-cols-3">
              <ReadingField
                v-for="element in fields(sheet)"
                :key="element"
                :element="element"
                :reading="sheet.readings[element] ?? null"
                :readings="sheet.readings"
                @change="change(sheet, { readings: $event }, element)"
                @sealed="yard.seal()"
              />
            </div>
            <ElementAdder
              :known="fields(sheet)"
              @add="change(sheet, { readings: { ...sheet.readings, [$event]: { pct: 0, sd: null } } }, 'add')"
            />
            <p class="mt-2 text-xs text-soft">
              “0.30”, “9.8 ± 0.2”, or “&lt;0.02” for below detection. Without a spread the method’s usual one
              is taken: XRF 3 % of the value (10 % below 1 %), OES 1 % (common practice, no source).
            </p>
            <button
              v-if="heat.assays.length > 1 && !frozen"
              class="btn btn-quiet mt-1 underline"
              @click="removeSheet(sheet)"
            >
              Remove this reading
            </button>
          </fieldset>
          <button v-if="heat.assays.length && !frozen" class="btn mb-4" @click="addSheet">
            Add another reading
          </button>
          <PutItRight
            v-if="hasMeasured && summary"
            :measured="summary.measured"
            :predicted="summary.predicted.composition"
            :poured-g="pouredG"
          />
          <label class="slab block p-4"
            ><span class="chalk">Remarks</span>
            <textarea
              class="field mt-2"
              rows="3"
              maxlength="4000"
              :value="heat.remarks"
              :disabled="frozen"
              placeholder="How it flowed, what the fracture looked like, what to change next time"
              @input="
                edit('Write remarks', { remarks: ($event.target as HTMLTextAreaElement).value }, 'remarks')
              "
              @blur="yard.seal()"
            />
          </label>
        </div>
      </div>
    </template>
  </section>
</template>

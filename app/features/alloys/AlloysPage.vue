<script setup lang="ts">
import { t, told } from '~/words'
import { type Alloy, ALLOYS, GROUPS, nominalWhole, searchAlloys, targetFromAssay } from '#core/alloys'
import { liquidusOf, pourWindow } from '#core/families'
import { alloyCastability } from '#core/casting'
import { combineReadings, measuredComposition } from '#core/assay'
import { heatStamp } from '#core/heat'
import type { OwnAlloy } from '#core/workspace'
import { computed, ref } from 'vue'
import { useAlloyFile } from './useAlloyFile'
import { startHeat } from '~/shared/heat/useHeat'
import { useUnits } from '~/shared/units/useUnits'
import { useYard } from '~/storage/yard-store'
import { liquidusWords, windowWords } from '~/shared/words/alloys-words'
import { capital, counted } from '~/shared/units/figures'
import AlloyCompare from './AlloyCompare.vue'
import AlloyEditor from './AlloyEditor.vue'
import FilePicker from '~/shared/fields/FilePicker.vue'
import HeatPick from '~/shared/fields/HeatPick.vue'
import CastsHow from '~/shared/composition/CastsHow.vue'
import LimitGates from '~/shared/composition/LimitGates.vue'
import MoreMenu from '~/shared/page/MoreMenu.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { toldOfAlloy } from '~/shared/words/alloy-words'

const MOST_COMPARED = 4
const yard = useYard()
const units = useUnits()
const { save, open, fault } = useAlloyFile()
const file = ref<{ open: () => void }>()
const group = ref<string>('all')
const search = ref('')
const chosen = ref<Alloy | null>(null)
const compared = ref<string[]>([])
/** Boxes to tick stand beside the alloys while some are chosen to be compared. */
const comparing = ref(false)
const more = computed(() => [
  { label: t('alloys.import-button'), run: () => file.value?.open() },
  ...(yard.ownAlloys.length ? [{ label: t('alloys.export-button'), run: save }] : []),
])
const editing = ref<{ own: OwnAlloy | null; from: Partial<Alloy> } | null>(null)
const all = computed(() => [...yard.ownAlloys.map(({ alloy }) => alloy), ...ALLOYS])
const found = computed(() => {
  const inGroup = ({ designation, group: of }: Alloy) =>
    group.value === 'all' || (group.value === 'own' ? designation === 'Own' : of === group.value)
  return searchAlloys(all.value.filter(inGroup), search.value, toldOfAlloy)
})
const sideBySide = computed(() =>
  compared.value.flatMap((id) => all.value.find((alloy) => alloy.id === id) ?? []),
)
function compare(alloy: Alloy): void {
  compared.value = compared.value.includes(alloy.id)
    ? compared.value.filter((id) => id !== alloy.id)
    : [...compared.value, alloy.id].slice(0, MOST_COMPARED)
}
const liquidus = (alloy: Alloy) => liquidusOf(alloy, nominalWhole(alloy))
const ownOf = (alloy: Alloy) => yard.ownAlloys.find((own) => own.alloy.id === alloy.id) ?? null
function edit(own: OwnAlloy | null, from: Partial<Alloy>): void {
  chosen.value = null
  editing.value = { own, from }
}
const duplicate = (alloy: Alloy) =>
  edit(null, { ...alloy, name: t('alloys.copy-name', { alloyName: told(alloy.name).slice(0, 110) }) })

/** Heats with a reading, whose metal can become a target. */
const measuredHeats = computed(() =>
  yard.heats
    .filter(({ assays, alloy }) => alloy && assays.some(({ readings }) => Object.keys(readings).length))
    .reverse(),
)
function fromAssay(picked: string): void {
  const heat = measuredHeats.value.find(({ number }) => String(number) === picked)
  if (!heat?.alloy) return
  const composition = measuredComposition(combineReadings(heat.assays), heat.alloy.base)
  const { group: family, practice, base } = heat.alloy
  edit(null, {
    name: (heat.title
      ? t('alloys.copy-of-titled-heat', { heatNumber: heatStamp(heat.number), title: heat.title })
      : t('alloys.copy-of-heat', { heatNumber: heatStamp(heat.number) })
    ).slice(0, 120),
    group: family,
    practice,
    base,
    ...targetFromAssay(composition, base),
  })
}
</script>

<template>
  <section>
    <div class="mb-3 flex flex-wrap items-end gap-3">
      <h1 class="flex-1 basis-56 text-2xl font-bold">{{ counted(found.length, 'alloy') }}</h1>
      <label
        ><span class="sr-only">{{ t('alloys.group') }}</span>
        <select v-model="group" class="field">
          <option value="all">{{ t('alloys.all-groups') }}</option>
          <option value="own">{{ t('alloys.my-own') }}</option>
          <option v-for="name in GROUPS" :key="name" :value="name">{{ name }}</option>
        </select></label
      >
      <input
        v-model="search"
        type="search"
        class="field max-w-64"
        :placeholder="t('alloys.search-placeholder')"
        :aria-label="t('alloys.search-label')"
      />
    </div>
    <div class="mb-4 flex flex-wrap items-center gap-2">
      <button class="btn" @click="edit(null, {})">{{ t('alloys.own-alloy-title') }}</button>
      <HeatPick
        v-if="measuredHeats.length"
        :heats="measuredHeats"
        :label="t('alloys.from-assay-heading')"
        :prompt="t('alloys.from-assay-button')"
        @pick="fromAssay"
      />
      <button class="btn" :aria-pressed="comparing" @click="((comparing = !comparing), (compared = []))">
        {{ t('alloys.compare-button') }}
      </button>
      <MoreMenu :items="more" />
      <FilePicker
        ref="file"
        :label="t('alloys.import-label')"
        accept=".json,application/json"
        @change="open"
      />
    </div>
    <p v-if="fault" role="alert" class="mb-3 font-semibold text-oxide">{{ fault }}</p>
    <AlloyCompare v-if="sideBySide.length > 1" id="compare" :alloys="sideBySide" @drop="compare" />
    <ul class="grid gap-x-5 lg:grid-cols-2">
      <li v-for="alloy in found" :key="alloy.id" class="flex items-center gap-2 border-t border-line">
        <input
          v-if="comparing"
          type="checkbox"
          class="size-5 shrink-0 accent-(--ember)"
          :checked="compared.includes(alloy.id)"
          :disabled="!compared.includes(alloy.id) && compared.length >= MOST_COMPARED"
          :aria-label="
            t('alloys.compare-tick', { alloyName: told(alloy.name), designation: alloy.designation })
          "
          @change="compare(alloy)"
        />
        <button class="w-full px-1 py-2 text-left hover:bg-well" @click="chosen = alloy">
          <span class="flex flex-wrap justify-between gap-x-4">
            <span class="font-bold">{{ told(alloy.name) }}</span>
            <span class="text-soft"
              >{{ alloy.designation }}, {{ liquidusWords(liquidus(alloy), units) }}</span
            >
          </span>
          <span class="block text-sm text-soft">{{ told(alloy.use) }}</span>
        </button>
      </li>
    </ul>
    <div
      v-if="compared.length"
      class="sticky bottom-0 mt-3 flex flex-wrap items-center gap-3 border-2 border-ink bg-panel px-4 py-2"
    >
      <span class="flex-1">{{ sideBySide.map(({ name }) => name).join(', ') }}</span>
      <span v-if="compared.length < 2" class="text-soft">{{ t('alloys.compare-hint') }}</span>
      <a v-else href="#compare" class="btn btn-next">{{ t('alloys.compare-link') }}</a>
      <button class="btn btn-quiet" @click="compared = []">{{ t('alloys.clear') }}</button>
    </div>
    <SheetDialog v-if="chosen" :title="`${chosen.designation} ${told(chosen.name)}`" @close="chosen = null">
      <p v-if="chosen.use" class="mb-2">{{ told(chosen.use) }}.</p>
      <p class="mb-3">
        {{ capital(liquidusWords(liquidus(chosen), units)) }},
        {{ windowWords(pourWindow(chosen, liquidus(chosen)), units) }}.
      </p>
      <LimitGates :limits="chosen.limits" />
      <h3 class="chalk mt-4 mb-1">{{ t('alloys.castability-heading') }}</h3>
      <CastsHow :casts="alloyCastability(chosen)" />
      <p v-if="chosen.note" class="mt-3 text-sm">{{ told(chosen.note) }}</p>
      <p class="mt-3 mb-3 text-xs text-soft">{{ t('alloys.source', { source: chosen.source }) }}</p>
      <div class="flex flex-wrap gap-3">
        <button class="btn btn-next" @click="startHeat({ alloy: chosen })">
          {{ t('alloys.start-heat-button') }}
        </button>
        <button v-if="ownOf(chosen)" class="btn" @click="edit(ownOf(chosen), chosen)">
          {{ t('alloys.edit-button') }}
        </button>
        <button class="btn" @click="duplicate(chosen)">{{ t('alloys.copy-button') }}</button>
      </div>
    </SheetDialog>
    <AlloyEditor v-if="editing" v-bind="editing" @close="editing = null" />
  </section>
</template>

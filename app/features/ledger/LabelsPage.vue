<script setup lang="ts">
import { t, told } from '~/words'
import { heatStamp } from '#core/heat'
import { LABEL_SHEETS, PAGE_MM } from '#formats/label-sheets'
import { useLabels } from './useLabels'
import { counted } from '~/shared/units/figures'
import { isolated } from '~/shared/units/isolated'
import GrowingList from '~/shared/page/GrowingList.vue'
import HeatPick from '~/shared/fields/HeatPick.vue'
import LabelTag from './LabelTag.vue'
import LedgerTabs from './LedgerTabs.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** Stamp list and labels to print: of the ingots of one heat or many, or of the bins. */
const {
  heats,
  chosen,
  forBins,
  pick,
  toggle,
  labels,
  onlyChanged,
  stale,
  bins,
  sheetId,
  sheet,
  first,
  pages,
  print,
} = useLabels()
const mm = (value: number) => `${value}mm`
</script>

<template>
  <section>
    <LedgerTabs />
    <div class="no-print mb-3 flex flex-wrap items-end gap-3">
      <h1 class="flex-1 basis-60 text-2xl font-bold">{{ t('ledger.labels-and-stamps') }}</h1>
      <div>
        <span class="label" aria-hidden="true">{{ t('ledger.labels-for-label') }}</span>
        <HeatPick
          :heats="heats"
          :chosen="forBins ? 'bins' : String(chosen[0]?.number ?? '')"
          :label="t('ledger.labels-for-label')"
          @pick="pick([$event])"
        >
          <template #default="{ heat: one }">
            {{ heatStamp(one.number) }} {{ isolated(one.title) }},
            {{ counted(one.pour.ingots.length, 'ingot') }}
          </template>
          <template #others><option value="bins">{{ t('ledger.labels-lots') }}</option></template>
        </HeatPick>
      </div>
      <label
        ><span class="label">{{ t('ledger.labels-sheet-label') }}</span>
        <select v-model="sheetId" class="field">
          <option value="">{{ t('ledger.labels-plain-paper') }}</option>
          <option v-for="one in LABEL_SHEETS" :key="one.id" :value="one.id">{{ told(one.name) }}</option>
        </select></label
      >
      <QuantityField
        v-if="sheet"
        v-model="first"
        class="w-32"
        :label="t('ledger.first-label')"
        kind="number"
        positive
        :max="sheet.columns * sheet.rows"
        :max-words="t('ledger.first-label-error')"
      />
      <button class="btn btn-next" :disabled="!labels.length" @click="print">
        {{ t('ledger.print-labels', { labels: counted(labels.length, 'label') }) }}
      </button>
    </div>
    <details v-if="!forBins && heats.length > 1" class="no-print mb-3">
      <summary class="font-semibold">
        {{ t('ledger.labels-more-heats') }}
        <span v-if="chosen.length > 1" class="text-ember">
          ({{ t('ledger.labels-chosen', { count: chosen.length }) }})
        </span>
      </summary>
      <ul class="mt-1 grid grid-cols-1 gap-x-6 sm:grid-cols-2 lg:grid-cols-3">
        <GrowingList v-slot="{ item: one }" :items="heats" :first="30">
          <li>
            <label class="flex items-center gap-2 py-0.5"
              ><input
                type="checkbox"
                class="size-6 accent-(--ember)"
                :checked="chosen.some(({ id }) => id === one.id)"
                @change="toggle(one.number)"
              />
              <span class="min-w-0 truncate"
                >{{ heatStamp(one.number) }} {{ isolated(one.title) }},
                {{ counted(one.pour.ingots.length, 'ingot') }}</span
              ></label
            >
          </li>
        </GrowingList>
      </ul>
    </details>
    <label v-if="forBins && bins.length" class="no-print mb-3 flex items-center gap-2"
      ><input v-model="onlyChanged" type="checkbox" class="size-6 accent-(--ember)" />
      {{ t('ledger.labels-stale-option', { count: stale.length }) }}</label
    >
    <p v-if="!labels.length" class="slab max-w-xl p-5">
      {{
        forBins
          ? bins.length
            ? t('ledger.labels-current')
            : t('ledger.labels-no-lots')
          : t('ledger.labels-no-ingots')
      }}
    </p>
    <section v-if="!forBins && labels.length" class="no-print mb-4" :aria-label="t('ledger.stamp-list')">
      <h2 class="chalk mb-1">{{ t('ledger.stamp') }}</h2>
      <p class="stamp text-2xl">{{ labels.map(({ title }) => title).join('   ') }}</p>
    </section>
    <template v-if="sheet">
      <div class="paper" data-testid="labels">
        <ul
          v-for="(page, at) in pages"
          :key="at"
          class="page"
          :style="{
            padding: `${mm(sheet.topMm)} 0 0 ${mm(sheet.leftMm)}`,
            gridTemplateColumns: `repeat(${sheet.columns}, ${mm(sheet.widthMm)})`,
            gridAutoRows: mm(sheet.heightMm),
            columnGap: mm(sheet.gapMm),
            '--code': mm(Math.min(sheet.heightMm - 3, sheet.widthMm / 2)),
            width: mm(PAGE_MM[sheet.page][0]),
            // A hair less than the page: rounded up it would make a second, empty one.
            height: mm(PAGE_MM[sheet.page][1] - 0.5),
          }"
        >
          <li
            v-for="(one, place) in page"
            :key="one?.id ?? place"
            class="place"
            :class="{ small: sheet.heightMm < 30 }"
          >
            <LabelTag v-if="one" :label="one" />
          </li>
        </ul>
      </div>
      <p class="no-print mt-2 text-sm text-soft">
        {{ t('ledger.labels-print-hint') }}
      </p>
    </template>
    <div v-else-if="labels.length" class="leaf">
      <ul class="sheet" data-testid="labels">
        <li v-for="one in labels" :key="one.id" class="tag"><LabelTag :label="one" /></li>
      </ul>
    </div>
  </section>
</template>

<style scoped>
/* The paper as it comes out: its first page at least. */
.leaf {
  width: min(100%, 210mm);
  min-height: 160mm;
  margin: 0 auto;
  padding: 10mm;
  border: 1px solid var(--line);
  background: #fff;
  color: #000;
}
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(20rem, 100%), 1fr));
  gap: 0;
}
.tag {
  border: 1px dashed #8d8579;
  padding: 0.6rem;
  break-inside: avoid;
}
.paper {
  overflow-x: auto;
}
.page {
  display: grid;
  align-content: start;
  box-sizing: border-box;
  margin-bottom: 1rem;
  border: 1px solid var(--line);
  background: #fff;
  color: #000;
  font-size: 11pt;
}
.place {
  box-sizing: border-box;
  overflow: hidden;
  outline: 1px dashed #b8b0a4;
  padding: 1.5mm 2mm;
}
.small {
  font-size: 8.5pt;
}
@media print {
  .sheet {
    grid-template-columns: repeat(2, 1fr);
    gap: 0;
  }
  .leaf {
    width: auto;
    min-height: 0;
    margin: 0;
    padding: 0;
    border: 0;
  }
  /* Where the sheet has its first label: nothing of the page around it may push it away. */
  .paper {
    position: absolute;
    top: 0;
    left: 0;
    overflow: visible;
  }
  .page {
    margin: 0;
    border: 0;
    break-after: page;
  }
  .page:last-child {
    break-after: auto;
  }
  .place {
    outline: 0;
  }
}
</style>

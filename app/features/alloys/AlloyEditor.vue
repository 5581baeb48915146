<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { t, told } from '~/words'
import { practicesOfGroup } from '#core/families'
import { GROUPS, type Alloy, type AlloyGroup } from '#core/alloys'
import type { OwnAlloy } from '#core/workspace'
import { elementName } from '~/shared/units/elements'
import { computed } from 'vue'
import { useAlloyDraft } from './useAlloyDraft'
import { PRACTICE_WORDS } from '~/shared/words/alloys-words'
import ElementAdder from '~/shared/fields/ElementAdder.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'

/** An own target: nominal figures with a tolerance, or limits typed in. */
const props = defineProps<{ own: OwnAlloy | null; from: Partial<Alloy> }>()
const emit = defineEmits<{ close: [] }>()
const { draft, rows, tolerancePct, faults, setGroup, spread, save, remove } = useAlloyDraft(
  props.own,
  props.from,
  () => emit('close'),
)
const known = computed(() => rows.value.map(({ symbol }) => symbol))
</script>

<template>
  <SheetDialog
    :title="own ? t('alloys.edit-alloy', { alloyName: told(own.alloy.name) }) : t('alloys.own-alloy-title')"
    wide
    @close="emit('close')"
  >
    <form @submit.prevent="save">
      <div class="grid gap-3 sm:grid-cols-3">
        <label class="sm:col-span-3"
          ><span class="label">{{ t('alloys.name') }}</span>
          <input
            v-model="draft.name"
            class="field"
            maxlength="120"
            :placeholder="t('alloys.name-placeholder')"
          />
        </label>
        <label
          ><span class="label">{{ t('alloys.group') }}</span>
          <select
            class="field"
            :value="draft.group"
            @change="setGroup(($event.target as HTMLSelectElement).value as AlloyGroup)"
          >
            <option v-for="group in GROUPS" :key="group" :value="group">{{ group }}</option>
          </select></label
        >
        <label
          ><span class="label">{{ t('alloys.practice-label') }}</span>
          <select v-model="draft.practice" class="field">
            <option v-for="practice in practicesOfGroup(draft.group)" :key="practice" :value="practice">
              {{ PRACTICE_WORDS[practice] }}
            </option>
          </select></label
        >
        <p class="self-end pb-2 text-soft">
          {{ t('alloys.base-note', { base: elementName(draft.base) }) }}
        </p>
      </div>
      <div class="relative mt-4 overflow-x-auto" tabindex="0" role="region" :aria-label="t('alloys.limits')">
        <table class="w-full min-w-104 text-left">
          <thead class="text-xs text-soft">
            <tr>
              <th scope="col" class="pr-3">{{ t('alloys.element') }}</th>
              <th scope="col"><TermText :text="t('alloys.nominal-column')" /></th>
              <th scope="col">{{ t('alloys.minimum-column') }}</th>
              <th scope="col">{{ t('alloys.maximum-column') }}</th>
              <th>
                <span class="sr-only">{{ t('alloys.remove') }}</span>
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, index) in rows" :key="row.symbol" class="border-t border-line">
              <th scope="row" class="py-1 pr-3 text-left">{{ row.symbol }}</th>
              <td v-for="key in ['nominal', 'min', 'max'] as const" :key="key" class="py-1 pr-2">
                <QuantityField
                  :model-value="row[key]"
                  :label="`${row.symbol}: ${key === 'min' ? t('alloys.minimum-field') : key === 'max' ? t('alloys.maximum-field') : t('alloys.nominal-field')}`"
                  hide-label
                  kind="percent"
                  nullable
                  @update:model-value="row[key] = $event"
                />
              </td>
              <td class="py-1 text-right">
                <button type="button" class="btn btn-quiet" @click="rows.splice(index, 1)">
                  {{ t('alloys.remove-element-button') }}<span class="sr-only"> {{ row.symbol }}</span>
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <ElementAdder
        :known="known"
        @add="rows.push({ symbol: $event, nominal: null, min: null, max: null })"
      />
      <div class="mt-3 flex flex-wrap items-end gap-3">
        <QuantityField
          v-model="tolerancePct"
          class="w-36"
          :label="t('alloys.tolerance-label')"
          kind="percent"
          positive
        />
        <button type="button" class="btn" @click="spread">{{ t('alloys.set-limits-button') }}</button>
      </div>
      <div class="mt-4 grid gap-3 sm:grid-cols-4">
        <QuantityField
          v-model="draft.othersEachMax"
          :label="t('alloys.others-each-label')"
          kind="percent"
          nullable
        />
        <QuantityField
          v-model="draft.othersTotalMax"
          :label="t('alloys.others-total-label')"
          kind="percent"
          nullable
        />
        <QuantityField
          v-model="draft.liquidusC"
          :label="t('alloys.liquidus-label')"
          kind="temperature"
          nullable
          :hint="t('alloys.liquidus-hint')"
        />
        <QuantityField
          v-model="draft.densityGcm3"
          :label="t('alloys.density-label')"
          kind="number"
          :unit-words="t('alloys.g-cm')"
          nullable
          positive
        />
        <label class="sm:col-span-4"
          ><span class="label">{{ t('alloys.use-label') }}</span>
          <input v-model="draft.use" class="field" maxlength="300" />
        </label>
      </div>
      <ul v-if="faults.length" role="alert" class="mt-3 font-semibold text-oxide">
        <li v-for="fault in faults" :key="fault">{{ fault }}</li>
      </ul>
      <div class="mt-4 flex flex-wrap gap-3">
        <button class="btn btn-next">{{ t('alloys.save-button') }}</button>
        <button v-if="own" type="button" class="btn ml-auto" @click="remove">
          {{ t('alloys.delete-button') }}
        </button>
      </div>
    </form>
  </SheetDialog>
</template>

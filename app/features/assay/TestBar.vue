<script setup lang="ts">
import { t } from '~/words'
import { MPA_PER, NEWTONS_PER, ramLoadN, roundSection, type ForceUnit, type PressureUnit } from '#core/heat'
import { computed, reactive, watch } from 'vue'
import { useRememberedHere } from '~/shared/page/useRemembered'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A test bar as it is pulled at home: the load from a scale or a press's gauge, the section from its sides. */
const loadN = defineModel<number | null>('loadN', { required: true })
const sectionMm2 = defineModel<number | null>('sectionMm2', { required: true })
const loadBy = useRememberedHere('test-load', 'N')
const sectionBy = useRememberedHere('test-section', 'round')
const typed = reactive<Record<'load' | 'ram' | 'diameter' | 'width' | 'thick' | 'area', number | null>>({
  load: null,
  ram: null,
  diameter: null,
  width: null,
  thick: null,
  area: null,
})
const byGauge = computed(() => loadBy.value.startsWith('gauge '))
const load = computed(() => {
  if (typed.load === null) return null
  if (!byGauge.value) return typed.load * (NEWTONS_PER[loadBy.value as ForceUnit] ?? 1)
  const mpa = typed.load * (MPA_PER[loadBy.value.slice('gauge '.length) as PressureUnit] ?? 1)
  return typed.ram === null ? null : ramLoadN(mpa, typed.ram)
})
const section = computed(() => {
  const { diameter, width, thick, area } = typed
  if (sectionBy.value === 'round') return diameter === null ? null : roundSection(diameter)
  if (sectionBy.value === 'flat') return width && thick ? width * thick : null
  return area
})
watch(load, (value) => (loadN.value = value === null ? null : Number(value.toPrecision(6))))
watch(section, (value) => (sectionMm2.value = value === null ? null : Number(value.toPrecision(6))))
// Added: the next bar begins blank, in the same press.
watch([loadN, sectionMm2], ([force, area]) => {
  if (force === null && area === null)
    Object.assign(typed, { load: null, diameter: null, width: null, thick: null, area: null })
})
</script>

<template>
  <label
    ><span class="label">{{ t('assay.load-unit-label') }}</span>
    <select v-model="loadBy" class="field">
      <option v-for="(_, unit) in NEWTONS_PER" :key="unit" :value="unit">{{ unit }}</option>
      <option v-for="(_, unit) in MPA_PER" :key="unit" :value="t('assay.gauge-unit', { unit })">
        {{ t('assay.gauge-label', { unit }) }}
      </option>
    </select></label
  >
  <QuantityField
    v-model="typed.load"
    :label="byGauge ? t('assay.gauge-breaking-label') : t('assay.load-breaking-label', { unit: loadBy })"
    kind="number"
    nullable
    positive
    :max="1e8"
  />
  <QuantityField
    v-if="byGauge"
    v-model="typed.ram"
    class="col-span-2"
    :label="t('assay.ram-bore-label')"
    kind="length"
    nullable
    positive
    :hint="t('assay.ram-bore-hint')"
  />
  <label
    ><span class="label">{{ t('assay.section-label') }}</span>
    <select v-model="sectionBy" class="field">
      <option value="round">{{ t('assay.section-round') }}</option>
      <option value="flat">{{ t('assay.section-flat') }}</option>
      <option value="area">{{ t('assay.section-area') }}</option>
    </select></label
  >
  <QuantityField
    v-if="sectionBy === 'round'"
    v-model="typed.diameter"
    :label="t('assay.diameter-label')"
    kind="length"
    nullable
    positive
  />
  <QuantityField
    v-else-if="sectionBy === 'area'"
    v-model="typed.area"
    :label="t('assay.area-label')"
    kind="number"
    nullable
    positive
    :max="1e6"
  />
  <div v-else class="grid grid-cols-2 gap-2">
    <QuantityField v-model="typed.width" :label="t('assay.width')" kind="length" nullable positive />
    <QuantityField v-model="typed.thick" :label="t('assay.thickness')" kind="length" nullable positive />
  </div>
</template>

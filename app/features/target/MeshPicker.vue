<script setup lang="ts">
import { counted, sentences } from '~/shared/units/figures'
import { t } from '~/words'
import { MESH_UNITS, MM_PER, type PartSource } from '#core/casting'
import type { usePartDraft } from './usePartDraft'
import { computed, ref } from 'vue'
import { useUnits } from '~/shared/units/useUnits'
import { isolated } from '~/shared/units/isolated'
import FilePicker from '~/shared/fields/FilePicker.vue'
import MeshPreview from './MeshPreview.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A mesh file opened, its unit and scale, and what it measures. */
const props = defineProps<{ draft: ReturnType<typeof usePartDraft>; name: string }>()
const { mm, volume } = useUnits()
const { meshFile, unit, scalePct, units, unclear } = props.draft
const input = ref<{ open: () => void }>()
const source = computed(() => props.draft.source.value as Extract<PartSource, { from: 'mesh' }> | null)
const figures = computed(() => props.draft.figures.value)
const scale = computed(() => (MM_PER[unit.value] * (scalePct.value || 100)) / 100)
const size = computed(() => source.value?.size.map((side) => mm(side * scale.value)).join(' × '))
function pick(event: Event): void {
  const target = event.target as HTMLInputElement
  const file = target.files?.[0]
  target.value = ''
  if (file) void meshFile.open(file)
}
function drop(event: DragEvent): void {
  const file = event.dataTransfer?.files[0]
  if (file) void meshFile.open(file)
}
const state = computed(() => {
  const mesh = source.value
  if (!mesh) return ''
  if (mesh.holes > 0) return t('target.mesh-open', { holes: counted(mesh.holes, 'hole') })
  if (mesh.crowdedEdges > 0) return t('target.mesh-overlap')
  return sentences(
    t('target.mesh-closed'),
    mesh.shells > 1 && t('target.mesh-shells', { shells: mesh.shells }),
    mesh.turnedTriangles > 0 && t('target.mesh-turned', { turnedTriangles: mesh.turnedTriangles }),
  )
})
</script>

<template>
  <div @dragover.prevent @drop.prevent="drop">
    <FilePicker ref="input" :label="t('target.mesh-file')" accept=".stl,.obj,.3mf" @change="pick" />
    <div class="flex flex-wrap items-center gap-3">
      <button type="button" class="btn" @click="input?.open()">
        {{ source ? t('target.another-file-button') : t('target.open-mesh-button') }}
      </button>
      <template v-if="meshFile.progress.value !== null">
        <progress
          class="bar flex-1 basis-32"
          :value="meshFile.progress.value"
          max="1"
          :aria-label="t('target.reading')"
        />
        <button type="button" class="btn btn-quiet" @click="meshFile.stop()">
          {{ t('target.stop-button') }}
        </button>
      </template>
      <p v-else-if="source" class="text-sm text-soft">
        {{
          t('target.mesh-triangles', {
            fileName: isolated(source.fileName),
            count: source.triangles.toLocaleString('en'),
          })
        }}
      </p>
      <p v-else class="text-sm text-soft">{{ t('target.drop-hint') }}</p>
    </div>
    <p v-if="meshFile.fault.value" role="alert" class="mt-2 font-semibold text-oxide">
      {{ meshFile.fault.value }}
    </p>
    <div v-if="source && figures" class="mt-3 grid gap-3 sm:grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)]">
      <MeshPreview
        v-if="meshFile.mesh.value"
        :triangles="meshFile.mesh.value.drawn"
        :label="name || t('target.the-part')"
      />
      <p v-else class="border border-line bg-well p-3 text-sm text-soft">
        {{ t('target.mesh-not-stored') }}
      </p>
      <div>
        <p class="text-xl font-bold" data-testid="mesh-volume">{{ volume(figures.volumeCm3) }}</p>
        <p data-testid="mesh-size">{{ size }}</p>
        <p v-if="figures.thinMm !== null && figures.thickMm !== null" class="text-sm text-soft">
          {{ t('target.mesh-walls', { thin: mm(figures.thinMm), thick: mm(figures.thickMm) }) }}
        </p>
        <p class="text-sm" :class="source.closed ? 'text-soft' : 'font-semibold text-amber'">{{ state }}</p>
        <div class="mt-2 grid grid-cols-2 gap-2">
          <label
            ><span class="label">{{ t('target.mesh-unit-label') }}</span>
            <select v-model="unit" class="field">
              <option v-for="one in MESH_UNITS" :key="one" :value="one">{{ one }}</option>
            </select></label
          >
          <QuantityField
            v-model="scalePct"
            :label="t('target.scale')"
            kind="percent"
            :max="100000"
            positive
          />
        </div>
        <p v-if="unclear" class="mt-2 border-l-8 border-amber bg-amber-wash px-2 py-1 text-sm" role="status">
          {{ t('target.mesh-unit-question', { units: units.join(', '), size }) }}
        </p>
      </div>
    </div>
  </div>
</template>

<script setup lang="ts">
import { t } from '~/words'
import type { MeshView } from '~/shared/charts/mesh-view'
import { onBeforeUnmount, onMounted, ref, watch } from 'vue'

/** A mesh turned by the pointer or the arrow keys. */
const props = defineProps<{ triangles: Float32Array; label: string }>()
const canvas = ref<HTMLCanvasElement>()
const failed = ref(false)
let view: MeshView | null = null
async function draw(): Promise<void> {
  view?.dispose()
  view = null
  if (!canvas.value) return
  try {
    const { showMesh } = await import('~/shared/charts/mesh-view')
    view = showMesh(canvas.value, props.triangles)
    failed.value = false
  } catch {
    // Without WebGL the figures stand alone.
    failed.value = true
  }
}
onMounted(draw)
watch(() => props.triangles, draw)
onBeforeUnmount(() => view?.dispose())
const TURNS: Record<string, [number, number]> = {
  ArrowLeft: [-0.2, 0],
  ArrowRight: [0.2, 0],
  ArrowUp: [0, -0.2],
  ArrowDown: [0, 0.2],
}
function turn(event: KeyboardEvent): void {
  const step = TURNS[event.key]
  if (!step || !view) return
  event.preventDefault()
  view.turn(...step)
}
</script>

<template>
  <div>
    <canvas
      v-show="!failed"
      ref="canvas"
      class="block h-64 w-full touch-none border border-line bg-well"
      role="img"
      tabindex="0"
      :aria-label="t('target.mesh-preview-label', { label })"
      data-testid="mesh-preview"
      @keydown="turn"
    />
    <p v-if="failed" class="border border-line bg-well p-3 text-sm text-soft">
      {{ t('target.mesh-no-preview') }}
    </p>
  </div>
</template>

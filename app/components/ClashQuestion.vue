<script setup lang="ts">
import type { RecordOf, Collection } from '#core/workspace'
import { now } from '~/stores/yard'

/** Two windows changed the same thing otherwise: the later one stands until the person says. */
const yard = useYard()
const clash = computed(() => yard.clashes[0]!)
const record = computed(() => yard.records[clash.value.collection][clash.value.id])
const nameOf = computed(() => {
  const one = record.value as { name?: string; number?: number; title?: string } | undefined
  return one?.name ?? (one?.number ? `heat ${one.number}` : 'the settings')
})
const shown = (value: unknown) => {
  const text = typeof value === 'string' ? value : (JSON.stringify(value) ?? 'nothing')
  return text.length > 80 ? `${text.slice(0, 80)}…` : text || 'nothing'
}
function keep(value: unknown): void {
  const { collection, id, field } = clash.value
  if (record.value) {
    const after = { ...record.value, [field]: value, updatedAt: now() } as RecordOf<Collection>
    yard.commit('Settle what two windows changed', [{ collection, id, after }])
  }
  yard.settle()
}
</script>

<template>
  <div
    role="alert"
    class="no-print flex flex-wrap items-center gap-3 border-y-2 border-amber bg-amber-wash px-4 py-2"
    data-testid="clash"
  >
    <span class="flex-1 basis-72"
      >Two windows changed “{{ clash.field }}” of <b>{{ nameOf }}</b>. Which one holds?</span
    >
    <button class="btn" @click="keep(clash.mine)">This window’s: {{ shown(clash.mine) }}</button>
    <button class="btn" @click="keep(clash.theirs)">The other’s: {{ shown(clash.theirs) }}</button>
  </div>
</template>

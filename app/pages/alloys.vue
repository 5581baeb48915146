<script setup lang="ts">
import { ALLOYS, GROUPS, liquidusOf, nominalOf, pourWindow, type Alloy } from '#core/alloys'

const yard = useYard()
const { degrees } = useUnits()
const group = ref<string>('all')
const search = ref('')
const chosen = ref<Alloy | null>(null)
const all = computed(() => [...yard.ownAlloys.map(({ alloy }) => alloy), ...ALLOYS])
const found = computed(() => {
  const words = search.value.toLowerCase().split(/\s+/).filter(Boolean)
  return all.value.filter((alloy) => {
    if (group.value !== 'all' && alloy.group !== group.value) return false
    const text = `${alloy.id} ${alloy.name} ${alloy.practice} ${alloy.use ?? ''}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
})
const liquidus = (alloy: Alloy) => liquidusOf(alloy, { [alloy.base]: 90, ...nominalOf(alloy) })
</script>

<template>
  <section>
    <div class="mb-4 flex flex-wrap items-end gap-3">
      <h1 class="flex-1 basis-56 text-2xl font-bold">{{ found.length }} alloys</h1>
      <label
        ><span class="sr-only">Group</span>
        <select v-model="group" class="field">
          <option value="all">all groups</option>
          <option v-for="name in GROUPS" :key="name" :value="name">{{ name }}</option>
        </select></label
      >
      <input
        v-model="search"
        type="search"
        class="field max-w-64"
        placeholder="Name, number or use"
        aria-label="Search the alloys"
      />
    </div>
    <ul class="grid gap-x-5 lg:grid-cols-2">
      <li v-for="alloy in found" :key="alloy.id" class="border-t border-line">
        <button class="w-full px-1 py-2 text-left hover:bg-well" @click="chosen = alloy">
          <span class="flex flex-wrap justify-between gap-x-4">
            <span class="font-bold">{{ alloy.name }}</span>
            <span class="text-soft"
              >{{ alloy.designation }}, liquidus {{ degrees(liquidus(alloy).liquidusC) }}</span
            >
          </span>
          <span class="block text-sm text-soft">{{ alloy.use }}</span>
        </button>
      </li>
    </ul>
    <SheetDialog v-if="chosen" :title="`${chosen.designation} ${chosen.name}`" @close="chosen = null">
      <p v-if="chosen.use" class="mb-2">{{ chosen.use }}.</p>
      <p class="mb-3">
        Liquidus {{ degrees(liquidus(chosen).liquidusC)
        }}<template v-if="liquidus(chosen).kind === 'estimate'">
          (estimate, ± {{ liquidus(chosen).spreadC }} °C)</template
        >, pour at {{ degrees(pourWindow(liquidus(chosen).liquidusC).fromC) }} to
        {{ degrees(pourWindow(liquidus(chosen).liquidusC).toC) }}.
      </p>
      <LimitGates :limits="chosen.limits" />
      <p v-if="chosen.note" class="mt-3 text-sm">{{ chosen.note }}</p>
      <p class="mt-3 mb-3 text-xs text-soft">Source: {{ chosen.source }}.</p>
      <button class="btn btn-next" @click="startHeat({ alloy: chosen })">Start a heat of it</button>
    </SheetDialog>
  </section>
</template>

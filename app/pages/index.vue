<script setup lang="ts">
import { heatStamp } from '#core/heat'

const yard = useYard()
const { grams } = useUnits()
const route = useRoute()
const { loadDemo, startBlank, loading, failed } = useFirstRun()
onMounted(() => {
  if (!yard.isEmpty) return
  if (route.query.yard === 'demo') void loadDemo()
  if (route.query.yard === 'blank') startBlank()
})
const open = computed(() => yard.heats.filter(({ loggedAt }) => !loggedAt).reverse())
const logged = computed(() => yard.heats.filter(({ loggedAt }) => loggedAt).reverse())
const stockG = computed(() => yard.lots.reduce((sum, lot) => sum + lot.massG, 0))
</script>

<template>
  <section v-if="yard.isEmpty" class="mx-auto max-w-3xl py-8">
    <h1 class="stamp text-3xl leading-none sm:text-4xl">From scrap bins to a stamped ingot</h1>
    <p class="mt-4 max-w-prose text-lg">
      Hephaestal works out what to weigh for a named alloy, walks you through the melt, and keeps account of
      every gram. Everything stays in this browser and in files you save.
    </p>
    <div class="mt-8 grid gap-4 sm:grid-cols-2">
      <div class="slab p-5">
        <h2 class="chalk">Try the demo yard</h2>
        <p class="my-3">Sixteen bins of scrap, twelve heats already poured, and one waiting to be weighed.</p>
        <button class="btn btn-next" :disabled="loading" @click="loadDemo">Open the demo yard</button>
      </div>
      <div class="slab p-5">
        <h2 class="chalk">Start your own</h2>
        <p class="my-3">An empty yard. Write down your first bin of scrap, then choose an alloy.</p>
        <button class="btn" @click="startBlank">Start a blank yard</button>
      </div>
    </div>
    <p v-if="failed" role="alert" class="mt-4 font-semibold text-oxide">{{ failed }}</p>
  </section>

  <section v-else>
    <div class="flex flex-wrap items-end justify-between gap-3">
      <h1 class="stamp text-3xl leading-none">{{ yard.settings.yardName }}</h1>
      <button class="btn btn-next" @click="startHeat()">Start a heat</button>
    </div>

    <div v-if="open.length" class="mt-5 grid gap-4" :class="open.length > 1 ? 'lg:grid-cols-2' : 'max-w-4xl'">
      <HeatCard v-for="heat in open" :key="heat.id" :heat="heat" />
    </div>
    <div v-else class="slab mt-5 p-5">
      <p v-if="yard.lots.length">
        No heat is open. {{ yard.lots.length }} lots, {{ grams(stockG, 100) }} in the bins.
      </p>
      <template v-else>
        <p class="text-lg">
          First,
          <NuxtLink to="/stock" class="font-semibold underline">write down what is in your bins</NuxtLink>.
          Then start a heat.
        </p>
      </template>
    </div>

    <h2 v-if="logged.length" class="chalk mt-8 mb-2">Poured lately</h2>
    <ul>
      <li v-for="heat in logged.slice(0, 6)" :key="heat.id" class="border-t border-line">
        <NuxtLink
          :to="`/heat/${heat.number}/assay`"
          class="flex flex-wrap items-baseline gap-x-4 py-2 hover:bg-well"
        >
          <span class="stamp w-16">{{ heatStamp(heat.number) }}</span>
          <span class="font-semibold">{{ heat.title }}</span>
          <span class="text-soft">{{ heat.alloy?.name }}</span>
          <span class="ml-auto text-sm text-soft">{{ heat.date }}</span>
        </NuxtLink>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { t } from '~/words'
import { useRoute } from '#imports'
import { computed, defineAsyncComponent, onMounted } from 'vue'
import { useFirstRun } from './useFirstRun'
import { useYard } from '~/storage/yard-store'

// The first screen of an empty yard needs none of these.
const HeatCard = defineAsyncComponent(() => import('./HeatCard.vue'))
const WalkOffer = defineAsyncComponent(() => import('~/features/guided-tour').then((door) => door.WalkOffer))
const BinsTogether = defineAsyncComponent(() => import('./BinsTogether.vue'))
const FirstPile = defineAsyncComponent(() => import('~/features/scrap-pile').then((door) => door.FirstPile))
const LooseEnds = defineAsyncComponent(() => import('./LooseEnds.vue'))
const MakesToday = defineAsyncComponent(() => import('~/features/scrap-pile').then((door) => door.MakesToday))
const SavedThisYear = defineAsyncComponent(() => import('./SavedThisYear.vue'))
const PouredLately = defineAsyncComponent(() => import('./PouredLately.vue'))
const yard = useYard()
const route = useRoute()
const { loadDemo, startBlank, loading, failed } = useFirstRun()
onMounted(() => {
  if (!yard.isEmpty) return
  if (route.query.yard === 'demo') void loadDemo()
  if (route.query.yard === 'blank') startBlank()
})
const startHeat = async () => (await import('~/shared/heat/useHeat')).startHeat()
const open = computed(() => yard.heats.filter(({ loggedAt }) => !loggedAt).reverse())
</script>

<template>
  <section v-if="yard.isEmpty" class="mx-auto max-w-3xl py-8">
    <h1 class="stamp text-3xl leading-none sm:text-4xl">{{ t('home.tagline') }}</h1>
    <p class="mt-4 max-w-prose text-lg">
      {{ t('home.intro') }}
    </p>
    <div class="mt-8 grid gap-4 sm:grid-cols-2">
      <div class="slab p-5">
        <h2 class="chalk">{{ t('home.demo-heading') }}</h2>
        <p class="my-3">{{ t('home.demo-hint') }}</p>
        <button class="btn btn-next" :disabled="loading" @click="loadDemo">
          {{ t('home.demo-button') }}
        </button>
      </div>
      <div class="slab p-5">
        <h2 class="chalk">{{ t('home.blank-heading') }}</h2>
        <p class="my-3">{{ t('home.blank-hint') }}</p>
        <button class="btn" @click="startBlank">{{ t('home.blank-button') }}</button>
      </div>
    </div>
    <p v-if="failed" role="alert" class="mt-4 font-semibold text-oxide">{{ failed }}</p>
  </section>

  <FirstPile v-else-if="!yard.heats.length" />

  <section v-else>
    <div class="flex flex-wrap items-end justify-between gap-3">
      <h1 class="stamp text-3xl leading-none">{{ yard.settings.yardName }}</h1>
      <button class="btn btn-next" @click="startHeat">{{ t('home.start-a-heat') }}</button>
    </div>

    <WalkOffer />
    <div class="front mt-5 grid grid-cols-1 items-start gap-x-8 gap-y-6">
      <div v-if="open.length" class="grid gap-4">
        <HeatCard v-for="heat in open" :key="heat.id" :heat="heat" />
      </div>
      <div v-else class="slab p-5">
        <p>{{ t('home.no-heat') }}</p>
      </div>
      <div class="beside grid grid-cols-1 gap-6">
        <LooseEnds />
        <MakesToday v-if="yard.lots.length" />
        <BinsTogether />
        <SavedThisYear />
      </div>
      <PouredLately />
    </div>
  </section>
</template>

<style scoped>
@media (min-width: 64rem) {
  .front {
    grid-template: auto 1fr / minmax(0, 1.7fr) minmax(0, 1fr);
  }
  .beside {
    grid-area: 1 / 2 / 3 / 3;
  }
}
</style>

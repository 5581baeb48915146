<script setup lang="ts">
import SourceMark from '~/shared/words/SourceMark.vue'
import { t, told } from '~/words'
import { I18nT } from 'vue-i18n'
import { useDebounceFn, useEventListener } from '@vueuse/core'
import { computed, defineAsyncComponent, onMounted, ref, watch } from 'vue'
import { heatStamp } from '#core/heat'
import { totalG } from '#core/lists'
import { castFirst, PILE_GROUPS, PILE_SOURCE, roundAmount, type PileTile } from '#core/scrap-pile'
import type { Lot } from '#core/stock'
import { LotEditor, ScrapQuestion, StockImport, usePastedTable } from '~/features/stock'
import CompositionBar from '~/shared/composition/CompositionBar.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'
import { meltAsItComes, startHeat } from '~/shared/heat/useHeat'
import { counted, joinFacts } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'
import { TILES } from '~/shared/words/amount-words'
import { useYard } from '~/storage/yard-store'
import ScrapDrawing from './ScrapDrawing.vue'
import { toWeightOf, useFirstPile } from './useFirstPile'
import { usePile, type PileCase, type PileRow } from './usePile'
import { bestFirst, usePileAnswer } from './usePileAnswer'

const PasteList = defineAsyncComponent(() => import('./PasteList.vue'))

/** A newcomer's first pile: what lies there is pointed at and weighed, and beneath stands what it can become. */
const MOST_SHOWN = 6
const yard = useYard()
const { grams } = useUnits()
const { faults, lotOf, tileOf, tap, say, shown, takenAs, remove } = useFirstPile()
const pile = usePile()
const { busy, fault, done, total, depends } = pile
const { wantedG, ready, partial, near, isSmall, again, runsOutWords, most, certain, bought, tapG, money } =
  usePileAnswer(pile)
/** Little is bought to use what there is, not the other way round. */
const nearest = computed(() => castFirst(near.value.filter(isSmall)).slice(0, 3))
const best = computed(() => bestFirst([...ready.value, ...partial.value]))
const all = ref(false)
const listed = computed(() => (all.value ? best.value : best.value.slice(0, MOST_SHOWN)))
const groups = PILE_GROUPS.map((name) => ({
  name,
  tiles: TILES.filter(({ group }) => group === name),
}))
/** A yard that is stocked already has its bins under Stock: here stands what is added now. */
const A_PILE = 8
const before = new Set(yard.lots.length > A_PILE ? yard.lots.map(({ id }) => id) : [])
const inOrder = computed(() => yard.lots.filter(({ id }) => !before.has(id)).reverse())
const editing = ref<Lot | 'new' | null>(null)
const pasting = ref(false)
const { table, fileName, fault: pasteFault, read, pasted } = usePastedTable()
useEventListener(document, 'paste', pasted)
/** What could not be read stays where it was typed. */
async function readList(text: string): Promise<void> {
  await read(text)
  if (table.value) pasting.value = false
}

async function point(tile: PileTile): Promise<void> {
  const id = tap(tile)
  if (id) await toWeightOf(id)
}
/** A heat that was begun already, and waits for its metal. */
const waiting = computed(() => yard.heats.findLast(({ loggedAt, weighed }) => !loggedAt && !weighed.length))
const make = (row: PileRow) => void startHeat({ alloy: row.alloy, tapMassG: tapG(row) }, 'charge')
const lookAgain = useDebounceFn(() => yard.lots.length > 0 && again(), 350)
/** So much is poured as the pile may give, until another figure is typed. */
const amountTold = ref(false)
watch(
  () => yard.lots,
  (lots) => {
    if (!amountTold.value && lots.length) wantedG.value = roundAmount(totalG(lots), yard.settings.mass)
  },
  { immediate: true },
)
watch([() => yard.lots, wantedG], lookAgain)
onMounted(() => yard.lots.length > 0 && again())

/** What comes of the pile if its open question has this answer. */
function caseWords({ rows }: PileCase): string {
  const first = bestFirst(rows.filter(({ reachG }) => reachG > 0))[0]
  if (first)
    return t('scrap-pile.answer', {
      mass: most(first),
      alloyName: told(first.alloy.name),
      certainty: certain(first),
    })
  const [near] = castFirst(rows.filter((row) => row.unlock !== null && isSmall(row)))
  return near
    ? t('scrap-pile.case-buy', { alloyName: told(near.alloy.name), metals: bought(near) })
    : t('scrap-pile.case-none')
}
const headline = computed(() => {
  if (!yard.lots.length) return ''
  const first = best.value[0]
  if (!first && depends.value.some(({ rows }) => bestFirst(rows)[0]?.reachG))
    return t('scrap-pile.answer-depends', { lotName: depends.value[0]!.lotName })
  if (!first) return t(busy.value || !total.value ? 'scrap-pile.trying' : 'scrap-pile.no-alloy')
  const others = best.value.length - 1
  const answer = { mass: most(first), alloyName: told(first.alloy.name), certainty: certain(first) }
  return others > 0
    ? t('scrap-pile.answer-with-others', { ...answer, otherAlloys: counted(others, 'other-alloy') })
    : t('scrap-pile.answer', answer)
})
</script>

<template>
  <section>
    <div class="flex flex-wrap items-end justify-between gap-3">
      <div>
        <h1 class="text-2xl leading-tight font-bold sm:text-3xl">{{ t('scrap-pile.title') }}</h1>
        <p class="text-soft">{{ t('scrap-pile.hint') }}</p>
      </div>
      <div class="flex flex-wrap gap-2">
        <button class="btn btn-quiet underline" @click="pasting = true">
          {{ t('scrap-pile.paste-button') }}
        </button>
        <NuxtLink to="/identify" class="btn btn-quiet underline">{{
          t('scrap-pile.identify-link')
        }}</NuxtLink>
        <NuxtLink v-if="waiting" :to="`/heat/${waiting.number}/charge`" class="btn">
          {{ ' ' + t('scrap-pile.continue-heat', { heatNumber: heatStamp(waiting.number) }) }}
        </NuxtLink>
        <button v-else class="btn btn-quiet underline" @click="startHeat()">
          {{ t('scrap-pile.start-heat-button') }}
        </button>
      </div>
    </div>

    <div class="mt-4 grid items-start gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1.1fr)_minmax(0,1fr)]">
      <div class="grid gap-3" data-testid="tiles">
        <section v-for="group in groups" :key="group.name" :aria-label="told(group.name)">
          <h2 class="label mb-1">{{ told(group.name) }}</h2>
          <ul class="tiles">
            <li v-for="tile in group.tiles" :key="tile.id">
              <button
                class="tile"
                :class="{ taken: lotOf(tile) }"
                :aria-label="
                  lotOf(tile)
                    ? t('scrap-pile.needs-amount', { lotName: tile.name })
                    : t('scrap-pile.add', { name: tile.name })
                "
                @click="point(tile)"
              >
                <ScrapDrawing :drawing="tile.drawing" class="size-10 sm:size-11" />
                <span class="w-full min-w-0 text-center">{{ tile.name }}</span>
                <span v-if="lotOf(tile)" class="tick" aria-hidden="true">✓</span>
              </button>
            </li>
          </ul>
        </section>
        <p>
          <button class="btn" @click="editing = 'new'">{{ t('scrap-pile.something-else') }}</button>
          <NuxtLink to="/scrap-book" class="btn btn-quiet ml-2 underline">{{
            t('scrap-pile.scrap-book-link')
          }}</NuxtLink>
        </p>
      </div>

      <div class="grid gap-5">
        <section v-if="yard.lots.length" :aria-label="t('scrap-pile.on-the-pile')">
          <h2 class="chalk mb-1">
            {{
              t('scrap-pile.pile-summary', {
                lots: counted(yard.lots.length, 'lot'),
                mass: grams(totalG(yard.lots), 10),
              })
            }}
          </h2>
          <p v-if="before.size" class="pb-1 text-soft">
            <I18nT keypath="scrap-pile.earlier-lots" scope="global"
              ><template #lotsLink
                ><NuxtLink to="/stock" class="underline">{{
                  t('scrap-pile.earlier-lots-link', { lots: counted(before.size, 'lot') })
                }}</NuxtLink></template
              ></I18nT
            >
          </p>
          <ul data-testid="first-pile">
            <li v-for="lot in inOrder" :key="lot.id" class="border-t border-line py-2" :data-lot="lot.name">
              <div class="flex items-center gap-2">
                <ScrapDrawing v-if="tileOf(lot)" :drawing="tileOf(lot)!.drawing" class="size-8 shrink-0" />
                <label :for="`amount-${lot.id}`" class="min-w-0 flex-1 font-bold break-words">{{
                  lot.name
                }}</label>
                <input
                  :id="`amount-${lot.id}`"
                  class="field w-40 shrink-0 text-right sm:w-52"
                  autocomplete="off"
                  :data-amount="lot.id"
                  :value="shown(lot)"
                  :aria-invalid="faults[lot.id] ? 'true' : undefined"
                  :aria-describedby="`taken-${lot.id}`"
                  @focus="($event.target as HTMLInputElement).select()"
                  @input="say(lot, ($event.target as HTMLInputElement).value)"
                  @change="say(lot, ($event.target as HTMLInputElement).value, true)"
                />
                <button class="btn btn-quiet" @click="remove(lot)">
                  <span aria-hidden="true">✕</span
                  ><span class="sr-only">{{ t('scrap-pile.remove-lot', { lotName: lot.name }) }}</span>
                </button>
              </div>
              <div :id="`taken-${lot.id}`">
                <p v-if="faults[lot.id]" role="alert" class="mt-1 text-sm font-semibold text-oxide">
                  {{ faults[lot.id] }}
                </p>
                <p v-else-if="takenAs(lot)" class="mt-1 text-sm text-soft">{{ takenAs(lot) }}</p>
              </div>
              <ScrapQuestion :lot="lot" />
              <details class="text-sm">
                <summary class="text-soft">{{ t('scrap-pile.assumed-composition') }}</summary>
                <div class="py-1">
                  <CompositionBar :composition="lot.composition" :sd="lot.sd" :label="lot.name" />
                  <p v-if="lot.note">{{ lot.note }}</p>
                  <p v-if="tileOf(lot)"><SourceMark :source="`${tileOf(lot)!.source}. ${PILE_SOURCE}.`" /></p>
                  <button class="btn mt-1" @click="editing = lot">
                    {{ t('scrap-pile.put-it-right') }}<span class="sr-only">: {{ lot.name }}</span>
                  </button>
                </div>
              </details>
            </li>
          </ul>
        </section>
        <p v-else class="slab p-5 text-lg">
          {{ t('scrap-pile.empty-hint') }}
        </p>

        <section v-if="yard.lots.length" :aria-label="t('scrap-pile.answer-heading')" data-testid="becomes">
          <h2 class="chalk mb-1">{{ t('scrap-pile.answer-heading') }}</h2>
          <p class="text-lg font-bold" aria-live="polite" data-testid="pile-answer">{{ headline }}</p>
          <ul v-if="depends.length && !busy" class="text-sm" data-testid="depends">
            <li v-for="one in depends" :key="one.says">
              {{ told(one.says) }}.
              <b>{{ caseWords(one) }}</b>
            </li>
          </ul>
          <p v-if="fault" role="alert" class="text-oxide">
            {{ t('scrap-pile.answer-failed', { reason: fault }) }}
          </p>
          <div class="my-2 flex items-end gap-3">
            <QuantityField
              class="w-40"
              :model-value="wantedG"
              :label="t('scrap-pile.mass-label')"
              kind="mass"
              positive
              @update:model-value="((amountTold = true), (wantedG = $event))"
            />
            <p v-if="busy" class="pb-2 text-sm text-soft">
              {{ t('scrap-pile.alloys-tried-count', { done, total }) }}
            </p>
          </div>
          <ul>
            <li
              v-for="row in listed"
              :key="row.id"
              class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line py-2"
            >
              <p class="min-w-0 flex-1 basis-56">
                <b>{{ told(row.alloy.name) }}</b> <span class="text-soft">{{ row.alloy.designation }}</span>
                <span class="block text-sm text-soft">
                  {{
                    joinFacts(
                      t('scrap-pile.most', { mass: most(row), certainty: certain(row) }),
                      runsOutWords(row),
                    )
                  }}
                  <span v-if="money(row).words" class="block">{{ money(row).words }}</span>
                </span>
              </p>
              <button
                class="btn"
                :class="{ 'btn-next': row === listed[0] }"
                :aria-label="
                  t('scrap-pile.weigh-out-label', { mass: grams(tapG(row)), alloyName: told(row.alloy.name) })
                "
                @click="make(row)"
              >
                {{ t('scrap-pile.weigh-out', { mass: grams(tapG(row)) }) }}
              </button>
            </li>
          </ul>
          <p v-if="listed[0] && money(listed[0]).ask" class="text-sm">
            <NuxtLink to="/prices#new-metal" class="text-soft underline">{{ money(listed[0]).ask }}</NuxtLink>
          </p>
          <button v-if="best.length > listed.length" class="btn btn-quiet underline" @click="all = true">
            {{ t('scrap-pile.show-all-button', { count: best.length }) }}
          </button>
          <template v-if="nearest.length">
            <h3 class="label mt-3">{{ t('scrap-pile.buy-heading') }}</h3>
            <ul>
              <li
                v-for="row in nearest"
                :key="row.id"
                class="flex flex-wrap items-center gap-x-3 border-t border-line py-2"
              >
                <p class="min-w-0 flex-1 basis-56">
                  <I18nT keypath="scrap-pile.buy-for" scope="global"
                    ><template #alloyName
                      ><b>{{ told(row.alloy.name) }}</b>
                      <span class="text-soft">{{ row.alloy.designation }}</span></template
                    ><template #metals>{{ bought(row) }}</template></I18nT
                  >
                </p>
                <button class="btn btn-quiet underline" @click="make(row)">
                  {{ t('scrap-pile.plan-it') }}<span class="sr-only">: {{ told(row.alloy.name) }}</span>
                </button>
              </li>
            </ul>
          </template>
          <p v-if="inOrder.length" class="flex flex-wrap items-center gap-x-3 border-t border-line py-2">
            <span class="min-w-0 flex-1 basis-56 text-sm text-soft">{{
              t('scrap-pile.as-it-comes-hint')
            }}</span>
            <button
              class="btn"
              :class="best.length || busy ? 'btn-quiet underline' : 'btn-next'"
              @click="meltAsItComes(inOrder)"
            >
              {{ t('scrap-pile.as-it-comes-button') }}
            </button>
          </p>
          <p class="mt-2 text-xs text-soft">
            {{ t('scrap-pile.estimate-note') }}
          </p>
        </section>
      </div>
    </div>
    <p v-if="pasteFault && !pasting" role="alert" class="mt-3 font-semibold text-oxide">{{ pasteFault }}</p>
    <PasteList v-if="pasting" :fault="pasteFault" @read="readList" @close="pasting = false" />
    <StockImport v-if="table" :table="table" :file-name="fileName" @close="table = null" />
    <LotEditor v-if="editing" :lot="editing === 'new' ? null : editing" @close="editing = null" />
  </section>
</template>

<style scoped>
.tiles {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(5.3rem, 1fr));
  gap: 0.35rem;
}
.tile {
  position: relative;
  display: grid;
  justify-items: center;
  align-content: start;
  gap: 0.15rem;
  width: 100%;
  height: 100%;
  min-height: 5rem;
  padding: 0.3rem 0.2rem;
  border: 1px solid var(--line);
  border-bottom-width: 3px;
  background: var(--panel);
  font-size: var(--text-sm);
  line-height: 1.1;
  /* Long compounds of other languages break where they must. */
  hyphens: auto;
  overflow-wrap: anywhere;
  text-align: center;
}
.tile:hover {
  background: var(--well);
}
.taken {
  border-color: var(--ember);
}
.tick {
  position: absolute;
  top: 0.15rem;
  right: 0.4rem;
  color: var(--ember);
  font-weight: 700;
}
</style>

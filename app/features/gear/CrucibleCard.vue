<script setup lang="ts">
import TermText from '~/shared/words/TermText.vue'
import { inSentence, t, told } from '~/words'
import { RETIRE_SOURCE, wantsFirstFire, type Crucible, type CrucibleCheck } from '#core/gear'
import { computed, ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'
import { dayOf, joinFacts } from '~/shared/units/figures'
import { FAMILY_WORDS, SOUND_WORDS, wearWords } from '~/shared/gear/gear-words'
import { useCrucibleCard } from './useCrucibleCard'
import FirstFire from './FirstFire.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A crucible: what it takes, what it has been through, its wear. */
const props = defineProps<{ crucible: Crucible }>()
const emit = defineEmits<{ edit: [] }>()
const gear = useGear()
const { grams, mm, degrees } = useUnits()
const card = useCrucibleCard(() => props.crucible)
const { story, material, wear, steel, memory, iron, open } = card
const family = computed(() => gear.familyOf(props.crucible))
const massG = ref<number | null>(null)
const wallMm = ref<number | null>(null)
const sound = ref<CrucibleCheck['sound']>('rings')
const washMetal = ref('')
const reason = ref('')
const newest = computed(() => props.crucible.checks.at(-1))
function look(): void {
  card.look({ massG: massG.value || null, wallMm: wallMm.value || null, sound: sound.value })
  massG.value = wallMm.value = null
}
function washHeat(): void {
  card.washHeat(washMetal.value)
  washMetal.value = ''
}
function retire(): void {
  card.retire(reason.value)
  reason.value = ''
}
/** Densities to say what it takes with: a casting aluminium and a tin bronze. */
const TAKES = [
  { base: 'Al', gcm3: 2.69, words: t('gear.aluminium') },
  { base: 'Cu', gcm3: 8.75, words: t('gear.bronze') },
] as const
const takes = computed(() =>
  TAKES.filter(
    ({ base }) => (family.value === null || family.value === base) && material.value.metals[base] !== 'never',
  )
    .map(({ gcm3, words }) =>
      t('gear.capacity-of', { mass: grams(gear.holds(props.crucible, gcm3), 10), metal: words }),
    )
    .join(` ${t('small.or')} `),
)
const kind = computed(() =>
  [
    t('gear.crucible-number', { number: props.crucible.number }),
    ...(props.crucible.material ? [inSentence(told(material.value.name))] : []),
    family.value
      ? t('gear.crucible-family', { familyName: FAMILY_WORDS[family.value] ?? family.value })
      : t('gear.no-family-yet'),
    ...(props.crucible.retiredAt
      ? [
          props.crucible.retiredWhy
            ? t('gear.retired-because', {
                date: dayOf(props.crucible.retiredAt),
                reason: props.crucible.retiredWhy,
              })
            : t('gear.retired', { date: dayOf(props.crucible.retiredAt) }),
        ]
      : []),
  ].join(', '),
)
</script>

<template>
  <li class="slab flex flex-col gap-2 p-3">
    <div class="flex items-start gap-3">
      <div class="min-w-0 flex-1">
        <h3 class="text-lg leading-tight font-bold break-words">{{ crucible.name }}</h3>
        <p class="text-sm text-soft">{{ kind }}</p>
      </div>
      <p class="text-right">
        <b class="text-xl">{{ story.heats }}</b><br /><span class="text-sm text-soft">{{
          story.heats === 1 ? t('gear.heat') : t('gear.heats')
        }}</span>
      </p>
    </div>
    <p v-if="takes">{{ t('gear.crucible-capacity', { capacity: takes }) }}</p>
    <p v-for="line in memory" :key="line" class="text-sm">{{ line }}</p>
    <ul v-if="iron.length" class="text-sm" :title="card.ironSource" data-testid="pot-iron">
      <li v-for="one in iron" :key="one.number">
        {{
          one.logged
            ? t('gear.iron-from-heat', {
                iron: one.words,
                minutes: Math.round(one.minutes),
                temperature: degrees(one.celsius),
              })
            : t('gear.iron-from-heat-estimated', {
                iron: one.words,
                minutes: Math.round(one.minutes),
                temperature: degrees(one.celsius),
              })
        }}
      </li>
    </ul>
    <p v-if="newest" class="text-sm text-soft">
      {{
        t('gear.inspected', {
          date: dayOf(newest.at),
          findings: joinFacts(
            SOUND_WORDS[newest.sound],
            newest.wallMm && t('gear.wall-thickness', { thickness: mm(newest.wallMm) }),
            newest.massG && grams(newest.massG),
          ),
        })
      }}
    </p>
    <p
      v-if="wearWords(wear)"
      :class="wear.retire ? 'font-semibold text-oxide' : 'text-sm'"
      :title="RETIRE_SOURCE"
    >
      {{ wearWords(wear) }}
    </p>
    <p v-if="crucible.material" class="text-sm text-soft">{{ told(material.mind) }}</p>
    <FirstFire
      v-if="wantsFirstFire(crucible, gear.heatsIn(crucible.id)) && !crucible.retiredAt"
      :crucible="crucible"
    />
    <p v-if="crucible.note" class="text-sm text-soft">{{ crucible.note }}</p>
    <form v-if="open === 'look'" class="grid grid-cols-2 gap-3" @submit.prevent="look">
      <QuantityField v-model="massG" :label="t('gear.mass-label')" kind="mass" nullable positive />
      <QuantityField v-model="wallMm" :label="t('gear.wall-label')" kind="length" nullable positive />
      <label class="col-span-2"
        ><span class="label">{{ t('gear.sound-label') }}</span>
        <select v-model="sound" class="field">
          <option v-for="(words, id) in SOUND_WORDS" :key="id" :value="id">{{ words }}</option>
        </select></label
      >
      <button class="btn btn-next col-span-2">{{ t('gear.save') }}</button>
    </form>
    <form v-if="open === 'wash-heat'" class="grid gap-2" @submit.prevent="washHeat">
      <p class="text-sm"><TermText :text="t('gear.wash-heat-hint')" /></p>
      <label
        ><span class="label">{{ t('gear.wash-metal-label') }}</span
        ><input
          v-model="washMetal"
          class="field"
          maxlength="120"
          :placeholder="t('gear.wash-metal-placeholder')"
      /></label>
      <button class="btn btn-next">{{ t('gear.save') }}</button>
    </form>
    <form v-if="open === 'retire'" class="grid gap-2" @submit.prevent="retire">
      <label
        ><span class="label">{{ t('gear.retire-reason-label') }}</span
        ><input
          v-model="reason"
          class="field"
          maxlength="300"
          :placeholder="t('gear.retire-reason-placeholder')"
      /></label>
      <button class="btn btn-next">{{ t('gear.retire-button') }}</button>
    </form>
    <div class="mt-auto flex flex-wrap gap-2">
      <button class="btn btn-quiet underline" :aria-expanded="open === 'look'" @click="card.toggle('look')">
        {{ t('gear.look-it-over') }}<span class="sr-only">: {{ crucible.name }}</span>
      </button>
      <template v-if="!crucible.retiredAt">
        <button v-if="steel" class="btn btn-quiet underline" @click="card.coat()">
          {{ t('gear.wash-put-on') }}<span class="sr-only">: {{ crucible.name }}</span>
        </button>
        <button
          :aria-label="t('gear.wash-heat-label', { crucibleName: crucible.name })"
          class="btn btn-quiet underline"
          :aria-expanded="open === 'wash-heat'"
          @click="card.toggle('wash-heat')"
        >
          {{ t('gear.wash-heat') }}
        </button>
      </template>
      <button class="btn btn-quiet underline" @click="emit('edit')">
        {{ t('gear.edit') }}<span class="sr-only"> {{ crucible.name }}</span>
      </button>
      <button v-if="crucible.retiredAt" class="btn btn-quiet underline" @click="card.takeBack()">
        {{ t('gear.take-back') }}<span class="sr-only"> {{ crucible.name }}</span>
      </button>
      <button
        v-else
        class="btn btn-quiet underline"
        :aria-expanded="open === 'retire'"
        @click="card.toggle('retire')"
      >
        {{ t('gear.retire') }}<span class="sr-only"> {{ crucible.name }}</span>
      </button>
    </div>
  </li>
</template>

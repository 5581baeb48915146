<script setup lang="ts">
import { crucibleWear, RETIRE_SOURCE, wantsFirstFire, type Crucible, type CrucibleCheck } from '#core/gear'
import { now } from '~/storage/yard-store'
import { computed, ref } from 'vue'
import { useGear } from '~/shared/gear/useGear'
import { useUnits } from '~/shared/units/useUnits'
import { dayOf } from '~/shared/units/figures'
import { FAMILY_WORDS, SOUND_WORDS, wearWords } from '~/shared/gear/gear-words'
import FirstFire from './FirstFire.vue'
import QuantityField from '~/shared/fields/QuantityField.vue'

/** A crucible: what it takes, its heats, its wear. */
const props = defineProps<{ crucible: Crucible }>()
const emit = defineEmits<{ edit: [] }>()
const gear = useGear()
const { grams, mm } = useUnits()
const heats = computed(() => props.crucible.heatsBefore + gear.heatsIn(props.crucible.id))
const family = computed(() => gear.familyOf(props.crucible))
const wear = computed(() => crucibleWear(props.crucible))
const looking = ref(false)
const massG = ref<number | null>(null)
const wallMm = ref<number | null>(null)
const sound = ref<CrucibleCheck['sound']>('rings')
const newest = computed(() => props.crucible.checks.at(-1))
function write(): void {
  const check: CrucibleCheck = {
    at: now(),
    massG: massG.value || null,
    wallMm: wallMm.value || null,
    sound: sound.value,
  }
  gear.keep(
    { ...props.crucible, checks: [...props.crucible.checks, check] },
    `Look at ${props.crucible.name}`,
  )
  looking.value = false
  massG.value = wallMm.value = null
}
const retire = () =>
  gear.keep(
    { ...props.crucible, retiredAt: props.crucible.retiredAt ? null : now() },
    `${props.crucible.retiredAt ? 'Take back' : 'Retire'} ${props.crucible.name}`,
  )
/** Densities to say what it takes with: a casting aluminium and a tin bronze. */
const TAKES = [
  { base: 'Al', gcm3: 2.69, words: 'aluminium' },
  { base: 'Cu', gcm3: 8.75, words: 'bronze' },
]
const takes = computed(() =>
  TAKES.filter(({ base }) => family.value === null || family.value === base)
    .map(({ gcm3, words }) => `${grams(gear.holds(props.crucible, gcm3), 10)} of ${words}`)
    .join(' or '),
)
</script>

<template>
  <li class="slab flex flex-col gap-2 p-3">
    <div class="flex items-start gap-3">
      <div class="min-w-0 flex-1">
        <h3 class="text-lg leading-tight font-bold break-words">{{ crucible.name }}</h3>
        <p class="text-sm text-soft">
          No. {{ crucible.number }}, {{ family ? `for ${FAMILY_WORDS[family] ?? family}` : 'no family yet'
          }}<template v-if="crucible.retiredAt">, retired {{ dayOf(crucible.retiredAt) }}</template>
        </p>
      </div>
      <p class="text-right">
        <b class="text-xl">{{ heats }}</b><br /><span class="text-sm text-soft">{{
          heats === 1 ? 'heat' : 'heats'
        }}</span>
      </p>
    </div>
    <p>Takes {{ takes }}, a fifth of the height left free.</p>
    <p v-if="newest" class="text-sm text-soft">
      Looked at {{ dayOf(newest.at) }}: {{ SOUND_WORDS[newest.sound]
      }}<template v-if="newest.wallMm">, wall {{ mm(newest.wallMm) }}</template
      ><template v-if="newest.massG">, {{ grams(newest.massG) }}</template
      >.
    </p>
    <p
      v-if="wearWords(wear)"
      :class="wear.retire ? 'font-semibold text-oxide' : 'text-sm'"
      :title="RETIRE_SOURCE"
    >
      {{ wearWords(wear) }}
    </p>
    <FirstFire
      v-if="wantsFirstFire(crucible, gear.heatsIn(crucible.id)) && !crucible.retiredAt"
      :crucible="crucible"
    />
    <p v-if="crucible.note" class="text-sm text-soft">{{ crucible.note }}</p>
    <form v-if="looking" class="grid grid-cols-2 gap-3" @submit.prevent="write">
      <QuantityField v-model="massG" label="Weighs" kind="mass" nullable positive />
      <QuantityField v-model="wallMm" label="Wall" kind="length" nullable positive />
      <label class="col-span-2"
        ><span class="label">Tapped with a knuckle, cold</span>
        <select v-model="sound" class="field">
          <option v-for="(words, id) in SOUND_WORDS" :key="id" :value="id">{{ words }}</option>
        </select></label
      >
      <button class="btn btn-next col-span-2">Write it down</button>
    </form>
    <div class="mt-auto flex flex-wrap gap-2">
      <button class="btn btn-quiet underline" @click="looking = !looking">
        Look it over<span class="sr-only">: {{ crucible.name }}</span>
      </button>
      <button class="btn btn-quiet underline" @click="emit('edit')">
        Edit<span class="sr-only"> {{ crucible.name }}</span>
      </button>
      <button class="btn btn-quiet underline" @click="retire">
        {{ crucible.retiredAt ? 'Take back' : 'Retire' }}<span class="sr-only"> {{ crucible.name }}</span>
      </button>
    </div>
  </li>
</template>

<script setup lang="ts">
import { computed, onScopeDispose, ref, watchEffect } from 'vue'
import { heatStamp } from '#core/heat'
import { useNotices } from '~/shared/page/useNotices'
import { t } from '~/words'
import AddDevice from './AddDevice.vue'
import { useGroup } from './group-store'
import { presenceWords } from './presence-words'

/** On a heat: who else is at it, the way onto the device at the scale or the furnace, and a word to it. */
const props = defineProps<{
  heat: number
  heatId: string
  stage: 'scale' | 'melt'
  /** where the melt stands here */
  at?: { step: number; steps: number }
}>()
const WORD_LETTERS = 200
const group = useGroup()
const { announce, say } = useNotices()
const wording = computed(() =>
  props.stage === 'melt' ? t('group.message-label') : t('group.message-to-scale-label'),
)
const adding = ref(false)
const text = ref('')
watchEffect(() => (group.atStep = props.at ?? null))
onScopeDispose(() => (group.atStep = null))

const there = computed(() => group.others.filter(({ presence }) => presence?.heat === props.heat))
const elsewhere = computed(() => group.others.filter(({ presence }) => presence?.heat !== props.heat))
/** The word that waits to be seen, if it is this device's own. */
const word = computed(() => group.wordTo(props.heatId))
function send(): void {
  const said = text.value.trim()
  if (!said) return
  group.whisper(props.heatId, said)
  text.value = ''
  say(t('group.message-sent'))
}
function call(id: string, name: string): void {
  group.call(id, props.heat, props.stage)
  announce(t('group.asked', { deviceName: name }))
}
</script>

<template>
  <section v-if="group.isOne" :aria-label="t('group.your-devices')">
    <div class="slab flex flex-wrap items-center gap-x-4 gap-y-2 p-3">
      <p v-for="{ id, name, presence } in there" :key="id" data-testid="there">
        <b>{{ name }}</b> {{ presence && presenceWords(presence) }}
      </p>
      <button v-for="{ id, name } in elsewhere" :key="id" class="btn" @click="call(id, name)">
        {{ t('group.ask-button', { deviceName: name }) }}
      </button>
      <button v-if="group.standing.is === 'here'" class="btn max-sm:hidden" @click="adding = true">
        {{ t('group.phone-link') }}
      </button>
      <form v-if="there.length" class="flex flex-1 basis-72 gap-2" @submit.prevent="send">
        <input
          v-model="text"
          class="field min-w-0 flex-1"
          :maxlength="WORD_LETTERS"
          :placeholder="wording"
          :aria-label="wording"
        />
        <button class="btn">{{ t('group.send-button') }}</button>
      </form>
      <p v-if="word?.own" class="w-full text-soft" data-testid="whisper-waits">
        {{ t('group.message-pending', { text: word.text }) }}
      </p>
    </div>
    <AddDevice
      v-if="adding"
      :title="t('group.handover-title', { heat: heatStamp(heat) })"
      :to="`/heat/${heat}/${stage}`"
      @close="adding = false"
    >
      <p class="text-lg font-semibold">
        {{ stage === 'melt' ? t('group.handover-hint') : t('group.scale-handover-hint') }}
      </p>
    </AddDevice>
  </section>
</template>

<script setup lang="ts">
import { I18nT } from 'vue-i18n'
import { computed, defineAsyncComponent, onMounted, ref } from 'vue'
import { SERVED } from '~/shared/page/served'
import { useNotices } from '~/shared/page/useNotices'
import { useYard } from '~/storage/yard-store'
import { t } from '~/words'
import { keysOffered } from './keys-offered'
import GroupBegin from './GroupBegin.vue'
import GroupDevices from './GroupDevices.vue'
import { useGroup } from './group-store'
import { noWords } from './no-words'

const AddDevice = defineAsyncComponent(() => import('./AddDevice.vue'))
const OwnYardQuestion = defineAsyncComponent(() => import('./OwnYardQuestion.vue'))

/** The devices that have this yard: how they stand, who is here, how another joins. */
const yard = useYard()
const group = useGroup()
const { announce } = useNotices()
const adding = ref(false)
const leaving = ref(false)
onMounted(() => void group.wake())

const impossible = computed(() => !SERVED || !keysOffered() || yard.keeping === 'nowhere')
/** How it stands, first of all. */
const answer = computed(() => {
  const { standing, waiting, part, agree, diskFull } = group
  if (part === 'waiting') return t('group.other-window')
  if (standing.is === 'older') return t('group.app-outdated')
  if (standing.is === 'refused') return noWords(standing.why, standing.afterS)
  if (standing.is === 'away') return waiting ? t('group.offline-waiting') : t('group.offline-note')
  if (standing.is === 'damaged') return t('group.log-damaged')
  if (diskFull) return t('group.disk-full')
  if (waiting) return t('group.sending')
  if (group.devices.length < 2) return t('group.no-members')
  if (!agree) return t('group.comparing')
  return group.others.length > 0 ? t('group.in-sync') : t('group.waiting-for-others')
})
const tone = computed(() => {
  const { is } = group.standing
  if (group.part === 'waiting') return 'border-line'
  if (is === 'here') return group.diskFull ? 'border-amber' : 'border-patina'
  return is === 'away' ? 'border-amber' : 'border-oxide'
})
/** Another server, or one set up anew, can be told of this yard again. */
const anew = computed(() => group.standing.is === 'refused' && group.standing.why === 'unknown-group')
const reload = () => location.reload()

async function leave(): Promise<void> {
  await group.leave()
  leaving.value = false
  announce(t('group.left-group'))
}
</script>

<template>
  <section>
    <h1 class="mb-2 text-2xl font-bold">{{ t('group.page-title') }}</h1>
    <template v-if="group.part === 'none'">
      <p class="mb-4 max-w-2xl">{{ t('group.intro') }}</p>
      <p v-if="!SERVED" class="slab max-w-2xl p-4" data-testid="group-impossible">
        <I18nT keypath="group.no-server" scope="global"
          ><template #safetyLink
            ><NuxtLink to="/backup" class="underline">{{ t('group.safety-link') }}</NuxtLink></template
          ></I18nT
        >
      </p>
      <p v-else-if="impossible" class="slab max-w-2xl p-4" data-testid="group-impossible">
        {{ keysOffered() ? t('group.not-stored') : t('group.no-tls') }}
      </p>
      <GroupBegin v-else />
    </template>
    <template v-else>
      <OwnYardQuestion v-if="group.asks" />
      <p
        v-else
        role="status"
        class="mb-4 max-w-3xl border-l-8 bg-panel p-3 text-lg"
        :class="tone"
        data-testid="group-standing"
      >
        {{ answer }}
        <button v-if="group.standing.is === 'older'" class="btn ml-2" @click="reload">
          {{ t('group.reload-button') }}
        </button>
        <button v-else-if="anew" class="btn ml-2" @click="group.tryAgain({ how: 'found', code: '' })">
          {{ t('group.restart-button') }}
        </button>
        <button
          v-else-if="group.standing.is === 'refused' || group.standing.is === 'damaged'"
          class="btn ml-2"
          @click="group.tryAgain()"
        >
          {{ t('group.try-again') }}
        </button>
      </p>
      <template v-if="group.part === 'in' && !group.asks">
        <GroupDevices v-if="group.standing.is === 'here'" />
        <div class="mt-4 flex flex-wrap gap-3">
          <button v-if="group.standing.is === 'here'" class="btn btn-next" @click="adding = true">
            {{ t('group.add-a-device') }}
          </button>
          <button class="btn" :aria-expanded="leaving" @click="leaving = !leaving">
            {{ t('group.leave-button') }}
          </button>
        </div>
        <p v-if="leaving" class="mt-3 max-w-2xl border-l-8 border-amber bg-amber-wash p-3">
          {{ t('group.leave-question') }}
          <button class="btn ml-2" @click="leave">{{ t('group.leave-confirm') }}</button>
        </p>
        <AddDevice v-if="adding" @close="adding = false" />
      </template>
    </template>
    <details class="mt-6 max-w-2xl">
      <summary class="chalk cursor-pointer">{{ t('group.privacy-heading') }}</summary>
      <p class="mt-2 text-soft">{{ t('group.privacy-note') }}</p>
    </details>
  </section>
</template>

<script setup lang="ts">
import { I18nT } from 'vue-i18n'
import { navigateTo, useRoute } from '#imports'
import { computed, onMounted, ref, watch } from 'vue'
import { SERVED } from '~/shared/page/served'
import { useNotices } from '~/shared/page/useNotices'
import { useYard } from '~/storage/yard-store'
import { t } from '~/words'
import DeviceName from './DeviceName.vue'
import { usualName } from './device-name'
import { useGroup } from './group-store'
import { fromFragment } from './invitation'
import JoinByAddress from './JoinByAddress.vue'
import { keysOffered } from './keys-offered'
import { noWords } from './no-words'
import OwnYardQuestion from './OwnYardQuestion.vue'

/** Where another device's code leads: this one joins the yard, and goes on to what it was called for. */
const route = useRoute()
const group = useGroup()
const yard = useYard()
const { announce } = useNotices()
const invitation = computed(() => fromFragment(route.hash))
const name = ref(usualName())
const missing = ref(false)
const began = ref(false)
const possible = computed(() => SERVED && keysOffered() && yard.keeping !== 'nowhere')

async function join(): Promise<void> {
  missing.value = name.value.trim() === ''
  if (missing.value || !invitation.value) return
  began.value = true
  await group.join(invitation.value, name.value.trim())
}
const ofThis = computed(() => group.part !== 'none' && group.membership?.group === invitation.value?.group)
/** Taken in before this page was loaded anew. */
const resumed = computed(() => ofThis.value && !!group.membership?.joining)
/** A device that is in already and scans the code is only shown where to go. */
const known = computed(() => !began.value && ofThis.value && !resumed.value)
onMounted(() => void group.wake())
watch(
  [known, () => began.value && group.isOne] as const,
  ([isKnown, isOne]) => {
    if (!isKnown && !isOne) return
    if (isOne) announce(t('group.joined'))
    void navigateTo(invitation.value?.to ?? '/', { replace: true })
  },
  { immediate: true },
)
watch(
  () => group.failed,
  (failed) => failed && (began.value = false),
)
</script>

<template>
  <section class="max-w-2xl">
    <h1 class="mb-2 text-2xl font-bold">{{ t('group.join-title') }}</h1>
    <p v-if="!possible" class="slab p-4" data-testid="group-impossible">
      {{ keysOffered() ? t('group.not-stored') : t('group.no-tls') }}
    </p>
    <template v-else-if="!invitation">
      <p v-if="route.hash" role="alert" class="slab mb-4 p-4">{{ t('group.invitation-invalid') }}</p>
      <JoinByAddress />
    </template>
    <OwnYardQuestion v-else-if="group.asks" />
    <p v-else-if="began || resumed" role="status" class="slab p-4">{{ t('group.joining') }}</p>
    <p v-else-if="group.part !== 'none' && !known" role="alert" class="slab p-4">
      <I18nT keypath="group.already-in-group" scope="global"
        ><template #groupLink
          ><NuxtLink to="/group" class="underline">{{ t('group.your-devices') }}</NuxtLink></template
        ></I18nT
      >
    </p>
    <form v-else class="slab p-4" novalidate @submit.prevent="join">
      <p class="mb-3">{{ t('group.join-caution') }}</p>
      <DeviceName v-model="name" :missing="missing" />
      <p v-if="group.failed" role="alert" class="mt-3 font-semibold text-oxide">
        {{ noWords(group.failed.why, group.failed.afterS) }}
      </p>
      <button class="btn btn-next mt-4">{{ t('group.join') }}</button>
    </form>
  </section>
</template>

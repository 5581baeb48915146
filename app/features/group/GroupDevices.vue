<script setup lang="ts">
import { nextTick, ref, useTemplateRef } from 'vue'
import { useNotices } from '~/shared/page/useNotices'
import { momentWords } from '~/shared/units/dates'
import { t } from '~/words'
import { useGroup, type OtherDevice } from './group-store'
import { presenceWords } from './presence-words'

/** Each device of the yard: its name, whether it is here, and where. */
const group = useGroup()
const { announce } = useNotices()
const naming = ref(false)
const name = ref('')
const field = useTemplateRef<HTMLInputElement[]>('field')
const goes = ref<string | null>(null)

function startNaming(): void {
  name.value = group.membership?.name ?? ''
  naming.value = true
  void nextTick(() => field.value?.[0]?.select())
}
function rename(): void {
  if (name.value.trim()) group.rename(name.value.trim())
  naming.value = false
}
function shutOut(device: OtherDevice): void {
  group.withdraw(device.id)
  goes.value = null
  announce(t('group.removed', { deviceName: device.name }))
}
/** What is known of where it is. */
const whereabouts = ({ here, self, presence }: OtherDevice) => {
  if (self) return t('group.this-device')
  if (!here) return t('group.offline')
  return (presence && presenceWords(presence)) || t('group.online')
}
</script>

<template>
  <ul class="slab max-w-3xl divide-y divide-line" :aria-label="t('group.your-devices')">
    <li v-for="device in group.devices" :key="device.id" class="p-4" data-testid="device">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-2">
        <form v-if="device.self && naming" class="flex flex-wrap gap-2" @submit.prevent="rename">
          <input
            ref="field"
            v-model="name"
            class="field"
            maxlength="40"
            :aria-label="t('group.device-name-label')"
          />
          <button class="btn">{{ t('group.save-name-button') }}</button>
        </form>
        <b v-else class="text-lg">{{ device.name }}</b>
        <span :class="device.here ? 'text-patina' : 'text-soft'">{{ whereabouts(device) }}</span>
        <span class="text-soft">{{ t('group.member-since', { time: momentWords(device.since) }) }}</span>
        <span class="ml-auto">
          <button v-if="device.self && !naming" class="btn btn-quiet" @click="startNaming">
            {{ t('group.rename') }}
          </button>
          <button
            v-else-if="!device.self"
            class="btn btn-quiet"
            :aria-expanded="goes === device.id"
            @click="goes = goes === device.id ? null : device.id"
          >
            {{ t('group.remove-button', { deviceName: device.name }) }}
          </button>
        </span>
      </div>
      <p v-if="goes === device.id" class="mt-2 border-l-8 border-amber bg-amber-wash p-3">
        {{ t('group.remove-question', { deviceName: device.name }) }}
        <button class="btn ml-2" @click="shutOut(device)">{{ t('group.remove-confirm') }}</button>
      </p>
    </li>
  </ul>
</template>

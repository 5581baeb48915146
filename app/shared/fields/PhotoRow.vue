<script setup lang="ts">
import { t } from '~/words'
import { ref } from 'vue'
import FilePicker from './FilePicker.vue'
import KeptPhoto from './KeptPhoto.vue'
/** Pictures of a thing: taken with the camera or from files, made small and kept in the browser. */
const props = defineProps<{ photos: string[]; name: string }>()
const emit = defineEmits<{ 'update:photos': [ids: string[]] }>()
const MOST = 12
const input = ref<{ open: () => void }>()
const fault = ref('')
const busy = ref(false)
async function add(event: Event): Promise<void> {
  const target = event.target as HTMLInputElement
  const files = [...(target.files ?? [])]
  target.value = ''
  fault.value = ''
  busy.value = true
  const { keepPhoto } = await import('~/storage/photos')
  const kept = [...props.photos]
  for (const file of files.slice(0, MOST - kept.length))
    try {
      kept.push(await keepPhoto(file))
    } catch {
      fault.value = t('shared-fields.picture-unreadable', { fileName: file.name })
    }
  if (files.length > MOST - props.photos.length)
    fault.value = t('shared-fields.too-many-pictures', { limit: MOST })
  busy.value = false
  if (kept.length > props.photos.length) emit('update:photos', kept)
}
</script>

<template>
  <div>
    <FilePicker
      ref="input"
      :label="t('shared-fields.picture-input-label')"
      accept="image/*"
      multiple
      @change="add"
    />
    <div class="flex flex-wrap items-center gap-2">
      <figure v-for="(id, index) in photos" :key="id" class="relative">
        <KeptPhoto
          :id="id"
          :alt="
            t('shared-fields.picture-alt', {
              name: name || t('shared-fields.picture-of-lot'),
              number: index + 1,
            })
          "
          class="block size-20 border border-line"
        />
        <button
          type="button"
          class="absolute top-0 right-0 grid size-7 place-items-center bg-panel"
          @click="
            emit(
              'update:photos',
              photos.filter((one) => one !== id),
            )
          "
        >
          ✕<span class="sr-only">{{ t('shared-fields.remove-picture-button', { number: index + 1 }) }}</span>
        </button>
      </figure>
      <button v-if="photos.length < MOST" type="button" class="btn" :disabled="busy" @click="input?.open()">
        {{ busy ? t('shared-fields.picture-shrinking') : t('shared-fields.add-a-picture') }}
      </button>
    </div>
    <p v-if="fault" role="alert" class="mt-1 font-semibold text-oxide">{{ fault }}</p>
  </div>
</template>

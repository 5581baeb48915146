<script setup lang="ts">
import { onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'
import SheetDialog from '~/shared/page/SheetDialog.vue'
import { why } from '~/storage/why'
import { t } from '~/words'

/** Looks through the camera for a QR code. What it sees goes no further than this page. */
const emit = defineEmits<{ close: []; read: [text: string] }>()
const video = useTemplateRef('video')
const refused = ref('')
/** Longest side of the picture that is searched, px: enough for a code that fills a third of it. */
const LONGEST = 800
const LOOK_MS = 200
let stream: MediaStream | null = null
let timer: ReturnType<typeof setTimeout> | undefined
let gone = false

onMounted(async () => {
  try {
    const { decodeQR } = await import('qr/decode.js')
    stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } })
    if (gone) return stop()
    video.value!.srcObject = stream
    await video.value!.play()
    look(decodeQR)
  } catch (error) {
    if (!gone) refused.value = t('group.camera-refused', { reason: why(error) })
  }
})
onBeforeUnmount(() => {
  gone = true
  stop()
})
function stop(): void {
  clearTimeout(timer)
  for (const track of stream?.getTracks() ?? []) track.stop()
}

function look(decodeQR: (image: ImageData) => string): void {
  const picture = video.value && pictureOf(video.value)
  try {
    if (picture) return emit('read', decodeQR(picture))
  } catch {
    // No code in this picture: the next may have one.
  }
  timer = setTimeout(() => look(decodeQR), LOOK_MS)
}
function pictureOf({ videoWidth, videoHeight }: HTMLVideoElement): ImageData | null {
  if (!videoWidth || !videoHeight) return null
  const scale = Math.min(1, LONGEST / Math.max(videoWidth, videoHeight))
  const canvas = document.createElement('canvas')
  canvas.width = Math.round(videoWidth * scale)
  canvas.height = Math.round(videoHeight * scale)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  context?.drawImage(video.value!, 0, 0, canvas.width, canvas.height)
  return context?.getImageData(0, 0, canvas.width, canvas.height) ?? null
}
</script>

<template>
  <SheetDialog :title="t('group.scan-heading')" @close="emit('close')">
    <p v-if="refused" role="alert" class="font-semibold text-oxide">{{ refused }}</p>
    <template v-else>
      <video
        ref="video"
        muted
        playsinline
        class="max-h-[60vh] w-full bg-ink object-contain"
        :aria-label="t('group.camera-picture')"
      />
      <p class="mt-2 text-soft">{{ t('group.camera-hint') }}</p>
    </template>
  </SheetDialog>
</template>

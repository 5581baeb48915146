import { onBeforeUnmount, ref, watch } from 'vue'

/** The address of a kept picture, for as long as it is shown. */
export function usePhoto(id: () => string) {
  const src = ref('')
  const missing = ref(false)
  const forget = () => {
    if (src.value) URL.revokeObjectURL(src.value)
    src.value = ''
  }
  watch(
    id,
    async (wanted) => {
      forget()
      const { findPhoto } = await import('~/storage/photos')
      const photo = await findPhoto(wanted).catch(() => null)
      missing.value = !photo
      if (photo && wanted === id()) src.value = URL.createObjectURL(photo)
    },
    { immediate: true },
  )
  onBeforeUnmount(forget)
  return { src, missing }
}

import { onBeforeUnmount, ref, watch } from 'vue'
import { elsewhere } from './photos-elsewhere'

/**
 * The address of a kept picture, for as long as it is shown. One that another device has is asked for.
 * @param whole whether a small one will not do: then it is kept here from now on
 */
export function usePhoto(id: () => string, whole: () => boolean = () => false) {
  const src = ref('')
  /** not here: nobody has it any more, or another device has it that is away */
  const missing = ref<false | 'lost' | 'elsewhere'>(false)
  let shown = ''
  const forget = () => {
    if (src.value) URL.revokeObjectURL(src.value)
    src.value = ''
    shown = ''
  }
  watch(
    [id, () => elsewhere.value?.others ?? null],
    async ([wanted, others]) => {
      if (shown === wanted) return
      forget()
      const { findPhoto } = await import('~/storage/photos')
      const kept = await findPhoto(wanted).catch(() => null)
      const asked = () => elsewhere.value!.ask(wanted, !whole()).catch(() => null)
      const photo = kept ?? (others ? await asked() : null)
      if (wanted !== id() || shown === wanted) return
      missing.value = photo ? false : elsewhere.value ? 'elsewhere' : 'lost'
      if (!photo) return
      shown = wanted
      src.value = URL.createObjectURL(photo)
    },
    { immediate: true },
  )
  onBeforeUnmount(forget)
  return { src, missing }
}

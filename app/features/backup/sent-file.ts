/** Where the service worker leaves what another app sent (public/take-share.js). */
const SHARED = 'shared-files'

interface LaunchParams {
  files: readonly { getFile: () => Promise<File> }[]
}
interface Launching {
  launchQueue?: { setConsumer: (consumer: (params: LaunchParams) => void) => void }
}

/** The file that another app sent here, once: whoever asks takes it. */
export async function takeSentFile(): Promise<File | null> {
  if (!('caches' in window)) return null
  const cache = await caches.open(SHARED)
  const kept = await cache.match('file')
  if (!kept) return null
  await caches.delete(SHARED)
  const blob = await kept.blob()
  return new File([blob], decodeURIComponent(kept.headers.get('x-name') ?? ''), { type: blob.type })
}

/** Files that the system opens with the app, where it may be told to. */
export function onOpenedWith(take: (file: File) => void): void {
  ;(window as Launching).launchQueue?.setConsumer(({ files }) => {
    void files[0]?.getFile().then(take)
  })
}

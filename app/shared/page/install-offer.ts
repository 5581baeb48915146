import { shallowRef } from 'vue'

/** What a browser hands over where the app may be put on the device. */
interface InstallEvent extends Event {
  prompt: () => Promise<unknown>
}

/** Offered by the browser, once a visit; whoever shows Safe keeping finds it here. */
export const installing = shallowRef<InstallEvent | null>(null)

/** Listens for the browser's offer, which comes soon after the start or never. */
export function awaitInstallOffer(): void {
  window.addEventListener('beforeinstallprompt', (event) => {
    event.preventDefault()
    installing.value = event as InstallEvent
  })
  window.addEventListener('appinstalled', () => (installing.value = null))
}

/** The app runs as one of the device's own. */
export const isInstalled = (): boolean => window.matchMedia('(display-mode: standalone)').matches

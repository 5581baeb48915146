/** Beeps of a ring, s after it begins, and how long it takes. */
const BEEPS_S = [0, 0.5, 1]
const RING_S = 3
const PITCH_HZ = 880
const SHAKE_MS = [400, 200, 400, 200, 400]

/**
 * Three beeps after some time. They are handed to the sound hardware at once: it keeps time while the page sleeps.
 * @param inS seconds from now
 * @returns takes the beeps back
 */
export function beepIn(inS: number): () => void {
  if (typeof AudioContext === 'undefined') return () => {}
  const audio = new AudioContext()
  const close = () => void (audio.state === 'closed' || audio.close().catch(() => {}))
  for (const after of BEEPS_S) {
    const tone = audio.createOscillator()
    const volume = audio.createGain()
    tone.frequency.value = PITCH_HZ
    volume.gain.value = 0.4
    tone.connect(volume).connect(audio.destination)
    const start = audio.currentTime + Math.max(0, inS) + after
    tone.start(start)
    tone.stop(start + 0.3)
  }
  setTimeout(close, 1000 * (Math.max(0, inS) + RING_S))
  return close
}

/** Shakes the device, where it can. */
export const shake = (): void => void navigator.vibrate?.(SHAKE_MS)

/** Asks once whether notices may be shown while another app or page is in front; at a press, or the browser refuses. */
export function askForNotices(): void {
  if (typeof Notification !== 'undefined' && Notification.permission === 'default')
    void Notification.requestPermission().catch(() => {})
}

/** Shows a notice of the system while the page is not seen, where that was allowed. */
export async function notify(title: string, tag: string): Promise<void> {
  if (typeof Notification === 'undefined' || Notification.permission !== 'granted') return
  const worker = await navigator.serviceWorker?.getRegistration().catch(() => undefined)
  if (worker) await worker.showNotification(title, { tag, requireInteraction: true }).catch(() => {})
  else new Notification(title, { tag })
}

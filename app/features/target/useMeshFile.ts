import { t } from '~/words'
import { onBeforeUnmount, ref, shallowRef } from 'vue'
import { proxy, wrap } from 'comlink'
import type { MeasuredMesh, MeshEngine } from '../../../workers/mesh.worker'
import { meshFaultWords } from './casting-words'

/** A mesh file on its way in: read and measured in a worker, with progress, stopped by ending the worker. */
export function useMeshFile() {
  const mesh = shallowRef<MeasuredMesh | null>(null)
  const fileName = ref('')
  const progress = ref<number | null>(null)
  const fault = ref('')
  let worker: Worker | null = null

  function stop(): void {
    worker?.terminate()
    worker = null
    progress.value = null
  }
  onBeforeUnmount(stop)

  async function open(file: File): Promise<void> {
    stop()
    fault.value = ''
    mesh.value = null
    fileName.value = file.name.slice(0, 255)
    progress.value = 0
    const mine = new Worker(new URL('../../../workers/mesh.worker.ts', import.meta.url), { type: 'module' })
    worker = mine
    try {
      const bytes = new Uint8Array(await file.arrayBuffer())
      const failed = new Promise<never>((_, reject) => {
        mine.addEventListener('error', () => reject(new Error('worker')))
      })
      const told = proxy((done: number) => {
        if (worker === mine) progress.value = done
      })
      const answer = await Promise.race([wrap<MeshEngine>(mine).measure(bytes, told), failed])
      if (worker !== mine) return
      if (answer.ok) mesh.value = answer.mesh
      else fault.value = meshFaultWords(answer.fault, file.name)
    } catch {
      if (worker !== mine) return
      fault.value = t('target.mesh-not-read', { fileName: file.name })
    }
    stop()
  }

  return { mesh, fileName, progress, fault, open, stop }
}

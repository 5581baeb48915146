import { ref } from 'vue'
import type { Workspace } from '#core/workspace'
import { useYard } from '~/storage/yard-store'

/** What a stranger meets: the demo yard, or a blank one. */
export function useFirstRun() {
  const yard = useYard()
  const loading = ref(false)
  const failed = ref('')

  async function loadDemo(): Promise<void> {
    loading.value = true
    failed.value = ''
    try {
      const { default: demo } = await import('#data/demo-yard.json')
      yard.replaceAll('Open the demo yard', structuredClone(demo) as unknown as Workspace)
    } catch {
      failed.value = 'The demo yard could not be loaded. Reload the page and try again.'
    } finally {
      loading.value = false
    }
  }

  function startBlank(): void {
    yard.changeSettings({ yardName: 'My yard' })
  }

  return { loadDemo, startBlank, loading, failed }
}

import { language, t } from '~/words'
import { habitsOf, placeOf } from '~/shared/units/habits'
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
      yard.replaceAll(t('small.demo-edit'), structuredClone(demo) as unknown as Workspace)
    } catch {
      failed.value = t('home.demo-failed')
    } finally {
      loading.value = false
    }
  }

  function startBlank(): void {
    yard.changeSettings({ yardName: t('home.my-yard'), ...habitsOf(placeOf(language)) })
  }

  return { loadDemo, startBlank, loading, failed }
}

import { t } from '~/words'
import { counted } from '~/shared/units/figures'
import { ref } from 'vue'
import { parseChargeProblem, type ChargeProblem } from '#core/charge'
import { heatFromProblem, heatStamp, namedProblem } from '#core/heat'
import { navigateTo } from '#imports'
import { downloadText } from '~/shared/page/useDownload'
import { useHeat } from '~/shared/heat/useHeat'
import { useNotices } from '~/shared/page/useNotices'
import { pickedFile } from '~/shared/fields/usePickedFile'
import { now, type Edit, useYard, zoneHere } from '~/storage/yard-store'

/** Saves the charge as an open problem file, and opens one as a new heat. */
export function useProblemFile() {
  const yard = useYard()
  const { heat } = useHeat()
  const { announce } = useNotices()
  const fault = ref('')

  function save(problem: ChargeProblem, lotName: (id: string) => string): void {
    const text = `${JSON.stringify(namedProblem(problem, lotName), null, 2)}\n`
    downloadText(text, `charge-${heatStamp(heat.value?.number ?? 0)}.json`)
    announce(t('charge.problem-exported'))
  }

  async function open(event: Event): Promise<void> {
    const chosen = pickedFile(event, 'problem')
    if (!chosen) return
    fault.value = chosen.refused
    if (chosen.file) await openFile(chosen.file)
  }

  async function openFile(file: File): Promise<void> {
    let value: unknown
    try {
      value = JSON.parse(await file.text())
    } catch {
      fault.value = t('charge.problem-not-json', { fileName: file.name })
      return
    }
    const parsed = parseChargeProblem(value)
    if (!parsed.ok) {
      const [first] = parsed.issues
      fault.value = t('charge.problem-invalid', {
        fileName: file.name,
        path: first?.path.join(' › ') || t('charge.problem-top-level'),
        message: first?.message,
      })
      return
    }
    fault.value = ''
    const ids = Array.from({ length: parsed.problem.lots.length + 1 }, () => crypto.randomUUID() as string)
    const opened = heatFromProblem(parsed.problem, yard.lots, yard.heats, {
      ids,
      now: now(),
      zone: zoneHere(),
    })
    const edits: Edit[] = [
      { collection: 'heats', id: opened.heat.id, after: opened.heat },
      ...opened.lots.map((lot): Edit => ({ collection: 'lots', id: lot.id, after: lot })),
    ]
    if (!yard.commit(t('charge.import-problem', { fileName: file.name }), edits)) return
    announce(
      opened.lots.length > 0
        ? t('charge.imported-with-lots', {
            heatNumber: heatStamp(opened.heat.number),
            lots: counted(opened.lots.length, 'lot'),
          })
        : t('charge.imported', { heatNumber: heatStamp(opened.heat.number) }),
    )
    await navigateTo(`/heat/${opened.heat.number}/charge`)
  }

  return { save, open, openFile, fault }
}

import { nth } from '#core/lists'
import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import { useYard } from '~/storage/yard-store'
import { STAGES } from './stages-words'
import { navigateTo } from '#imports'
import { useHeat } from '~/shared/heat/useHeat'
import { useSingleKeys } from '~/shared/page/useSingleKeys'
import { useNotices } from '~/shared/page/useNotices'
import { useStopping } from '~/features/melt'
import { counted } from '~/shared/units/figures'

/** Undo and redo in words, from the keyboard or a button. */
export function useUndo() {
  const yard = useYard()
  const { announce } = useNotices()
  /** What another window worked on since is not taken away, and not brought back. */
  const leftAlone = () =>
    yard.leftAlone === 0
      ? ''
      : `. ${counted(yard.leftAlone, 'record')} another window has changed since stayed as ${yard.leftAlone === 1 ? 'it is' : 'they are'}.`
  function undo(): void {
    const step = yard.undo()
    announce(step ? `Undone: ${step.label}${leftAlone()}` : 'Nothing to undo')
  }
  function redo(): void {
    const step = yard.redo()
    announce(step ? `Redone: ${step.label}${leftAlone()}` : 'Nothing to redo')
  }
  return { undo, redo }
}

/** The keys that work everywhere. */
export function useShortcuts(sheets: { palette: Ref<boolean>; shortcuts: Ref<boolean> }): void {
  const { undo, redo } = useUndo()
  const { heat } = useHeat()
  const stopping = useStopping()
  const singleKeys = useSingleKeys()
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const command = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
    // A figure nobody has typed over yet has nothing of its own to undo.
    const field = event.target instanceof HTMLInputElement ? event.target : null
    const own = typing && !(field?.dataset.began !== undefined && field.dataset.began === field.value)
    // No letter: it works while something is being typed.
    if (event.key === 'F9') stopping.value = true
    else if (command && key === 'k') sheets.palette.value = true
    else if (command && key === 'z' && !own) (event.shiftKey ? redo : undo)()
    else if (command && key === 'y' && !own) redo()
    else if (!typing && singleKeys.value && event.key === '?') sheets.shortcuts.value = true
    else if (event.altKey && /^[1-7]$/.test(event.key)) {
      const stage = nth(STAGES, Number(event.key) - 1)
      void navigateTo(stage.path(heat.value?.number ?? null))
    } else return
    event.preventDefault()
  })
}

import { t } from '~/words'
import { useEventListener } from '@vueuse/core'
import type { Ref } from 'vue'
import { useYard } from '~/storage/yard-store'
import { useStagePlaces } from './useStagePlaces'
import { navigateTo } from '#imports'
import { useSingleKeys } from '~/shared/page/useSingleKeys'
import { useNotices } from '~/shared/page/useNotices'
import { useStopping } from '~/shared/page/useStopping'
import { counted } from '~/shared/units/figures'

/** Undo and redo in words, from the keyboard or a button. */
export function useUndo() {
  const yard = useYard()
  const { announce } = useNotices()
  /** What another window worked on since is not taken away, and not brought back. */
  const leftAlone = () =>
    yard.leftAlone === 0 ? '' : `. ${t('small.left-alone', { count: counted(yard.leftAlone, 'record') })}`
  function undo(): void {
    const step = yard.undo()
    announce(
      step
        ? t('app-shell.undone', { label: step.label, leftAlone: leftAlone() })
        : t('app-shell.nothing-to-undo'),
    )
  }
  function redo(): void {
    const step = yard.redo()
    announce(
      step
        ? t('app-shell.redone', { label: step.label, leftAlone: leftAlone() })
        : t('app-shell.nothing-to-redo'),
    )
  }
  return { undo, redo }
}

/** Which stage Alt and a digit ask for, from 1; where Alt types a sign of its own (a Mac), by the key's place. */
function stageAsked({ altKey, ctrlKey, metaKey, code, key }: KeyboardEvent, typing: boolean): number | null {
  if (!altKey || ctrlKey || metaKey) return null
  const place = /^[1-7]$/.exec(key) ?? (typing ? null : /^Digit([1-7])$/.exec(code))
  return place ? Number(place.at(-1)) : null
}

/** What on this page is meant by a key of its own: a search by /, what says so by its letter. */
function keysOwn(key: string): HTMLElement | null {
  const main = document.querySelector('main')
  return (
    (key === '/' ? main?.querySelector<HTMLElement>('input[type=search]') : null) ??
    main?.querySelector<HTMLElement>(`[data-key="${CSS.escape(key)}"] :is(input, button)`) ??
    null
  )
}

/** Nothing under the hand that wants the arrow keys itself. */
const arrowsFree = (target: EventTarget | null) =>
  target instanceof HTMLElement && target.matches('body, main, h1, nav[aria-label] a')

/** The keys that work everywhere. */
export function useShortcuts(sheets: { palette: Ref<boolean>; shortcuts: Ref<boolean> }): void {
  const { undo, redo } = useUndo()
  const { places, at } = useStagePlaces()
  const stopping = useStopping()
  const singleKeys = useSingleKeys()
  /** Where a key leads that goes to another stage; null where it goes to none. */
  function stageFor(event: KeyboardEvent, typing: boolean): string | null {
    const asked = stageAsked(event, typing)
    if (asked !== null) return places.value[asked - 1] ?? null
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (!by || event.altKey || event.shiftKey || at.value < 0 || !arrowsFree(event.target)) return null
    return places.value[at.value + by] ?? null
  }
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    const command = event.ctrlKey || event.metaKey
    const key = event.key.toLowerCase()
    const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
    // A figure nobody has typed over yet has nothing of its own to undo.
    const field = event.target instanceof HTMLInputElement ? event.target : null
    const own = typing && !(field?.dataset.began !== undefined && field.dataset.began === field.value)
    // What lies open is finished first: no page changes under it.
    const sheetOpen = document.querySelector('[role="dialog"]') !== null
    const to = sheetOpen ? null : stageFor(event, typing)
    const single = !typing && !command && !event.altKey && !sheetOpen && singleKeys.value
    // No letter: it works while something is being typed.
    if (event.key === 'F9') stopping.value = true
    else if (command && key === 'k') sheets.palette.value = true
    else if (command && key === 'z' && !own) (event.shiftKey ? redo : undo)()
    else if (command && key === 'y' && !own) redo()
    else if (to !== null) void navigateTo(to)
    else if (single && event.key === '?') sheets.shortcuts.value = true
    else if (single && keysOwn(key)) keysOwn(key)!.focus()
    else return
    event.preventDefault()
  })
}

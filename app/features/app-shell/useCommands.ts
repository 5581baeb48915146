import { t, told } from '~/words'
import { computed, type Ref } from 'vue'
import { GLOSSARY } from '#core/glossary'
import { heatStamp } from '#core/heat'
import { navigateTo } from '#imports'
import { useStopping } from '~/shared/page/useStopping'
import { everyWord } from '~/shared/fields/every-word'
import { meltAsItComes, startHeat, useHeat } from '~/shared/heat/useHeat'
import { isolated } from '~/shared/units/isolated'
import { useYard } from '~/storage/yard-store'
import { STAGES } from './stages-words'
import { useQuickLot } from './useQuickLot'
import { useUndo } from './useShortcuts'

export interface Command {
  id: string
  label: string
  hint: string
  /** the hint is the answer, and is shown whole */
  whole?: boolean
  run: () => unknown
}

/** Everywhere one can go and everything one can do from one line, and what of it holds every word typed. */
export function useCommands(query: Ref<string>) {
  const yard = useYard()
  const { heat } = useHeat()
  const { undo, redo } = useUndo()
  const stopping = useStopping()
  const commands = computed<Command[]>(() => [
    ...STAGES.map((stage) => ({
      id: stage.id,
      label: stage.name,
      hint: stage.question,
      run: () => navigateTo(stage.path(heat.value?.number ?? null)),
    })),
    {
      id: 'stop',
      label: t('app-shell.stop-command'),
      hint: t('app-shell.stop-command-hint'),
      run: () => (stopping.value = true),
    },
    {
      id: 'new',
      label: t('app-shell.start-a-heat'),
      hint: t('app-shell.the-next-number'),
      run: () => startHeat(),
    },
    {
      id: 'as-it-comes',
      label: t('app-shell.as-it-comes-command'),
      hint: t('app-shell.as-it-comes-hint'),
      run: () => meltAsItComes([]),
    },
    {
      id: 'pile',
      label: t('app-shell.pile-command'),
      hint: t('app-shell.pile-hint'),
      run: () => navigateTo('/pile'),
    },
    {
      id: 'together',
      label: t('app-shell.day-command'),
      hint: t('app-shell.day-hint'),
      run: () => navigateTo('/day-plan'),
    },
    {
      id: 'mould-bench',
      label: t('app-shell.mould-command'),
      hint: t('app-shell.mould-hint'),
      run: () => navigateTo('/mould'),
    },
    {
      id: 'identify',
      label: t('app-shell.what-is-this'),
      hint: t('app-shell.identify-hint'),
      run: () => navigateTo('/identify'),
    },
    {
      id: 'safety',
      label: t('app-shell.backup-page'),
      hint: t('app-shell.backup-hint'),
      run: () => navigateTo('/backup'),
    },
    {
      id: 'scrap',
      label: t('app-shell.scrap-book'),
      hint: t('app-shell.scrap-book-hint'),
      run: () => navigateTo('/scrap-book'),
    },
    {
      id: 'alloys',
      label: t('app-shell.alloys'),
      hint: t('app-shell.alloys-hint'),
      run: () => navigateTo('/alloys'),
    },
    {
      id: 'gear',
      label: t('app-shell.gear'),
      hint: t('app-shell.gear-hint'),
      run: () => navigateTo('/gear'),
    },
    {
      id: 'devices',
      label: t('app-shell.devices'),
      hint: t('app-shell.devices-hint'),
      run: () => navigateTo('/devices'),
    },
    {
      id: 'mould',
      label: t('app-shell.sand-and-mould'),
      hint: t('app-shell.sand-hint'),
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/mould` : '/mould'),
    },
    {
      id: 'prices',
      label: t('app-shell.prices'),
      hint: t('app-shell.prices-hint'),
      run: () => navigateTo('/prices'),
    },
    {
      id: 'learned',
      label: t('app-shell.learned-command'),
      hint: t('app-shell.learned-hint'),
      run: () => navigateTo('/learned'),
    },
    {
      id: 'trends',
      label: t('app-shell.trends'),
      hint: t('app-shell.trends-hint'),
      run: () => navigateTo('/trends'),
    },
    {
      id: 'compare',
      label: t('app-shell.compare-two-heats'),
      hint: t('app-shell.compare-hint'),
      run: () => navigateTo('/compare'),
    },
    {
      id: 'labels',
      label: t('app-shell.labels-and-stamps'),
      hint: t('app-shell.labels-hint'),
      run: () => navigateTo('/labels'),
    },
    {
      id: 'trouble',
      label: t('app-shell.faults-command'),
      hint: t('app-shell.faults-hint'),
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/trouble` : '/'),
    },
    {
      id: 'handbook',
      label: t('app-shell.handbook'),
      hint: t('app-shell.cautions'),
      run: () => navigateTo('/handbook'),
    },
    {
      id: 'emergencies',
      label: t('app-shell.emergencies'),
      hint: t('app-shell.emergencies-hint'),
      run: () => navigateTo('/handbook/emergencies'),
    },
    {
      id: 'practice-heats',
      label: t('app-shell.practice-heats'),
      hint: t('app-shell.practice-hint'),
      run: () => navigateTo('/handbook/practice-heats'),
    },
    {
      id: 'rehearsals',
      label: t('app-shell.rehearsals'),
      hint: t('app-shell.rehearsals-hint'),
      run: () => navigateTo('/rehearsals'),
    },
    {
      id: 'tables',
      label: t('app-shell.tables'),
      hint: t('app-shell.tables-hint'),
      run: () => navigateTo('/handbook/tables'),
    },
    {
      id: 'glossary',
      label: t('app-shell.glossary'),
      hint: t('app-shell.glossary-hint'),
      run: () => navigateTo('/handbook/glossary'),
    },
    {
      id: 'sources',
      label: t('app-shell.sources'),
      hint: t('app-shell.sources-hint'),
      run: () => navigateTo('/handbook/sources'),
    },
    {
      id: 'undo',
      label: t('app-shell.undo'),
      hint: yard.journal.steps[yard.journal.cursor - 1]?.label ?? t('app-shell.nothing-to-undo-hint'),
      run: undo,
    },
    {
      id: 'redo',
      label: t('app-shell.redo'),
      hint: yard.journal.steps[yard.journal.cursor]?.label ?? t('app-shell.nothing-to-redo-hint'),
      run: redo,
    },
    ...yard.heats.map((entry) => ({
      id: entry.id,
      label: `${heatStamp(entry.number)} ${isolated(entry.title)}`,
      hint: told(entry.alloy?.name) ?? t('app-shell.no-target-yet'),
      run: () => navigateTo(`/heat/${entry.number}/${entry.loggedAt ? 'assay' : 'charge'}`),
    })),
  ])
  /** Terms of the glossary answer only a question: unasked they would bury the pages. */
  const terms: readonly Command[] = GLOSSARY.map(({ id, term, text }) => ({
    id: `term-${id}`,
    label: told(term),
    hint: told(text),
    whole: true,
    run: () => navigateTo({ path: '/handbook/glossary', query: { find: told(term) } }),
  }))
  const quick = useQuickLot(query)
  const found = computed(() => {
    const asked = everyWord(query.value)
    const all = query.value.trim() ? [...commands.value, ...terms] : commands.value
    return [...quick.value, ...all.filter(({ label, hint }) => asked(`${label} ${hint}`))]
  })
  return { found }
}

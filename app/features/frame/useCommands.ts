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
      label: t('frame.stop-command'),
      hint: t('frame.stop-command-hint'),
      run: () => (stopping.value = true),
    },
    { id: 'new', label: t('frame.start-a-heat'), hint: t('frame.the-next-number'), run: () => startHeat() },
    {
      id: 'as-it-comes',
      label: t('frame.as-it-comes-command'),
      hint: t('frame.as-it-comes-hint'),
      run: () => meltAsItComes([]),
    },
    {
      id: 'pile',
      label: t('frame.pile-command'),
      hint: t('frame.pile-hint'),
      run: () => navigateTo('/pile'),
    },
    {
      id: 'together',
      label: t('frame.day-command'),
      hint: t('frame.day-hint'),
      run: () => navigateTo('/together'),
    },
    {
      id: 'mould-bench',
      label: t('frame.mould-command'),
      hint: t('frame.mould-hint'),
      run: () => navigateTo('/mould'),
    },
    {
      id: 'identify',
      label: t('frame.what-is-this'),
      hint: t('frame.identify-hint'),
      run: () => navigateTo('/identify'),
    },
    {
      id: 'safety',
      label: t('frame.backup-page'),
      hint: t('frame.backup-hint'),
      run: () => navigateTo('/safety'),
    },
    {
      id: 'scrap',
      label: t('frame.scrap-book'),
      hint: t('frame.scrap-book-hint'),
      run: () => navigateTo('/scrap-book'),
    },
    {
      id: 'alloys',
      label: t('frame.alloys'),
      hint: t('frame.alloys-hint'),
      run: () => navigateTo('/alloys'),
    },
    {
      id: 'gear',
      label: t('frame.gear'),
      hint: t('frame.gear-hint'),
      run: () => navigateTo('/gear'),
    },
    {
      id: 'devices',
      label: t('frame.devices'),
      hint: t('frame.devices-hint'),
      run: () => navigateTo('/devices'),
    },
    {
      id: 'mould',
      label: t('frame.sand-and-mould'),
      hint: t('frame.sand-hint'),
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/mould` : '/mould'),
    },
    {
      id: 'prices',
      label: t('frame.prices'),
      hint: t('frame.prices-hint'),
      run: () => navigateTo('/prices'),
    },
    {
      id: 'learned',
      label: t('frame.learned-command'),
      hint: t('frame.learned-hint'),
      run: () => navigateTo('/learned'),
    },
    {
      id: 'trends',
      label: t('frame.trends'),
      hint: t('frame.trends-hint'),
      run: () => navigateTo('/trends'),
    },
    {
      id: 'compare',
      label: t('frame.compare-two-heats'),
      hint: t('frame.compare-hint'),
      run: () => navigateTo('/compare'),
    },
    {
      id: 'labels',
      label: t('frame.labels-and-stamps'),
      hint: t('frame.labels-hint'),
      run: () => navigateTo('/labels'),
    },
    {
      id: 'trouble',
      label: t('frame.faults-command'),
      hint: t('frame.faults-hint'),
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/trouble` : '/'),
    },
    {
      id: 'handbook',
      label: t('frame.handbook'),
      hint: t('frame.cautions'),
      run: () => navigateTo('/handbook'),
    },
    {
      id: 'emergencies',
      label: t('frame.emergencies'),
      hint: t('frame.emergencies-hint'),
      run: () => navigateTo('/handbook/emergencies'),
    },
    {
      id: 'practice-heats',
      label: t('frame.practice-heats'),
      hint: t('frame.practice-hint'),
      run: () => navigateTo('/handbook/practice-heats'),
    },
    {
      id: 'rehearsals',
      label: t('frame.rehearsals'),
      hint: t('frame.rehearsals-hint'),
      run: () => navigateTo('/rehearsals'),
    },
    {
      id: 'tables',
      label: t('frame.tables'),
      hint: t('frame.tables-hint'),
      run: () => navigateTo('/handbook/tables'),
    },
    {
      id: 'glossary',
      label: t('frame.glossary'),
      hint: t('frame.glossary-hint'),
      run: () => navigateTo('/handbook/glossary'),
    },
    {
      id: 'sources',
      label: t('frame.sources'),
      hint: t('frame.sources-hint'),
      run: () => navigateTo('/handbook/sources'),
    },
    {
      id: 'undo',
      label: t('frame.undo'),
      hint: yard.journal.steps[yard.journal.cursor - 1]?.label ?? t('frame.nothing-to-undo-hint'),
      run: undo,
    },
    {
      id: 'redo',
      label: t('frame.redo'),
      hint: yard.journal.steps[yard.journal.cursor]?.label ?? t('frame.nothing-to-redo-hint'),
      run: redo,
    },
    ...yard.heats.map((entry) => ({
      id: entry.id,
      label: `${heatStamp(entry.number)} ${isolated(entry.title)}`,
      hint: told(entry.alloy?.name) ?? t('frame.no-target-yet'),
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
  const found = computed(() => {
    const asked = everyWord(query.value)
    const all = query.value.trim() ? [...commands.value, ...terms] : commands.value
    return all.filter(({ label, hint }) => asked(`${label} ${hint}`))
  })
  return { found }
}

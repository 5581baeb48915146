import { t, told } from '~/words'
import { computed, type Ref } from 'vue'
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
      label: t('frame.stop-something-is-wrong'),
      hint: t('frame.burn-spill-fire-fume-what-to'),
      run: () => (stopping.value = true),
    },
    { id: 'new', label: t('frame.start-a-heat'), hint: t('frame.the-next-number'), run: () => startHeat() },
    {
      id: 'as-it-comes',
      label: t('frame.melt-what-there-is'),
      hint: t('frame.no-alloy-see-what-the-lots'),
      run: () => meltAsItComes([]),
    },
    {
      id: 'pile',
      label: t('frame.what-can-this-pile-become'),
      hint: t('frame.every-alloy-tried-on-the-stock'),
      run: () => navigateTo('/pile'),
    },
    {
      id: 'together',
      label: t('frame.plan-a-day-at-the-furnace'),
      hint: t('frame.several-heats-their-order-crucibles-fuel'),
      run: () => navigateTo('/together'),
    },
    {
      id: 'mould-bench',
      label: t('frame.how-is-this-mould-filled'),
      hint: t('frame.sprue-gates-vents-what-it-is'),
      run: () => navigateTo('/mould'),
    },
    {
      id: 'identify',
      label: t('frame.what-is-this'),
      hint: t('frame.clues-to-a-piece-of-scrap'),
      run: () => navigateTo('/identify'),
    },
    {
      id: 'safety',
      label: t('frame.safe-keeping'),
      hint: t('frame.backup-restore-snapshots'),
      run: () => navigateTo('/safety'),
    },
    {
      id: 'scrap',
      label: t('frame.scrap-book'),
      hint: t('frame.what-scrap-usually-is'),
      run: () => navigateTo('/scrap-book'),
    },
    {
      id: 'alloys',
      label: t('frame.alloys'),
      hint: t('frame.limits-and-temperatures'),
      run: () => navigateTo('/alloys'),
    },
    {
      id: 'gear',
      label: t('frame.gear'),
      hint: t('frame.crucibles-furnaces-thermocouples-scales'),
      run: () => navigateTo('/gear'),
    },
    {
      id: 'devices',
      label: t('frame.devices'),
      hint: t('frame.thermocouple-scale-analyser-to-practise-on'),
      run: () => navigateTo('/devices'),
    },
    {
      id: 'mould',
      label: t('frame.sand-and-mould'),
      hint: t('frame.sand-shrink-rule-check-before-the'),
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/mould` : '/mould'),
    },
    {
      id: 'prices',
      label: t('frame.prices'),
      hint: t('frame.what-castings-cost-and-what-to'),
      run: () => navigateTo('/prices'),
    },
    {
      id: 'learned',
      label: t('frame.what-my-heats-taught'),
      hint: t('frame.recoveries-yields-lots'),
      run: () => navigateTo('/learned'),
    },
    {
      id: 'trends',
      label: t('frame.trends'),
      hint: t('frame.control-charts-tramp-elements-cost'),
      run: () => navigateTo('/trends'),
    },
    {
      id: 'compare',
      label: t('frame.compare-two-heats'),
      hint: t('frame.point-by-point'),
      run: () => navigateTo('/compare'),
    },
    {
      id: 'labels',
      label: t('frame.labels-and-stamps'),
      hint: t('frame.ingots-and-bins-to-print'),
      run: () => navigateTo('/labels'),
    },
    {
      id: 'trouble',
      label: t('frame.what-went-wrong-2'),
      hint: t('frame.from-what-you-see-to-the'),
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
      hint: t('frame.read-before-there-is-fire'),
      run: () => navigateTo('/handbook/emergencies'),
    },
    {
      id: 'practice-heats',
      label: t('frame.practice-heats'),
      hint: t('frame.to-learn-by-from-the-easiest'),
      run: () => navigateTo('/handbook/practice-heats'),
    },
    {
      id: 'rehearsals',
      label: t('frame.rehearsals'),
      hint: t('frame.a-heat-without-fire'),
      run: () => navigateTo('/rehearsals'),
    },
    {
      id: 'tables',
      label: t('frame.tables'),
      hint: t('frame.melting-pouring-yields-recoveries-colours-of'),
      run: () => navigateTo('/handbook/tables'),
    },
    {
      id: 'undo',
      label: t('frame.undo'),
      hint: yard.journal.steps[yard.journal.cursor - 1]?.label ?? t('frame.nothing-to-undo-2'),
      run: undo,
    },
    {
      id: 'redo',
      label: t('frame.redo'),
      hint: yard.journal.steps[yard.journal.cursor]?.label ?? t('frame.nothing-undone'),
      run: redo,
    },
    ...yard.heats.map((entry) => ({
      id: entry.id,
      label: `${heatStamp(entry.number)} ${isolated(entry.title)}`,
      hint: told(entry.alloy?.name) ?? t('frame.no-target-yet'),
      run: () => navigateTo(`/heat/${entry.number}/${entry.loggedAt ? 'assay' : 'charge'}`),
    })),
  ])
  const found = computed(() => {
    const asked = everyWord(query.value)
    return commands.value.filter(({ label, hint }) => asked(`${label} ${hint}`))
  })
  return { found }
}

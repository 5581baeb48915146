import { computed, type Ref } from 'vue'
import { heatStamp } from '#core/heat'
import { navigateTo } from '#imports'
import { useStopping } from '~/features/melt'
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
      label: 'Stop: something is wrong',
      hint: 'burn, spill, fire, fume: what to do now',
      run: () => (stopping.value = true),
    },
    { id: 'new', label: 'Start a heat', hint: 'the next number', run: () => startHeat() },
    {
      id: 'as-it-comes',
      label: 'Melt what there is',
      hint: 'no alloy: see what the lots become',
      run: () => meltAsItComes([]),
    },
    {
      id: 'pile',
      label: 'What can this pile become?',
      hint: 'every alloy tried on the stock',
      run: () => navigateTo('/pile'),
    },
    {
      id: 'together',
      label: 'Plan a day at the furnace',
      hint: 'several heats: their order, crucibles, fuel, one pile',
      run: () => navigateTo('/together'),
    },
    {
      id: 'mould-bench',
      label: 'How is this mould filled?',
      hint: 'sprue, gates, vents, what it is heated to, without a heat',
      run: () => navigateTo('/mould'),
    },
    {
      id: 'identify',
      label: 'What is this?',
      hint: 'clues to a piece of scrap',
      run: () => navigateTo('/identify'),
    },
    {
      id: 'safety',
      label: 'Safe keeping',
      hint: 'backup, restore, snapshots',
      run: () => navigateTo('/safety'),
    },
    { id: 'scrap', label: 'Scrap book', hint: 'what scrap usually is', run: () => navigateTo('/scrap-book') },
    { id: 'alloys', label: 'Alloys', hint: 'limits and temperatures', run: () => navigateTo('/alloys') },
    {
      id: 'gear',
      label: 'Gear',
      hint: 'crucibles, furnaces, thermocouples, scales',
      run: () => navigateTo('/gear'),
    },
    {
      id: 'devices',
      label: 'Devices',
      hint: 'thermocouple, scale, analyser, to practise on or real',
      run: () => navigateTo('/devices'),
    },
    {
      id: 'mould',
      label: 'Sand and mould',
      hint: 'sand, shrink rule, check before the pour',
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/mould` : '/mould'),
    },
    {
      id: 'prices',
      label: 'Prices',
      hint: 'what castings cost, and what to ask',
      run: () => navigateTo('/prices'),
    },
    {
      id: 'learned',
      label: 'What my heats taught',
      hint: 'recoveries, yields, lots',
      run: () => navigateTo('/learned'),
    },
    {
      id: 'trends',
      label: 'Trends',
      hint: 'control charts, tramp elements, cost',
      run: () => navigateTo('/trends'),
    },
    { id: 'compare', label: 'Compare two heats', hint: 'point by point', run: () => navigateTo('/compare') },
    {
      id: 'labels',
      label: 'Labels and stamps',
      hint: 'ingots and bins, to print',
      run: () => navigateTo('/labels'),
    },
    {
      id: 'trouble',
      label: 'What went wrong?',
      hint: 'from what you see to the cause',
      run: () => navigateTo(heat.value ? `/heat/${heat.value.number}/trouble` : '/'),
    },
    { id: 'handbook', label: 'Handbook', hint: 'cautions', run: () => navigateTo('/handbook') },
    {
      id: 'emergencies',
      label: 'Emergencies',
      hint: 'read before there is fire',
      run: () => navigateTo('/handbook/emergencies'),
    },
    {
      id: 'practice-heats',
      label: 'Practice heats',
      hint: 'to learn by, from the easiest on',
      run: () => navigateTo('/handbook/practice-heats'),
    },
    {
      id: 'tables',
      label: 'Tables',
      hint: 'melting, pouring, yields, recoveries, colours of heat',
      run: () => navigateTo('/handbook/tables'),
    },
    {
      id: 'undo',
      label: 'Undo',
      hint: yard.journal.steps[yard.journal.cursor - 1]?.label ?? 'nothing to undo',
      run: undo,
    },
    {
      id: 'redo',
      label: 'Redo',
      hint: yard.journal.steps[yard.journal.cursor]?.label ?? 'nothing undone',
      run: redo,
    },
    ...yard.heats.map((entry) => ({
      id: entry.id,
      label: `${heatStamp(entry.number)} ${isolated(entry.title)}`,
      hint: entry.alloy?.name ?? 'no target yet',
      run: () => navigateTo(`/heat/${entry.number}/${entry.loggedAt ? 'assay' : 'charge'}`),
    })),
  ])
  const found = computed(() => {
    const asked = everyWord(query.value)
    return commands.value.filter(({ label, hint }) => asked(`${label} ${hint}`))
  })
  return { found }
}

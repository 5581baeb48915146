import type {
  Act,
  CastingFault,
  CastResult,
  Choice,
  Happened,
  Level,
  Mark,
  RehearsalLot,
} from '#core/rehearsal'
import { t } from '~/words'

export const FAULT_WORDS: Readonly<Record<CastingFault, string>> = {
  misrun: t('rehearsal.fault-misrun'),
  'cold-shut': t('rehearsal.fault-cold-shut'),
  'burnt-sand': t('rehearsal.fault-burnt-sand'),
  'gas-pores': t('rehearsal.fault-gas-pores'),
  'steam-pores': t('rehearsal.fault-steam-pores'),
  'oxide-skins': t('rehearsal.fault-oxide-skins'),
  shrinkage: t('rehearsal.fault-shrinkage'),
  'out-of-limits': t('rehearsal.fault-out-of-limits'),
  'nothing-poured': t('rehearsal.fault-nothing-poured'),
  'lots-left': t('rehearsal.fault-lots-left'),
  'poured-alone': t('rehearsal.fault-poured-alone'),
  'gave-way': t('rehearsal.fault-gave-way'),
}
/** What to do better next time. */
export const CHOICE_WORDS: Readonly<Record<Choice, string>> = {
  cover: t('rehearsal.better-cover'),
  lid: t('rehearsal.better-lid'),
  preheat: t('rehearsal.better-preheat'),
  order: t('rehearsal.better-order'),
  'pour-at-once': t('rehearsal.better-pour-at-once'),
  skim: t('rehearsal.better-skim'),
  deoxidise: t('rehearsal.better-deoxidise'),
  degas: t('rehearsal.better-degas'),
}
export const LEVEL_WORDS: Readonly<Record<Level, string>> = {
  nothing: t('rehearsal.level-nothing'),
  usual: t('rehearsal.level-usual'),
  much: t('rehearsal.level-much'),
}
export const MARK_WORDS: Readonly<Record<Mark, string>> = {
  'nobody-hurt': t('rehearsal.mark-nobody-hurt'),
  order: t('rehearsal.mark-order'),
  window: t('rehearsal.mark-window'),
  zinc: t('rehearsal.mark-zinc'),
  'density-index': t('rehearsal.mark-density-index'),
  sound: t('rehearsal.mark-sound'),
}
export const FILL_WORDS: Readonly<Record<CastResult['state'], string>> = {
  filled: t('rehearsal.fill-filled'),
  'cold-shut': t('rehearsal.fill-cold-shut'),
  misrun: t('rehearsal.fill-misrun'),
}
const HAPPENED_WORDS: Readonly<Record<Happened, string>> = {
  flare: t('rehearsal.happened-flare'),
  spat: t('rehearsal.happened-spat'),
  frozen: t('rehearsal.happened-frozen'),
  molten: t('rehearsal.happened-molten'),
  poured: t('rehearsal.happened-poured'),
  weeps: t('rehearsal.happened-weeps'),
  'gave-way': t('rehearsal.happened-gave-way'),
  'gas-low': t('rehearsal.happened-gas-low'),
  'helper-late': t('rehearsal.happened-helper-late'),
  'helper-here': t('rehearsal.happened-helper-here'),
  stopped: t('rehearsal.happened-stopped'),
}
const BAD: ReadonlySet<Happened> = new Set([
  'flare',
  'spat',
  'frozen',
  'weeps',
  'gave-way',
  'gas-low',
  'helper-late',
])
export const isBad = (what: Happened): boolean => BAD.has(what)

const nameOf = (lots: readonly RehearsalLot[], id = '') => lots.find((lot) => lot.id === id)?.name ?? id

/** What happened, in a line. */
export const happenedWords = (
  { what, lot }: { what: Happened; lot?: string },
  lots: readonly RehearsalLot[],
): string => (lot ? `${HAPPENED_WORDS[what]} (${nameOf(lots, lot)})` : HAPPENED_WORDS[what])

/** What was done, in a line. */
export function actWords(act: Act, lots: readonly RehearsalLot[], grams: (massG: number) => string): string {
  switch (act.do) {
    case 'power':
      return t('rehearsal.act-fire', { percent: Math.round(100 * act.to) })
    case 'lid':
      return act.on ? t('rehearsal.act-lid-on') : t('rehearsal.act-lid-off')
    case 'add':
      return act.preheated
        ? t('rehearsal.act-added-warm', { name: nameOf(lots, act.lot) })
        : t('rehearsal.act-added-cold', { name: nameOf(lots, act.lot) })
    case 'zinc':
      return t('rehearsal.act-zinc', { mass: grams(act.massG) })
    case 'cover':
      return act.cover === 'bare' ? t('rehearsal.act-cover-off') : t('rehearsal.act-covered')
    case 'cold-tool':
      return t('rehearsal.act-cold-tool')
    case 'stir':
      return t('rehearsal.act-stirred')
    case 'skim':
      return t('rehearsal.act-skimmed')
    case 'degas':
      return t('rehearsal.act-degassed', { minutes: Math.round(act.minutes) })
    case 'deoxidise':
      return t('rehearsal.act-deoxidised')
    case 'bottle':
      return t('rehearsal.act-bottle')
    case 'lift':
      return t('rehearsal.act-lifted')
    case 'pour':
      return t('rehearsal.act-poured')
    case 'stop':
      return t('rehearsal.act-stopped')
  }
}

/** "12:05" of a rehearsal's own clock. */
export const ownClock = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`

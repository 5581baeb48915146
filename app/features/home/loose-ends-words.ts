import { heatStamp } from '#core/heat'
import type { LooseEnd } from '#core/ledger'
import { capital, counted, listed } from '~/shared/units/figures'
import { WORN } from '~/shared/gear/gear-words'
import { isolated } from '~/shared/units/isolated'

export interface LooseEndWords {
  text: string
  /** what to press, and where it leads */
  doIt: string
  to: string
  hurts: boolean
}

/** So many names are told; the rest is counted. */
const NAMED = 3

function names(all: readonly string[]): string {
  const told = all.slice(0, NAMED).map(isolated)
  const more = all.length - told.length
  return listed(more > 0 ? [...told, `${more} more`] : told)
}

/** What was left undone, as a sentence and a way to do it. */
export function looseEndWords(end: LooseEnd, grams: (value: number) => string): LooseEndWords {
  switch (end.kind) {
    case 'retire':
      return {
        text: `“${isolated(end.name)}”: ${WORN[end.why]}. Do not use it again`,
        doIt: 'Retire it',
        to: '/gear',
        hurts: true,
      }
    case 'damp':
      return {
        text: `${names(end.lots)}: damp. Dry before it goes near the furnace; water under metal explodes`,
        doIt: 'To the bins',
        to: '/stock',
        hurts: true,
      }
    case 'tare':
      return {
        text: `Weigh ${end.moulds.length > 0 ? names(end.moulds.map((one) => `“${one}”`)) : 'the mould'} empty: ${counted(end.ingots, 'ingot')} of ${heatStamp(end.heat)} ${end.ingots === 1 ? 'waits' : 'wait'} for it`,
        doIt: 'Weigh it',
        to: `/heat/${end.heat}/pour`,
        hurts: false,
      }
    case 'off-spec':
      return {
        text: `${heatStamp(end.heat)} is outside its limits, and ${grams(end.leftG)} of it lie in the bins`,
        doIt: 'Put it right',
        to: `/heat/${end.heat}/assay`,
        hurts: false,
      }
    case 'unmeasured':
      return {
        text: `${capital(names(end.heats.map(heatStamp)))}: never measured, and ${grams(end.leftG)} in the bins`,
        doIt: 'Measure it',
        to: `/heat/${end.heats[0]}/assay`,
        hurts: false,
      }
    case 'first-fire':
      return {
        text: `“${isolated(end.name)}” wants its first firing before it takes metal`,
        doIt: 'Fire it',
        to: '/gear',
        hurts: false,
      }
    case 'unchecked':
      return {
        text: `“${isolated(end.name)}” was never held against freezing metal: nobody knows how far it is off`,
        doIt: 'Check it',
        to: '/gear',
        hurts: false,
      }
    case 'guessed':
      return {
        text: `${names(end.lots)}: a guess, ${grams(end.massG)} of it`,
        doIt: 'What is it?',
        to: '/identify',
        hurts: false,
      }
  }
}

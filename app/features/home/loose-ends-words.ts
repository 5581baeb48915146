import { t } from '~/words'
import { heatStamp } from '#core/heat'
import type { TodoItem } from '#core/ledger'
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
  return listed(more > 0 ? [...told, t('home.more-items', { more })] : told)
}

/** What was left undone, as a sentence and a way to do it. */
export function looseEndWords(end: TodoItem, grams: (value: number) => string): LooseEndWords {
  switch (end.kind) {
    case 'retire':
      return {
        text: t('home.todo-retire', { crucibleName: isolated(end.name), reason: WORN[end.why] }),
        doIt: t('home.todo-retire-link'),
        to: '/gear',
        hurts: true,
      }
    case 'damp':
      return {
        text: t('home.todo-damp', { lots: names(end.lots) }),
        doIt: t('home.todo-stock-link'),
        to: '/stock',
        hurts: true,
      }
    case 'tare':
      return {
        text: t('home.todo-tare', {
          moulds: end.moulds.length > 0 ? names(end.moulds.map((one) => `“${one}”`)) : t('home.the-mould'),
          ingots: counted(end.ingots, 'ingot'),
          heatNumber: heatStamp(end.heat),
        }),
        doIt: t('home.todo-weigh-link'),
        to: `/heat/${end.heat}/pour`,
        hurts: false,
      }
    case 'off-spec':
      return {
        text: t('home.todo-off-spec', { heatNumber: heatStamp(end.heat), mass: grams(end.leftG) }),
        doIt: t('home.todo-correct-link'),
        to: `/heat/${end.heat}/assay`,
        hurts: false,
      }
    case 'unmeasured':
      return {
        text: t('home.todo-unmeasured', {
          heatNumber: capital(names(end.heats.map(heatStamp))),
          mass: grams(end.leftG),
        }),
        doIt: t('home.todo-measure-link'),
        to: `/heat/${end.heats[0]}/assay`,
        hurts: false,
      }
    case 'first-fire':
      return {
        text: t('home.todo-fire', { crucibleName: isolated(end.name) }),
        doIt: t('home.todo-fire-link'),
        to: '/gear',
        hurts: false,
      }
    case 'unchecked':
      return {
        text: t('home.todo-check-probe', { probeName: isolated(end.name) }),
        doIt: t('home.todo-check-link'),
        to: '/gear',
        hurts: false,
      }
    case 'guessed':
      return {
        text: t('home.todo-guess', { lots: names(end.lots), mass: grams(end.massG) }),
        doIt: t('home.todo-identify-link'),
        to: '/identify',
        hurts: false,
      }
  }
}

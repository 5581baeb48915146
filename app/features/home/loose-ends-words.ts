import { t } from '~/words'
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
  return listed(more > 0 ? [...told, t('home.more', { more })] : told)
}

/** What was left undone, as a sentence and a way to do it. */
export function looseEndWords(end: LooseEnd, grams: (value: number) => string): LooseEndWords {
  switch (end.kind) {
    case 'retire':
      return {
        text: t('home.do-not-use-it-again', { name: isolated(end.name), WORN: WORN[end.why] }),
        doIt: t('home.retire-it'),
        to: '/gear',
        hurts: true,
      }
    case 'damp':
      return {
        text: t('home.damp-dry-before-it-goes-near', { lots: names(end.lots) }),
        doIt: t('home.to-the-bins'),
        to: '/stock',
        hurts: true,
      }
    case 'tare':
      return {
        text: t('home.weigh-empty-of-for-it', {
          part: end.moulds.length > 0 ? names(end.moulds.map((one) => `“${one}”`)) : t('home.the-mould'),
          ingots: counted(end.ingots, 'ingot'),
          heat: heatStamp(end.heat),
          part2: end.ingots === 1 ? t('small.waits') : t('small.wait'),
        }),
        doIt: t('home.weigh-it'),
        to: `/heat/${end.heat}/pour`,
        hurts: false,
      }
    case 'off-spec':
      return {
        text: t('home.is-outside-its-limits-and-of', { heat: heatStamp(end.heat), leftG: grams(end.leftG) }),
        doIt: t('home.put-it-right'),
        to: `/heat/${end.heat}/assay`,
        hurts: false,
      }
    case 'unmeasured':
      return {
        text: t('home.never-measured-and-in-the-bins', {
          heatStamp: capital(names(end.heats.map(heatStamp))),
          leftG: grams(end.leftG),
        }),
        doIt: t('home.measure-it'),
        to: `/heat/${end.heats[0]}/assay`,
        hurts: false,
      }
    case 'first-fire':
      return {
        text: t('home.wants-its-first-firing-before-it', { name: isolated(end.name) }),
        doIt: t('home.fire-it'),
        to: '/gear',
        hurts: false,
      }
    case 'unchecked':
      return {
        text: t('home.was-never-held-against-freezing-metal', { name: isolated(end.name) }),
        doIt: t('home.check-it'),
        to: '/gear',
        hurts: false,
      }
    case 'guessed':
      return {
        text: t('home.a-guess-of-it', { lots: names(end.lots), massG: grams(end.massG) }),
        doIt: t('home.what-is-it'),
        to: '/identify',
        hurts: false,
      }
  }
}

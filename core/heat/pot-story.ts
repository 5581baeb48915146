import { baseMetal } from '#core/alloys'
import type { Crucible } from '#core/gear'
import { heatsIn } from './heats-in'
import { stepDoneMin } from './furnace-times'
import type { Heat } from './schema'

/** What a crucible has been through. */
export interface PotStory {
  /** logged in it here, and told to have been before */
  heats: number
  washHeats: number
  /** in the fire, min, of the heats whose time is known; and how many those are */
  minutes: number
  timed: number
  /** what it held last */
  last: { number: number; alloy: string; practice: string; metal: string; at: string } | null
  /** a wash heat was melted in it since */
  washedOut: boolean
  /** a wash was put on its steel since it last held metal */
  coated: boolean
  /** metals it ever held here, the latest first */
  metals: string[]
}

/**
 * What a crucible remembers, from its own record and the heats logged in it.
 * @param heats of the yard
 * @example potStory({ id: 'a', heatsBefore: 3 }, []).heats // 3
 */
export function potStory(
  crucible: Pick<Crucible, 'id' | 'heatsBefore' | 'washHeats' | 'coats'>,
  heats: readonly Heat[],
): PotStory {
  const logged = heatsIn(heats, crucible.id).sort((a, b) => (pouredAt(a) < pouredAt(b) ? -1 : 1))
  const last = logged.findLast(({ alloy }) => alloy !== null)
  const times = logged.flatMap((heat) => minutesInFire(heat) ?? [])
  const metals = logged.toReversed().flatMap(({ alloy }) => (alloy ? [baseMetal(alloy)] : []))
  const held = last ? pouredAt(last) : ''
  return {
    heats: crucible.heatsBefore + logged.length,
    washHeats: crucible.washHeats?.length ?? 0,
    minutes: times.reduce((sum, minutes) => sum + minutes, 0),
    timed: times.length,
    last: last?.alloy
      ? {
          number: last.number,
          alloy: last.alloy.name,
          practice: last.alloy.practice,
          metal: baseMetal(last.alloy),
          at: held,
        }
      : null,
    washedOut: washedSince(crucible, held),
    coated: (crucible.coats ?? []).some((at) => at > held),
    metals: [...new Set(metals)],
  }
}

/**
 * A wash heat was melted in a crucible after a moment.
 * @example washedSince({ washHeats: [{ at: '2026-11-02' }] }, '2026-11-01') // true
 */
export const washedSince = ({ washHeats = [] }: Pick<Crucible, 'washHeats'>, at: string): boolean =>
  washHeats.some((wash) => wash.at > at)

/**
 * When a heat was poured, as far as that is known: its step was ticked, else it was logged; '' for one that is open.
 * @example pouredAt({ done: {}, loggedAt: null }) // ''
 */
export function pouredAt({ done, loggedAt }: Pick<Heat, 'done' | 'loggedAt'>): string {
  const { pour } = done
  return pour && !pour.skipped ? pour.at : (loggedAt ?? '')
}

/** Minutes a heat had its crucible in the fire: as written down, else from the first step at the fire to the pour. */
function minutesInFire(heat: Heat): number | null {
  if (heat.burnt?.minutes) return heat.burnt.minutes
  const from = stepDoneMin(heat, 'crucible') ?? stepDoneMin(heat, 'base')
  const to = stepDoneMin(heat, 'pour')
  return from !== null && to !== null && to > from ? to - from : null
}

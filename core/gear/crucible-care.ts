import table from '#data/crucible-care.json'
import { firingOf } from './crucible-materials'
import type { Crucible } from './schema'

export const FIRST_FIRE_SOURCE = table.source
export const RETIRE_SOURCE = table.retire.source

/** What wear says of a crucible. */
export interface Wear {
  /** share of the first wall that is gone, 0–1; null where it was not measured twice */
  wallLost: number | null
  massLost: number | null
  /** why it should be retired; null for none */
  retire: 'cracked' | 'dull' | 'thin wall' | 'light' | null
}

/**
 * Wear of a crucible from its checks, the first against the newest.
 * @source data/crucible-care.json: a crack or a dull ring retires it (common practice); the shares are estimates
 */
export function crucibleWear({ checks }: Pick<Crucible, 'checks'>): Wear {
  const byDate = [...checks].sort((a, b) => (a.at < b.at ? -1 : 1))
  const lost = (of: 'wallMm' | 'massG'): number | null => {
    const measured = byDate.flatMap((check) => (check[of] === null ? [] : [check[of]]))
    const [first] = measured
    return first && measured.length > 1 ? 1 - measured.at(-1)! / first : null
  }
  const wallLost = lost('wallMm')
  const massLost = lost('massG')
  const sound = byDate.at(-1)?.sound
  const { wallLostShare, massLostShare } = table.retire
  const retire =
    sound === 'cracked' || sound === 'dull'
      ? sound
      : (wallLost ?? 0) > wallLostShare
        ? 'thin wall'
        : (massLost ?? 0) > massLostShare
          ? 'light'
          : null
  return { wallLost, massLost, retire }
}

/**
 * Why a crucible is not to be used at all.
 * @returns null where nothing speaks against it
 * @example crucibleRefused({ checks: [], retiredAt: null }) // null
 */
export function crucibleRefused(
  crucible: Pick<Crucible, 'checks' | 'retiredAt'>,
): Wear['retire'] | 'retired' {
  return crucible.retiredAt ? 'retired' : crucibleWear(crucible).retire
}

/**
 * Minutes that a step of the first firing still has to run.
 * @param nowMs since 1970, ms
 * @returns 0 where its time is over, or none is under way
 * @example firingLeftMin({ firing: null }, 0) // 0
 */
export function firingLeftMin(
  { firing, ...made }: Pick<Crucible, 'firing' | 'material' | 'rampCPerH'>,
  nowMs: number,
): number {
  const step = firing && firingOf(made)[firing.step]
  if (!firing || !step) return 0
  return Math.max(0, step.minutes - (nowMs - Date.parse(firing.since)) / 60_000)
}

/** A crucible that was never fired and has had no heat wants its first firing. */
export function wantsFirstFire({ firstFiredAt, heatsBefore }: Crucible, heatsHere: number): boolean {
  return firstFiredAt === null && heatsBefore + heatsHere === 0
}

import { effectScope } from 'vue'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { tellsFromCold } from '#core/gear'
import { useGearDraft } from '~/features/gear/useGearDraft'
import { useForecast } from '~/features/melt/useForecast'
import { useLiveMelt } from '~/features/melt/useLiveMelt'
import { useMeltLog } from '~/features/melt/useMeltLog'
import { useRunSheet } from '~/features/melt/useRunSheet'
import { useGear } from '~/shared/gear/useGear'
import { useMeltEffort } from '~/shared/gear/useMeltEffort'
import { useHeat } from '~/shared/heat/useHeat'
import { openYard } from '../../support/open-yard'

vi.mock('localforage', async () => (await import('../../support/disk')).mockForage())
vi.mock('~/shared/engines/asked-engine', async () => (await import('../../support/engines')).mockEngines())

/** For a machine that others use too. */
const PATIENCE = { timeout: 60_000 }

describe('when the metal will be ready', () => {
  let scope = effectScope()
  beforeEach(() => (scope = effectScope()))
  afterEach(() => scope.stop())

  /** The heat in hand in a furnace that nobody has used yet. */
  async function inNewFurnace(fuel: 'propane' | 'charcoal' | 'electric', powerKw: number) {
    await openYard(13)
    const { draft, save } = useGearDraft('furnace', null, () => {})
    Object.assign(draft, { name: 'New one', fuel, powerKw })
    save()
    const furnace = useGear().furnaces.value.find(({ name }) => name === 'New one')!
    const { edit } = useHeat()
    edit('In the new furnace', { furnaceId: furnace.id })
    const melt = scope.run(() => {
      const log = useMeltLog()
      const sheet = useRunSheet(() => 0)
      return { log, forecast: useForecast(log, sheet, useLiveMelt(log, sheet)) }
    })!
    await vi.waitFor(() => expect(melt.forecast.found.value).not.toBeNull(), PATIENCE)
    const { effort, learned } = useMeltEffort()
    return { furnace, heats: learned.value!.heats, minutes: effort.value!.minutes, ...melt }
  }

  it.each([
    ['propane', 20],
    ['charcoal', 8],
  ] as const)(
    'a new furnace for %s is told as Gear tells it: two answers to one question are one',
    async (fuel, powerKw) => {
      const { forecast, minutes } = await inNewFurnace(fuel, powerKw)
      const midMin = forecast.found.value!.reachesS!.mid / 60
      expect(midMin).toBeGreaterThan(minutes.low)
      expect(midMin).toBeLessThan(minutes.high)
      expect(forecast.begun.value).toBe(false)
    },
  )

  it('a new electric one warms its walls first: hours of a kiln are not told as its share of heat in minutes', async () => {
    const { forecast, furnace, heats, minutes } = await inNewFurnace('electric', 3)
    expect(tellsFromCold(furnace, heats)).toBe(false)
    // In most of the ways it may be, it does not even reach bronze heat within hours.
    const found = forecast.found.value!
    expect((found.reachesS?.mid ?? Infinity) / 60).toBeGreaterThan(2 * minutes.high)
    // What its owner knows of it goes before.
    expect([tellsFromCold({ ...furnace, efficiency: 0.5 }, 0), tellsFromCold(furnace, 2)]).toEqual([
      true,
      true,
    ])
  })

  it('turned down it takes longer, and what full fire would do from now stands beside; a new reading goes by both', async () => {
    const { forecast, log } = await inNewFurnace('propane', 20)
    log.add('temperature', { celsius: 310 })
    await vi.waitFor(() => expect(forecast.begun.value).toBe(true), PATIENCE)
    await vi.waitFor(() => expect(forecast.found.value!.ahead[0]!.mid).toBeCloseTo(310, -1.5), PATIENCE)
    const full = forecast.found.value!.reachesS!.mid
    expect([forecast.turned.value, forecast.atFull.value]).toEqual([false, null])
    log.add('fire', { power: 0.75 })
    await vi.waitFor(() => expect(forecast.atFull.value).not.toBeNull(), PATIENCE)
    expect(forecast.setting.value).toEqual({ fire: 0.75, lidOff: false })
    expect(forecast.found.value!.reachesS!.mid).toBeGreaterThan(full)
    expect(Math.abs(forecast.atFull.value!.mid - full)).toBeLessThan(30)
    log.add('lid-off')
    expect(forecast.setting.value).toEqual({ fire: 0.75, lidOff: true })
    log.add('fire', { power: 1 })
    log.add('lid-on')
    expect(forecast.turned.value).toBe(false)
  })
})

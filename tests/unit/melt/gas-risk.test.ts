import { expect, it } from 'vitest'
import { gasReasons, type GasCase } from '#core/melt'

const quiet: GasCase = {
  wantsDegassing: false,
  coatings: [],
  forms: ['bar'],
  superheatC: 100,
  heldMin: 8,
  degassed: false,
}

it('what practice blames for gas, each by itself (common practice, no source)', () => {
  expect(gasReasons(quiet)).toEqual([])
  for (const [change, reason] of [
    [{ coatings: ['damp'] }, 'damp'],
    [{ coatings: ['oil'] }, 'oil'],
    [{ forms: ['oily-turnings'] }, 'oil'],
    [{ forms: ['painted'] }, 'paint'],
    [{ forms: ['cans-loose'] }, 'thin'],
    [{ superheatC: 151 }, 'hot'],
    [{ heldMin: 21 }, 'long'],
    [{ wantsDegassing: true }, 'not-degassed'],
  ] as const)
    expect(gasReasons({ ...quiet, ...change })).toContain(reason)
  expect(gasReasons({ ...quiet, wantsDegassing: true, degassed: true })).toEqual([])
  expect(gasReasons({ ...quiet, superheatC: null })).toEqual([])
})

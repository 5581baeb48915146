import { describe, expect, it } from 'vitest'
import { findPlateau } from '#core/melt'

/** A cooling curve after Newton towards the room, standing at a temperature for some minutes, as a probe reads it. */
function cooling(freezesC: number, standMin: number, noiseC: number) {
  let state = 7
  const random = () => (state = (state * 16807) % 2147483647) / 2147483647 - 0.5
  const points: { atMin: number; celsius: number }[] = []
  let celsius = freezesC + 90
  let stood = 0
  for (let atMin = 0; atMin < 30; atMin += 0.25) {
    if (celsius <= freezesC && stood < standMin) stood += 0.25
    else celsius -= 0.25 * 0.02 * (celsius - 25)
    points.push({ atMin, celsius: celsius + noiseC * random() })
  }
  return points
}

describe('the plateau of freezing metal', () => {
  it.each([
    [660.3, 4, 1],
    [1084.6, 6, 1.5],
    [419.5, 3, 0.5],
  ])('found at %d °C, standing %d minutes', (celsius, minutes, noise) => {
    const found = findPlateau(cooling(celsius, minutes, noise))!
    expect(found.celsius).toBeGreaterThan(celsius - 4)
    expect(found.celsius).toBeLessThan(celsius + 2)
    expect(found.toMin - found.fromMin).toBeGreaterThan(minutes - 1)
  })
  it('none while it heats, falls straight through, or holds hot before it was ever hotter', () => {
    expect(findPlateau(cooling(660, 0, 1))).toBeNull()
    expect(
      findPlateau(
        cooling(660, 4, 1)
          .map(({ atMin, celsius }) => ({ atMin: 30 - atMin, celsius }))
          .reverse(),
      ),
    ).toBeNull()
    expect(findPlateau([0, 1, 2, 3, 4, 5].map((atMin) => ({ atMin, celsius: 1100 })))).toBeNull()
    expect(findPlateau([])).toBeNull()
  })
})

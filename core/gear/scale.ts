/** A reading of a scale. */
export interface ScaleReading {
  /** g, tare taken off */
  massG: number
  /** has stood still long enough to be written down */
  stable: boolean
}

/** How a scale behaves. */
export interface ScaleTraits {
  /** finest step it shows, g */
  stepG: number
  /** 1 standard deviation of its flutter, g */
  noiseG: number
  /** most it bears, g */
  capacityG: number
}

/**
 * What a scale shows.
 * @param loadG what lies on it, g
 * @param tareG what was on it when it was set to zero, g
 * @param random numbers from 0 up to 1, two a reading
 * @returns the reading in whole steps, or "overload" where it bears no more
 * @example readScale(30.44, 0, { stepG: 0.1, noiseG: 0, capacityG: 5000 }, () => 0.5) // { massG: 30.4, stable: true }
 */
export function readScale(
  loadG: number,
  tareG: number,
  { stepG, noiseG, capacityG }: ScaleTraits,
  random: () => number,
): ScaleReading | 'overload' {
  if (loadG > capacityG) return 'overload'
  // Two draws add up to a flutter that is small most of the time.
  const flutter = noiseG * (random() + random() - 1) * Math.sqrt(6)
  const steps = Math.round((loadG - tareG + flutter) / stepG)
  return { massG: Number((steps * stepG).toPrecision(12)), stable: Math.abs(flutter) < stepG }
}

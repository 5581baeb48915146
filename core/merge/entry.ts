/** A device's name in a yard, short and its own. */
export type DeviceId = string

/** Of each device, how many of its writes were known. */
export type Seen = Readonly<Record<DeviceId, number>>

/**
 * One thing written at one place of a record: a field, a thing of a list, or the record as a whole.
 * It stands until another is written there, and over all that stood below it and was known to its writer.
 */
export interface Entry {
  /** what stands there; of something taken away, what stood there last */
  v: unknown
  /** the how-manyth write of its device */
  n: number
  d: DeviceId
  /** what its writer knew of this record, where that was anything of others */
  s?: Seen
  /** where in its list it stands, between the others */
  o?: number
  /** taken away */
  g?: true
  /** a mass that was told anew: what takes and additions had come to by then, by device */
  c?: Seen
}

/**
 * Whether the writer of one knew the other; what was written in one go stands side by side.
 * @example hadSeen({ v: 1, n: 1, d: 'phone', s: { desk: 4 } }, { v: 2, n: 5, d: 'desk' }) // false
 */
export const hadSeen = (one: Entry, other: Entry): boolean =>
  one.d === other.d ? other.n < one.n : other.n <= (one.s?.[other.d] ?? 0)

/** Names of a path, from the record down. */
export type Path = readonly string[]

/** No name has this sign. */
const BETWEEN = '\u001f'
/** Begins the place of what a device took from a mass or added to it. */
const SUM = '\u001e'

/**
 * The place of a path in a record's entries; the record itself has none.
 * @example pathOf(placeOf(['pour', 'dross'])) // ['pour', 'dross']
 */
export const placeOf = (path: Path): string => path.join(BETWEEN)
/**
 * The names of a place, from the record down.
 * @example pathOf('') // []
 */
export const pathOf = (place: string): Path => (place === '' ? [] : place.split(BETWEEN))
/**
 * Where a device keeps what it took from a lot and added to it, all together.
 * @example isSum(sumPlace('phone')) // true
 */
export const sumPlace = (device: DeviceId): string => SUM + device
/**
 * Whether a place holds what a device took and added.
 * @example isSum('massG') // false
 */
export const isSum = (place: string): boolean => place.startsWith(SUM)

/**
 * Whether one place lies below another: a field of a thing below the thing, all but the sums below the record.
 * @example isBelow(placeOf(['pour', 'dross']), 'pour') // true
 */
export const isBelow = (place: string, above: string): boolean =>
  place !== above && !isSum(place) && (above === '' || place.startsWith(above + BETWEEN))

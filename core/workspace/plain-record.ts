/** Unseen marks that turn the direction of all that follows, figures too. */
const TURNING = /[\u202a-\u202e\u2066-\u2069]/g

function withoutTurning(value: unknown): unknown {
  if (typeof value === 'string') return value.replace(TURNING, '')
  if (Array.isArray(value)) return value.map(withoutTurning)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, withoutTurning(inner)]))
}

/**
 * A record as it can be kept: what a form watches inside it is taken out of its wrapping, and unseen marks that would
 * turn "30.4 g" beside a name around are left out. One that has neither is given back as it came.
 * @example plainRecord({ a: 1, b: undefined }) // { a: 1 }
 */
export function plainRecord<T>(record: T): T {
  let copy = record
  try {
    structuredClone(record)
  } catch {
    copy = JSON.parse(JSON.stringify(record)) as T
  }
  return withoutMarks(copy)
}

/** A record that is in no wrapping, without the marks that turn what follows. */
export function withoutMarks<T>(record: T): T {
  return JSON.stringify(record)?.search(TURNING) >= 0 ? (withoutTurning(record) as T) : record
}

const MARK = 'hephaestal-yard-kept'
let told = false

/** Remembers, apart from the database, that there is a yard in it: one that will not open must not look like none. */
export function rememberKept(): void {
  if (told) return
  told = true
  try {
    localStorage.setItem(MARK, 'yes')
  } catch {
    // A browser without this store tells a shut database from none a little worse.
  }
}

/** Whether a yard was kept in this browser's database before. */
export function wasKept(): boolean {
  try {
    return localStorage.getItem(MARK) === 'yes'
  } catch {
    return false
  }
}

/** The person says that nothing is missing: a database without a yard is one that never had any. */
export function forgetKept(): void {
  told = false
  try {
    localStorage.removeItem(MARK)
  } catch {
    // As it is.
  }
}

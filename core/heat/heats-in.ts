import type { Heat } from './schema'

/** Logged heats that were melted in a crucible, the earliest first. */
export function heatsIn<H extends Pick<Heat, 'crucibleId' | 'loggedAt'>>(
  heats: readonly H[],
  crucibleId: string,
): (H & { loggedAt: string })[] {
  return heats
    .filter((heat): heat is H & { loggedAt: string } => heat.crucibleId === crucibleId && !!heat.loggedAt)
    .sort((a, b) => (a.loggedAt < b.loggedAt ? -1 : 1))
}

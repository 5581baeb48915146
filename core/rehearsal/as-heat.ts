import { POUR_CHECKLIST } from '#core/casting'
import { blankEntry, type Heat, type LogEntry, type LogKind } from '#core/heat'
import { LONGEST_S } from './pace'
import { probeShows } from './probe'
import { rehearse } from './rehearse'
import type { Act, CastingFault, Happened, Scenario } from './scenario'
import type { Poured } from './standing'

const READ_EVERY_S = 60

/** A rehearsal that was run. */
export interface RunRehearsal {
  scenario: Scenario
  acts: readonly Act[]
  seed: number
}

const KINDS: Readonly<Partial<Record<Happened, LogKind>>> = {
  flare: 'flare',
  spat: 'spatter',
  molten: 'molten',
}

/**
 * A rehearsal as the log of a heat would have it, for whoever looks into heats that went wrong.
 * @param heat it is a rehearsal of; the heat itself is not changed
 * @param startedAt ISO time of the lighting
 * @returns the heat with what was done and read in the rehearsal in place of its own
 * @example rehearsedHeat(poured, { scenario: copperHeat, acts: [], seed: 1 }, '2026-11-14T10:00:00.000Z').log.length > 100 // true
 */
export function rehearsedHeat(heat: Heat, { scenario, acts, seed }: RunRehearsal, startedAt: string): Heat {
  const { trace, end, poured } = rehearse(scenario, acts, LONGEST_S)
  const at = (seconds: number) => new Date(Date.parse(startedAt) + seconds * 1000).toISOString()
  let entries = 0
  const entry = (atS: number, kind: LogKind, more: Partial<LogEntry> = {}): LogEntry => ({
    ...blankEntry(
      { id: `00000000-0000-4000-8000-${String(entries++).padStart(12, '0')}`, at: at(atS) },
      kind,
    ),
    ...more,
  })
  const readings = trace
    .filter(({ atS }) => atS % READ_EVERY_S === 0)
    .flatMap(({ atS, celsius }) => {
      const shown = probeShows(seed, scenario.mishaps ?? [], atS, celsius)
      return shown === null ? [] : [entry(atS, 'temperature', { celsius: Math.round(shown), from: 'device' })]
    })
  const told = end.happened.flatMap(({ atS, what }) => (KINDS[what] ? [entry(atS, KINDS[what])] : []))
  const written = acts.flatMap((act) => {
    if (act.do === 'skim') return [entry(act.atS, 'skim')]
    if (act.do === 'power') return [entry(act.atS, 'fire', { power: act.to })]
    if (act.do === 'lid') return [entry(act.atS, act.on ? 'lid-on' : 'lid-off')]
    return act.do === 'degas' ? [entry(act.atS, 'degas', { minutes: act.minutes, gas: 'argon' })] : []
  })
  const { done, bare } = stepsDone(scenario, acts, end.happened)
  return {
    ...heat,
    loggedAt: null,
    log: [...readings, ...told, ...written].sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
    done: Object.fromEntries(
      Object.entries(done).map(([id, atS]) => [id, { at: at(atS ?? 0), skipped: atS === null }]),
    ),
    ...(bare ? { practices: { ...heat.practices, cover: { id: 'cover-bare', sharePct: null } } } : {}),
    // The mould of a rehearsal is as it should be.
    lookedAt: lookedAt(startedAt),
    pour: {
      ...heat.pour,
      pourTemperatureC: poured && poured.how === 'poured' ? Math.round(poured.celsius) : null,
    },
  }
}
const lookedAt = (at: string) => Object.fromEntries(POUR_CHECKLIST.map(({ id }) => [id, at]))

/**
 * A heat as it is worked at in a rehearsal: charged, nothing done yet, its mould as it should be, its thermocouple a
 * pretended one.
 * @param at ISO time
 * @example benchHeat(poured, at).log // []
 */
export const benchHeat = (heat: Heat, at: string): Heat => ({
  ...heat,
  loggedAt: null,
  remarks: '',
  assays: [],
  done: {},
  log: [],
  clocks: {},
  acknowledged: {},
  thermocoupleId: null,
  lookedAt: lookedAt(at),
})

/** Steps of the run sheet as they were done, s; null where they were left out. */
function stepsDone(
  { lots, begins, deoxidised, degassed }: Scenario,
  acts: readonly Act[],
  happened: readonly { atS: number; what: Happened }[],
): { done: Record<string, number | null>; bare: boolean } {
  const done: Record<string, number | null> = {}
  const molten = happened.find(({ what }) => what === 'molten')
  if (molten) done.base = molten.atS
  const last = (what: Act['do']) => acts.findLast((act) => act.do === what)?.atS
  for (const { id, step } of lots.slice(begins)) {
    const added = acts.find((act) => act.do === 'add' && act.lot === id)
    if (step && added) done[step] ??= added.atS
  }
  done.skim = last('skim') ?? null
  if (last('stir') !== undefined) done.stir = last('stir')!
  if (deoxidised) done.deoxidise = last('deoxidise') ?? null
  if (degassed) done.degas = last('degas') ?? null
  const poured = last('pour')
  if (poured !== undefined) done.pour = poured
  const covers = acts.filter((act) => act.do === 'cover')
  return { done, bare: !covers.some(({ cover }) => cover !== 'bare') }
}

/** What a fault looks like on the bench, as the trouble-finder calls it. */
const SYMPTOM_OF: Readonly<Partial<Record<CastingFault, string>>> = {
  misrun: 'short',
  'cold-shut': 'rounded',
  'gas-pores': 'pits',
  'steam-pores': 'pits',
  'oxide-skins': 'folds',
  'burnt-sand': 'top-bubbles',
  shrinkage: 'pull',
  'out-of-limits': 'colour',
}

/**
 * What a rehearsal's casting and melt would show, as the trouble-finder calls it.
 * @returns each once, the worst first
 * @example symptomsOf({ faults: ['misrun'] }, []) // ['short']
 */
export function symptomsOf(
  { faults }: Pick<Poured, 'faults'>,
  happened: readonly { what: Happened }[],
): string[] {
  const smoked = happened.some(({ what }) => what === 'flare') ? ['smoke'] : []
  return [...new Set([...faults.flatMap((fault) => SYMPTOM_OF[fault] ?? []), ...smoked])]
}

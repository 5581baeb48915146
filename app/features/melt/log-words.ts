import { t } from '~/words'
import type { LogEntry, LogKind } from '#core/heat'
import type { GasReason } from '#core/melt'
import { fireWords } from '~/shared/heat/fire-words'

export const LOG_WORDS: Readonly<Record<LogKind, string>> = {
  temperature: t('melt.temperature'),
  skim: t('melt.skimmed'),
  addition: t('melt.added'),
  flux: t('melt.fluxed'),
  degas: t('melt.degassed'),
  smoke: t('melt.white-smoke'),
  flare: t('melt.flare'),
  spatter: t('melt.spatter'),
  'boil-over': t('melt.boiled-over'),
  molten: t('melt.fully-molten'),
  'pressure-test': t('melt.reduced-pressure-test'),
  fire: t('shared.fire'),
  'lid-off': t('shared.lid-off'),
  'lid-on': t('shared.lid-on-again'),
  photo: t('melt.picture'),
  note: t('melt.note'),
}

interface Tools {
  grams: (value: number) => string
  degrees: (celsius: number) => string
}

export const GAS_USED: Readonly<Record<NonNullable<LogEntry['gas']>, string>> = {
  argon: t('melt.argon'),
  nitrogen: t('melt.nitrogen'),
  tablet: t('melt.tablet'),
  none: t('melt.no-gas'),
}

/** An entry of the log in a line. */
export function logWords(entry: LogEntry, { grams, degrees }: Tools): string {
  const parts = [
    entry.celsius === null ? '' : degrees(entry.celsius),
    entry.power === undefined ? '' : fireWords(entry.power),
    entry.massG === null ? '' : grams(entry.massG),
    entry.gas ? GAS_USED[entry.gas] : '',
    entry.minutes === null ? '' : `${entry.minutes} min`,
    entry.flowLMin === undefined ? '' : t('melt.l-min', { flowLMin: entry.flowLMin }),
    entry.drossBeforeG === undefined
      ? ''
      : t('melt.dross-before', { drossBeforeG: grams(entry.drossBeforeG) }),
    entry.drossAfterG === undefined ? '' : t('melt.dross-after', { drossAfterG: grams(entry.drossAfterG) }),
    entry.airGcm3 === null || entry.vacuumGcm3 === null
      ? ''
      : t('melt.density-pair', { airDensity: entry.airGcm3, vacuumDensity: entry.vacuumGcm3 }),
    entry.text,
  ].filter(Boolean)
  return parts.length > 0 ? `${LOG_WORDS[entry.kind]}: ${parts.join(', ')}` : LOG_WORDS[entry.kind]
}

export const GAS_WORDS: Readonly<Record<GasReason, string>> = {
  damp: t('melt.gas-damp'),
  oil: t('melt.gas-oily'),
  paint: t('melt.gas-painted'),
  thin: t('melt.gas-thin'),
  // Asked for each time: the yard may change its scale.
  get hot() {
    return t('melt.gas-superheat')
  },
  long: t('melt.gas-held'),
  'not-degassed': t('melt.gas-not-degassed'),
}

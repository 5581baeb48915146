import type { TemperatureLogFault } from '#formats/temperature-csv'
import { t } from '~/words'

/** Why a table of temperatures was refused, and what it must look like. */
export const TRACE_FAULTS: Readonly<Record<TemperatureLogFault, string>> = {
  empty: t('melt.trace-empty'),
  'no-columns': t('melt.trace-no-columns'),
  'two-readings': t('melt.trace-ambiguous'),
  'no-readings': t('melt.trace-no-readings'),
  'too-long': t('melt.trace-too-long'),
}

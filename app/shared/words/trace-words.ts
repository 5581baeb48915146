import type { TemperatureLogFault } from '#formats/temperature-csv'
import { t } from '~/words'

/** Why a table of temperatures was refused, and what it must look like. */
export const TRACE_FAULTS: Readonly<Record<TemperatureLogFault, string>> = {
  empty: t('melt.is-empty'),
  'no-columns': t('melt.has-no-columns-named-time-and'),
  'two-readings': t('melt.its-figures-can-be-read-in'),
  'no-readings': t('melt.holds-no-readings-the-time-as'),
  'too-long': t('melt.is-too-long-save-a-reading'),
}

import { t } from '~/words'
const NAMES: Readonly<Record<string, string>> = {
  Cu: t('small.copper'),
  Sn: t('small.tin'),
  Zn: t('small.zinc'),
  Pb: t('small.lead'),
  Al: t('small.aluminium'),
  Si: t('small.silicon'),
  Fe: t('small.iron'),
  Mn: t('small.manganese'),
  Ni: t('small.nickel'),
  P: t('small.phosphorus'),
  Sb: t('small.antimony'),
  S: t('small.sulphur'),
  Mg: t('small.magnesium'),
  Bi: t('small.bismuth'),
  Ti: t('small.titanium'),
  Cr: t('small.chromium'),
  As: t('small.arsenic'),
  Ag: t('small.silver'),
  Be: t('small.beryllium'),
  Cd: t('small.cadmium'),
  Sr: t('small.strontium'),
  Na: t('small.sodium'),
  Ca: t('small.calcium'),
  Co: t('small.cobalt'),
  '?': t('shared.not-identified'),
}

/** An element's name in a sentence; its symbol where the trade has no other word. */
export function elementName(symbol: string): string {
  return NAMES[symbol] ?? symbol
}

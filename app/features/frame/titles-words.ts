import { STAGES } from './stages-words'

/** What each screen is called, in the window's title and when one comes to it. */
const NAMES: Readonly<Record<string, string>> = {
  '/': 'The yard',
  '/stock': 'Stock',
  '/pile': 'What it can become',
  '/identify': 'What is this metal?',
  '/scrap-book': 'Scrap book',
  '/together': 'A day’s heats',
  '/ledger': 'Ledger',
  '/alloys': 'Alloys',
  '/compare': 'Alloys and heats side by side',
  '/gear': 'Gear',
  '/devices': 'Instruments',
  '/mould': 'Moulds',
  '/handbook': 'Handbook: cautions',
  '/handbook/emergencies': 'Handbook: emergencies',
  '/handbook/faults': 'Handbook: faults',
  '/handbook/practice-heats': 'Handbook: practice heats',
  '/handbook/tables': 'Handbook: tables',
  '/learned': 'What your heats taught',
  '/safety': 'Safe keeping',
  '/trends': 'Trends',
  '/labels': 'Labels',
  '/prices': 'Price list',
}
const OF_HEAT: Readonly<Record<string, string>> = {
  ...Object.fromEntries(STAGES.map(({ id, name }) => [id, name])),
  scale: 'Scale',
  sheet: 'Charge sheet',
  mould: 'Mould',
  story: 'Story',
  trouble: 'What went wrong',
}

/**
 * What the screen at an address is called.
 * @param stamp the number of the heat in the address, as it is stamped
 */
export function titleOf(path: string, stamp: string): string {
  const plain = path.replace(/\/$/, '') || '/'
  const [, kind, what, stage = ''] = plain.split('/')
  if (kind === 'heat') return `${OF_HEAT[stage] ?? 'Heat'}, ${stamp}`
  if (kind === 'ingot') return `Ingot ${decodeURIComponent(what ?? '')}`
  return NAMES[plain] ?? 'No such page'
}

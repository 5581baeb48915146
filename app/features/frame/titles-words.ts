import { t } from '~/words'
import { STAGES } from './stages-words'

/** What each screen is called, in the window's title and when one comes to it. */
const NAMES: Readonly<Record<string, string>> = {
  '/': t('frame.home-title'),
  '/stock': t('frame.stock'),
  '/pile': t('frame.pile-page'),
  '/identify': t('frame.identify-title'),
  '/scrap-book': t('frame.scrap-book'),
  '/together': t('frame.day-page'),
  '/ledger': t('frame.ledger'),
  '/alloys': t('frame.alloys'),
  '/compare': t('frame.compare-title'),
  '/gear': t('frame.gear'),
  '/devices': t('frame.instruments'),
  '/mould': t('frame.moulds'),
  '/handbook': t('frame.handbook-cautions'),
  '/handbook/emergencies': t('frame.handbook-emergencies'),
  '/handbook/faults': t('frame.handbook-faults'),
  '/handbook/practice-heats': t('frame.handbook-practice-heats'),
  '/handbook/glossary': t('frame.handbook-glossary'),
  '/handbook/sources': t('frame.handbook-sources'),
  '/handbook/tables': t('frame.handbook-tables'),
  '/learned': t('frame.learned-title'),
  '/safety': t('frame.backup-page'),
  '/group': t('frame.your-devices'),
  '/join': t('frame.join-a-yard'),
  '/open': t('frame.open-a-file'),
  '/trends': t('frame.trends'),
  '/labels': t('frame.labels'),
  '/prices': t('frame.price-list'),
  '/rehearsals': t('frame.rehearsals'),
}
const OF_HEAT: Readonly<Record<string, string>> = {
  ...Object.fromEntries(STAGES.map(({ id, name }) => [id, name])),
  scale: t('frame.scale'),
  sheet: t('frame.charge-sheet'),
  mould: t('frame.mould'),
  story: t('frame.story'),
  trouble: t('frame.faults-title'),
  infer: t('frame.without-a-laboratory'),
  rehearse: t('frame.rehearsal'),
  curve: t('frame.cooling-curve'),
}

/**
 * What the screen at an address is called.
 * @param stamp the number of the heat in the address, as it is stamped
 */
export function titleOf(path: string, stamp: string): string {
  const plain = path.replace(/\/$/, '') || '/'
  const [, kind, what, stage = ''] = plain.split('/')
  if (kind === 'heat') return `${OF_HEAT[stage] ?? t('frame.heat')}, ${stamp}`
  if (kind === 'ingot') return t('frame.ingot-title', { label: decodeURIComponent(what ?? '') })
  if (kind === 'rehearse') return t('frame.rehearsal')
  return NAMES[plain] ?? t('frame.no-page-title')
}

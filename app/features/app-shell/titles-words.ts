import { t } from '~/words'
import { STAGES } from './stages-words'

/** What each screen is called, in the window's title and when one comes to it. */
const NAMES: Readonly<Record<string, string>> = {
  '/': t('app-shell.home-title'),
  '/stock': t('app-shell.stock'),
  '/pile': t('app-shell.pile-page'),
  '/identify': t('app-shell.identify-title'),
  '/scrap-book': t('app-shell.scrap-book'),
  '/day-plan': t('app-shell.day-page'),
  '/ledger': t('app-shell.ledger'),
  '/alloys': t('app-shell.alloys'),
  '/compare': t('app-shell.compare-title'),
  '/gear': t('app-shell.gear'),
  '/devices': t('app-shell.instruments'),
  '/mould': t('app-shell.moulds'),
  '/handbook': t('app-shell.handbook-cautions'),
  '/handbook/emergencies': t('app-shell.handbook-emergencies'),
  '/handbook/faults': t('app-shell.handbook-faults'),
  '/handbook/practice-heats': t('app-shell.handbook-practice-heats'),
  '/handbook/glossary': t('app-shell.handbook-glossary'),
  '/handbook/sources': t('app-shell.handbook-sources'),
  '/handbook/tables': t('app-shell.handbook-tables'),
  '/learned': t('app-shell.learned-title'),
  '/backup': t('app-shell.backup-page'),
  '/group': t('app-shell.your-devices'),
  '/join': t('app-shell.join-a-yard'),
  '/open': t('app-shell.open-a-file'),
  '/trends': t('app-shell.trends'),
  '/labels': t('app-shell.labels'),
  '/prices': t('app-shell.price-list'),
  '/rehearsals': t('app-shell.rehearsals'),
}
const OF_HEAT: Readonly<Record<string, string>> = {
  ...Object.fromEntries(STAGES.map(({ id, name }) => [id, name])),
  scale: t('app-shell.scale'),
  sheet: t('app-shell.charge-sheet'),
  mould: t('app-shell.mould'),
  story: t('app-shell.story'),
  trouble: t('app-shell.faults-title'),
  infer: t('app-shell.without-a-laboratory'),
  rehearse: t('app-shell.rehearsal'),
  curve: t('app-shell.cooling-curve'),
}

/**
 * What the screen at an address is called.
 * @param stamp the number of the heat in the address, as it is stamped
 */
export function titleOf(path: string, stamp: string): string {
  const plain = path.replace(/\/$/, '') || '/'
  const [, kind, what, stage = ''] = plain.split('/')
  if (kind === 'heat') return `${OF_HEAT[stage] ?? t('app-shell.heat')}, ${stamp}`
  if (kind === 'ingot') return t('app-shell.ingot-title', { label: decoded(what ?? '') })
  if (kind === 'rehearse') return t('app-shell.rehearsal')
  return NAMES[plain] ?? t('app-shell.no-page-title')
}

/** Part of an address, readable; as it stands where a percent sign in it codes nothing. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part)
  } catch {
    return part
  }
}

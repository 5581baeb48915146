import { t } from '~/words'
import type { Unfit } from '~/storage/guard'

const THINGS: Readonly<Record<Unfit['collection'], string>> = {
  settings: t('app-shell.record-settings'),
  lots: t('app-shell.record-lot'),
  alloys: t('app-shell.record-alloy'),
  heats: t('app-shell.record-heat'),
  gear: t('app-shell.record-gear'),
  practices: t('app-shell.record-practice'),
}

/** Units that stand at the end of a field's name. */
const UNITS: Readonly<Record<string, string>> = {
  G: ' g',
  C: ' °C',
  Pct: ' %',
  Min: ` ${t('app-shell.min')}`,
  Mm: ` ${t('app-shell.mm')}`,
  Kw: ` ${t('app-shell.kw')}`,
}
const UNIT = new RegExp(`(?<=[a-z])(${Object.keys(UNITS).join('|')})$`)

/** A field's name as words: `massG` is the mass, `pourTemperatureC` the pour temperature. */
const fieldWords = (name: string) =>
  /^[A-Z][a-z]?$/.test(name)
    ? name
    : name.replace(UNIT, '').replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)

/** What a yard has no room for, and what to do. */
export function unfitWords({ collection, path, code, origin, bound }: Unfit): string {
  const fields = path.filter((part) => typeof part === 'string')
  const where = [THINGS[collection], ...fields.map(fieldWords)].join(', ')
  const unit = UNITS[UNIT.exec(fields.at(-1) ?? '')?.[1] ?? ''] ?? ''
  const figure = `${bound?.toLocaleString('en').replaceAll(',', '\u202f')}${unit}`
  if (code === 'too_big' && origin === 'string')
    return t('app-shell.text-too-long', { field: where, limit: bound })
  if (code === 'too_big' && origin === 'array') return t('app-shell.too-many', { field: where, limit: bound })
  if (code === 'too_big') return t('app-shell.too-large', { field: where, limit: figure })
  if (code === 'too_small' && origin === 'string') return t('app-shell.must-not-be-empty', { field: where })
  if (code === 'too_small') return t('app-shell.too-small', { field: where, limit: figure })
  return t('app-shell.not-storable', { field: where })
}

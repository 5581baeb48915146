import type { Unfit } from '~/storage/guard'

const THINGS: Readonly<Record<Unfit['collection'], string>> = {
  settings: 'the settings',
  lots: 'a lot',
  alloys: 'an own alloy',
  heats: 'a heat',
  gear: 'a piece of gear',
  practices: 'a practice',
}

/** Units that stand at the end of a field's name. */
const UNITS: Readonly<Record<string, string>> = {
  G: ' g',
  C: ' °C',
  Pct: ' %',
  Min: ' min',
  Mm: ' mm',
  Kw: ' kW',
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
  if (code === 'too_big' && origin === 'string') return `${where}: at most ${bound} characters. Shorten it.`
  if (code === 'too_big' && origin === 'array')
    return `${where}: at most ${bound} of them. Take some away first.`
  if (code === 'too_big') return `${where}: at most ${figure}.`
  if (code === 'too_small' && origin === 'string') return `${where}: it must not be empty.`
  if (code === 'too_small') return `${where}: not below ${figure}.`
  return `${where}: no yard can keep this. Look at what was typed last.`
}

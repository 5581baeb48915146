import { t } from '~/words'
import { totalG } from '#core/lists'
import type { MassBalance } from '#core/balance'
import { castingTotals, inMouldsSpan, type Pour } from '#core/heat'

/** A share of what was charged, as the balance draws it. */
export interface PourPart {
  id: string
  name: string
  massG: number
  /** how its patch is filled: a colour, and a hatching for those who see none */
  colour: string
  hatch: 'plain' | 'posts' | 'slant' | 'dots' | 'counter' | 'fine'
}

/** Where the charge went, part by part, from the best to the worst; what there was none of is left out. */
export function pourParts(
  pour: Pour,
  { missingG, maybeG }: Pick<MassBalance, 'missingG' | 'maybeG'>,
  fumeG = 0,
): PourPart[] {
  const span = inMouldsSpan(pour.inMoulds)
  const groundG = castingTotals(pour.castings ?? []).groundOffG
  const part = (
    id: string,
    name: string,
    massG: number | null | undefined,
    colour: string,
    hatch: PourPart['hatch'],
  ) => ({ id, name, massG: massG ?? 0, colour, hatch })
  const ingotsG = totalG(pour.ingots)
  return [
    part('ingots', t('small.ingots'), ingotsG, '#cf7f4f', 'plain'),
    part('moulds', t('shared-heat.in-moulds-least'), span?.fromG, '#cf7f4f', 'counter'),
    part('maybe', t('shared-heat.in-moulds-most'), maybeG, '#d8b9a6', 'dots'),
    part('castings', t('small.castings'), (pour.castingsG ?? 0) - groundG, '#e0a274', 'posts'),
    part('ground', t('shared-heat.ground-off'), groundG, '#e8c3a4', 'fine'),
    part('returns', t('shared-heat.sprues-and-risers'), pour.returnsG, '#dcc59c', 'slant'),
    part('heel', t('small.heel'), pour.heelG, '#b99c68', 'plain'),
    part('samples', t('small.samples'), pour.samplesG, '#b99c68', 'dots'),
    part('skull', t('small.skull'), pour.skullG, '#8d8378', 'posts'),
    part('spill', t('small.spill'), pour.spillG, '#a89e92', 'dots'),
    part('dross', t('small.dross'), pour.drossG, '#57504a', 'counter'),
    part('fume', t('shared-heat.fume-probably'), fumeG, '#9fb4bd', 'dots'),
    part('missing', t('shared-heat.unaccounted'), Math.max(0, missingG - maybeG - fumeG), '#c9463a', 'slant'),
  ].filter(({ massG }) => massG > 0)
}

import type {
  Contradiction,
  Contribution,
  HeatInference,
  UnusableReason,
  Observation,
  ShedTest,
} from '#core/inference'
import { toIacs } from '#core/inference'
import { withSpread } from '~/shared/learning/learning-words'
import { fixed } from '~/shared/units/decimal-mark'
import { elementName } from '~/shared/units/elements'
import { listed, percent, timesWords } from '~/shared/units/figures'
import type { useUnits } from '~/shared/units/useUnits'
import { t, told } from '~/words'

type Units = Pick<ReturnType<typeof useUnits>, 'grams' | 'degrees' | 'degreesApart'>

export const OBSERVED_WORDS: Readonly<Record<Observation['is'], string>> = {
  mass: t('infer.source-balance'),
  density: t('infer.density-in-water'),
  liquidus: t('infer.cooling-curve'),
  probe: t('infer.source-probe'),
  resistivity: t('infer.resistance'),
  hardness: t('infer.hardness'),
  colour: t('infer.test-colour'),
  reading: t('infer.source-reading'),
  below: t('infer.source-reading'),
}
export const SHED_TEST_WORDS: Readonly<Record<ShedTest, string>> = {
  density: t('infer.density-in-water'),
  cooling: t('infer.cooling-curve'),
  resistance: t('infer.test-resistance'),
  eddy: t('infer.conductivity-meter'),
  hardness: t('infer.hardness'),
  colour: t('infer.test-colour'),
  xrf: t('infer.test-xrf'),
  laboratory: t('infer.test-laboratory'),
}
export const HUE_WORDS = {
  red: t('infer.hue-red'),
  'red-gold': t('infer.hue-red-gold'),
  yellow: t('infer.hue-yellow'),
  pale: t('infer.hue-pale'),
} as const
export const MUTE_WORDS: Readonly<Record<UnusableReason, string>> = {
  'too-few': t('infer.mute-too-few'),
  'not-cooling': t('infer.mute-not-cooling'),
  'too-slow-readings': t('infer.mute-too-slow'),
  'begins-in-freezing': t('infer.mute-begins-in-freezing'),
  'no-model': t('infer.mute-no-model'),
  'not-all-weighed': t('infer.mute-not-all-weighed'),
  'typed-from-density': t('infer.mute-typed-from-density'),
}

/** What a metal is, as a sentence. */
export function answerWords(
  { verdict, near, inferred }: HeatInference,
  alloyName: string,
): { tone: 'good' | 'warn' | 'plain'; text: string } {
  if (!verdict) {
    const [first] = near
    const main = inferred.elements
      .map((symbol, at) => ({ symbol, pct: inferred.pct[at]!, sd: inferred.sd[at]! }))
      .filter(({ pct, symbol }) => pct >= 0.5 && symbol !== '?')
      .sort((one, other) => other.pct - one.pct)
      .map(({ symbol, pct, sd }) => `${symbol} ${withSpread(pct, sd)}`)
    const fits = first && first.odds >= 0.02
    return {
      tone: 'plain',
      text: fits
        ? t('infer.verdict-named', {
            composition: main.join(', '),
            alloyName: told(first.alloy.name),
            certainty: timesWords(first.odds),
          })
        : t('infer.verdict-unnamed', { composition: main.join(', ') }),
    }
  }
  const times = timesWords(verdict.odds)
  if (verdict.call === 'inside')
    return { tone: 'good', text: t('infer.verdict-in-spec', { alloyName, certainty: times }) }
  const doubtful = verdict.limits
    .filter(({ call }) => call === 'unclear' || call === 'outside')
    .sort((one, other) => one.odds - other.odds)
  const names = listed(doubtful.slice(0, 3).map(({ element }) => elementName(element)))
  if (verdict.call === 'unclear')
    return {
      tone: 'warn',
      text: t('infer.verdict-doubtful', {
        alloyName,
        certainty: times,
        elements: names || t('infer.whole-composition'),
      }),
    }
  const faults = verdict.limits
    .filter(({ call }) => call === 'outside')
    .map(({ element, side }) =>
      t(side === 'below' ? 'shared-heat.element-low' : 'shared-heat.element-high', {
        element: elementName(element),
      }),
    )
  return {
    tone: 'warn',
    text: faults.length
      ? t('infer.verdict-out-of-spec', { alloyName, faults: listed(faults), certainty: times })
      : t('infer.verdict-doubtful', {
          alloyName,
          certainty: times,
          elements: names || t('infer.whole-composition'),
        }),
  }
}

/** A figure of an observation in its unit. */
export function figureWords(
  is: Observation['is'],
  value: number,
  { grams, degrees, degreesApart }: Units,
): string {
  switch (is) {
    case 'mass':
      return grams(value)
    case 'density':
      return `${fixed(value, 2)} g/cm³`
    case 'liquidus':
      return degrees(value)
    case 'probe':
      return degreesApart(value)
    case 'resistivity':
      return `${fixed(value, 2)} µΩ·cm (${fixed(toIacs(value), 1)} % IACS)`
    case 'hardness':
      return `${fixed(value, 0)} HB`
    case 'colour':
      return fixed(value, 0)
    case 'reading':
    case 'below':
      return `${percent(value)} %`
  }
}

/** What was found, in a few words. */
export function seenWords(one: Observation, units: Units): string {
  switch (one.is) {
    case 'mass':
      return figureWords(one.is, one.massG, units)
    case 'density':
      return figureWords(one.is, one.gcm3, units)
    case 'liquidus':
      return figureWords(one.is, one.celsius, units)
    case 'probe':
      return t(one.offC >= 0 ? 'infer.probe-high' : 'infer.probe-low', {
        offset: units.degreesApart(Math.abs(one.offC)),
      })
    case 'resistivity':
      return figureWords(one.is, one.microOhmCm, units)
    case 'hardness':
      return figureWords(one.is, one.brinell, units)
    case 'colour':
      return HUE_WORDS[one.hue]
    case 'reading':
      return `${one.element} ${withSpread(one.pct, one.sd)}`
    case 'below':
      return `${one.element} <${percent(one.pct)}`
  }
}

/** What an observation adds to the charge. */
export function saysWords({ says }: Contribution): string {
  if (says.length === 0) return t('infer.evidence-neutral')
  return says
    .map(({ element, pct, sd, before }) =>
      t('infer.evidence-change', {
        element,
        now: withSpread(pct, sd),
        before: withSpread(before.pct, before.sd),
      }),
    )
    .join('; ')
}

/** What is the matter where something does not go with all the rest, and what to do. */
export function againstWords({ is, found, expected, apart }: Contradiction, units: Units): string {
  const figures = {
    found: figureWords(is, found, units),
    expected: figureWords(is, expected, units),
    apart: fixed(Math.abs(apart), 1),
  }
  switch (is) {
    case 'density':
      return t(apart < 0 ? 'infer.against-lighter' : 'infer.against-heavier', figures)
    case 'liquidus':
    case 'probe':
      return t('infer.against-liquidus', figures)
    case 'mass':
      return t('infer.against-mass', figures)
    case 'resistivity':
      return t('infer.against-resistivity', figures)
    default:
      return t('infer.against-other', { ...figures, test: OBSERVED_WORDS[is] })
  }
}

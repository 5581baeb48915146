import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import type { AssayCsvFault } from '#formats/assay-csv'
import type { Verdict } from '#core/assay'
import type { MassBalance } from '#core/balance'
import { elementName } from '~/shared/units/elements'
import { listed } from '~/shared/units/figures'

const PART_NAMES: Readonly<Record<string, string>> = {
  ingotsG: t('shared-heat.ingots'),
  castingsG: t('shared-heat.castings'),
  returnsG: t('shared-heat.sprues-and-risers'),
  drossG: t('shared-heat.dross'),
  skullG: t('shared-heat.skull'),
  spillG: t('shared-heat.spill'),
  heelG: t('shared-heat.heel'),
  inMouldsG: t('shared-heat.the-moulds-empty'),
}

/** What is not found yet; a span where metal is in moulds of unknown weight. */
function stillToFind({ missingG, maybeG }: MassBalance, grams: (value: number) => string): string {
  if (maybeG <= 0) return grams(missingG)
  return missingG - maybeG > 0
    ? t('shared-heat.between-and', { missingG: grams(missingG - maybeG), missingG2: grams(missingG) })
    : t('shared-heat.up-to', { missingG: grams(missingG) })
}

/** What the mass balance says, as a sentence. */
export function balanceWords(
  balance: MassBalance,
  grams: (value: number) => string,
): { tone: 'good' | 'warn' | 'plain'; text: string } {
  const { state, missingG, fumeG, expectedG, chargeG, foundG } = balance
  const gone =
    expectedG - fumeG > 1
      ? t('shared-heat.about-expected-paint-dirt-and-dross', {
          expectedG: grams(expectedG),
          part: fumeG > 1 ? t('shared-heat.and-of-it-as-fume', { fumeG: grams(fumeG) }) : '',
        })
      : t('shared-heat.about-expected-as-fume', { fumeG: grams(fumeG) })
  const share = fixed((100 * Math.abs(missingG)) / chargeG, 1)
  const waiting = listed(balance.unweighed.map((part) => PART_NAMES[part] ?? part))
  switch (state) {
    case 'nothing-weighed':
      return {
        tone: 'plain',
        text: t('shared-heat.went-in-weigh-what-came-out', { chargeG: grams(chargeG) }),
      }
    case 'over':
      return {
        tone: 'warn',
        text: t('shared-heat.more-came-out-than-went-in', { missingG: grams(-missingG), share }),
      }
    case 'closes':
      return {
        tone: 'good',
        text: t('shared-heat.it-closes-of-found-again-the', {
          foundG: grams(foundG),
          chargeG: grams(chargeG),
          max: grams(Math.max(0, missingG)),
          gone,
        }),
      }
    case 'open':
      return {
        tone: 'plain',
        text: t('shared-heat.still-to-find-not-weighed-yet', {
          balance: stillToFind(balance, grams),
          share,
          waiting,
          part: balance.unweighed.some((part) => part !== 'inMouldsG' && part !== 'ingotsG')
            ? ` ${t('shared-heat.put-0-where-there-was-none')}`
            : '',
        }),
      }
    case 'missing':
      return {
        tone: 'warn',
        text: t('shared-heat.is-missing-with-look-for-spill', { missingG: grams(missingG), share, gone }),
      }
  }
}

const VERDICT_SHORT: Readonly<Record<Verdict['overall'], string>> = {
  inside: t('shared-heat.inside'),
  'inside-measured': t('shared-heat.inside-as-far-as-measured'),
  outside: t('shared-heat.outside'),
  unclear: t('shared-heat.cannot-tell'),
  'nothing-measured': t('shared-heat.not-measured'),
}

export function verdictShort(verdict: Verdict | null): string {
  return verdict ? VERDICT_SHORT[verdict.overall] : t('shared-heat.no-target')
}

/** The verdict as a sentence with what to do next. */
export function verdictWords(
  verdict: Verdict,
  alloyName: string,
): { tone: 'good' | 'warn' | 'plain'; text: string } {
  const names = (call: string) =>
    listed(verdict.limits.filter((limit) => limit.call === call).map(({ element }) => elementName(element)))
  switch (verdict.overall) {
    case 'nothing-measured':
      return {
        tone: 'plain',
        text: t('shared-heat.nothing-measured-yet-type-a-reading'),
      }
    case 'inside':
      return { tone: 'good', text: t('shared-heat.it-is-every-limit-holds', { alloyName }) }
    case 'inside-measured':
      return {
        tone: 'good',
        text: t('shared-heat.inside-every-limit-that-was-measured', { names: names('not-measured') }),
      }
    case 'outside': {
      const faults = verdict.limits
        .filter(({ call }) => call === 'outside')
        .map(({ element, side }) =>
          t('shared-heat.is-too', {
            element: elementName(element),
            part: side === 'below' ? t('small.low') : t('small.high'),
          }),
        )
      return { tone: 'warn', text: t('shared-heat.not', { alloyName, faults: listed(faults) }) }
    }
    case 'unclear':
      return {
        tone: 'warn',
        text: t('shared-heat.cannot-tell-yet-too-close-to', { names: names('unclear') }),
      }
  }
}

/** Why an analyser's table was refused, and what it must look like. */
export function assayFaultWords(fault: AssayCsvFault): string {
  switch (fault.kind) {
    case 'empty':
      return t('shared-heat.holds-no-readings-a-row-of')
    case 'too-long':
      return t('shared-heat.is-too-long-at-most-5000')
    case 'no-elements':
      return t('shared-heat.has-no-column-named-for-an')
    case 'cell':
      return t('shared-heat.has-in-row-under-that-is', {
        text: fault.text,
        row: fault.row,
        column: fault.column,
      })
  }
}

import { fixed } from '~/shared/units/decimal-mark'
import { t } from '~/words'
import type { AssayCsvFault } from '#formats/assay-csv'
import type { Verdict } from '#core/assay'
import type { MassBalance } from '#core/balance'
import { elementName } from '~/shared/units/elements'
import { listed, sentences } from '~/shared/units/figures'

const PART_NAMES: Readonly<Record<string, string>> = {
  ingotsG: t('shared-heat.ingots'),
  castingsG: t('shared-heat.castings'),
  returnsG: t('shared-heat.sprues-and-risers'),
  drossG: t('shared-heat.dross'),
  skullG: t('shared-heat.skull'),
  spillG: t('shared-heat.spill'),
  heelG: t('shared-heat.heel'),
  inMouldsG: t('shared-heat.empty-moulds'),
}

/** What is not found yet; a span where metal is in moulds of unknown weight. */
function stillToFind({ missingG, maybeG }: MassBalance, grams: (value: number) => string): string {
  if (maybeG <= 0) return grams(missingG)
  return missingG - maybeG > 0
    ? t('shared-heat.missing-span', { least: grams(missingG - maybeG), most: grams(missingG) })
    : t('shared-heat.missing-up-to', { most: grams(missingG) })
}

/** What the mass balance says, as a sentence. */
export function balanceWords(
  balance: MassBalance,
  grams: (value: number) => string,
): { tone: 'good' | 'warn' | 'plain'; text: string } {
  const { state, missingG, fumeG, expectedG, chargeG, foundG } = balance
  const gone =
    expectedG - fumeG > 1
      ? fumeG > 1
        ? t('shared-heat.expected-losses-fume', { mass: grams(expectedG), fumeMass: grams(fumeG) })
        : t('shared-heat.expected-losses', { mass: grams(expectedG) })
      : t('shared-heat.expected-fume', { fumeMass: grams(fumeG) })
  const share = fixed((100 * Math.abs(missingG)) / chargeG, 1)
  const waiting = listed(balance.unweighed.map((part) => PART_NAMES[part] ?? part))
  switch (state) {
    case 'nothing-weighed':
      return {
        tone: 'plain',
        text: t('shared-heat.balance-empty', { chargeMass: grams(chargeG) }),
      }
    case 'over':
      return {
        tone: 'warn',
        text: t('shared-heat.balance-surplus', { mass: grams(-missingG), percent: share }),
      }
    case 'closes':
      return {
        tone: 'good',
        text: t('shared-heat.balance-closes', {
          foundMass: grams(foundG),
          chargeMass: grams(chargeG),
          restMass: grams(Math.max(0, missingG)),
          losses: gone,
        }),
      }
    case 'open':
      return {
        tone: 'plain',
        text: sentences(
          t('shared-heat.balance-open', {
            mass: stillToFind(balance, grams),
            percent: share,
            parts: waiting,
          }),
          balance.unweighed.some((part) => part !== 'inMouldsG' && part !== 'ingotsG') &&
            t('shared-heat.put-zero-hint'),
        ),
      }
    case 'missing':
      return {
        tone: 'warn',
        text: t('shared-heat.balance-missing', { mass: grams(missingG), percent: share, losses: gone }),
      }
  }
}

const VERDICT_SHORT: Readonly<Record<Verdict['overall'], string>> = {
  inside: t('shared-heat.verdict-in-spec'),
  'inside-measured': t('shared-heat.verdict-in-spec-so-far'),
  outside: t('shared-heat.verdict-out-of-spec'),
  unclear: t('shared-heat.verdict-undecided'),
  'nothing-measured': t('shared-heat.verdict-not-measured'),
}

export function verdictShort(verdict: Verdict | null): string {
  return verdict ? VERDICT_SHORT[verdict.overall] : t('shared-heat.verdict-no-target')
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
        text: t('shared-heat.verdict-empty'),
      }
    case 'inside':
      return { tone: 'good', text: t('shared-heat.verdict-in-spec-for', { alloyName }) }
    case 'inside-measured':
      return {
        tone: 'good',
        text: t('shared-heat.verdict-partly-measured', { elements: names('not-measured') }),
      }
    case 'outside': {
      const faults = verdict.limits
        .filter(({ call }) => call === 'outside')
        .map(({ element, side }) =>
          t(side === 'below' ? 'shared-heat.element-low' : 'shared-heat.element-high', {
            element: elementName(element),
          }),
        )
      return { tone: 'warn', text: t('shared-heat.verdict-not', { alloyName, faults: listed(faults) }) }
    }
    case 'unclear':
      return {
        tone: 'warn',
        text: t('shared-heat.verdict-undecided-why', { elements: names('unclear') }),
      }
  }
}

/** Why an analyser's table was refused, and what it must look like. */
export function assayFaultWords(fault: AssayCsvFault): string {
  switch (fault.kind) {
    case 'empty':
      return t('shared-heat.readings-empty')
    case 'too-long':
      return t('shared-heat.readings-too-long')
    case 'no-elements':
      return t('shared-heat.readings-no-element')
    case 'cell':
      return t('shared-heat.readings-bad-value', {
        text: fault.text,
        row: fault.row,
        column: fault.column,
      })
  }
}

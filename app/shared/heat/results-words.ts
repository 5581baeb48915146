import type { AssayCsvFault } from '#formats/assay-csv'
import type { Verdict } from '#core/assay'
import type { MassBalance } from '#core/balance'
import { elementName } from '~/shared/units/elements'
import { listed } from '~/shared/units/figures'

const PART_NAMES: Readonly<Record<string, string>> = {
  ingotsG: 'ingots',
  castingsG: 'castings',
  returnsG: 'sprues and risers',
  drossG: 'dross',
  skullG: 'skull',
  spillG: 'spill',
  heelG: 'heel',
  inMouldsG: 'the moulds, empty',
}

/** What is not found yet; a span where metal is in moulds of unknown weight. */
function stillToFind({ missingG, maybeG }: MassBalance, grams: (value: number) => string): string {
  if (maybeG <= 0) return grams(missingG)
  return missingG - maybeG > 0
    ? `Between ${grams(missingG - maybeG)} and ${grams(missingG)}`
    : `Up to ${grams(missingG)}`
}

/** What the mass balance says, as a sentence. */
export function balanceWords(
  balance: MassBalance,
  grams: (value: number) => string,
): { tone: 'good' | 'warn' | 'plain'; text: string } {
  const { state, missingG, fumeG, expectedG, chargeG, foundG } = balance
  const gone =
    expectedG - fumeG > 1
      ? `about ${grams(expectedG)} expected: paint, dirt and dross${fumeG > 1 ? `, and ${grams(fumeG)} of it as fume` : ''}`
      : `about ${grams(fumeG)} expected as fume`
  const share = ((100 * Math.abs(missingG)) / chargeG).toFixed(1)
  const waiting = listed(balance.unweighed.map((part) => PART_NAMES[part] ?? part))
  switch (state) {
    case 'nothing-weighed':
      return { tone: 'plain', text: `${grams(chargeG)} went in. Weigh what came out.` }
    case 'over':
      return {
        tone: 'warn',
        text: `${grams(-missingG)} more came out than went in (${share} %). A weight is wrong, a mould was not tared, or a lot was not written down.`,
      }
    case 'closes':
      return {
        tone: 'good',
        text: `It closes: ${grams(foundG)} of ${grams(chargeG)} found again; the other ${grams(Math.max(0, missingG))} is loss (${gone}) and the scale’s error.`,
      }
    case 'open':
      return {
        tone: 'plain',
        text: `${stillToFind(balance, grams)} still to find (${share} %). Not weighed yet: ${waiting}.${balance.unweighed.some((part) => part !== 'inMouldsG') ? ' Put 0 where there was none.' : ''}`,
      }
    case 'missing':
      return {
        tone: 'warn',
        text: `${grams(missingG)} is missing (${share} %), with ${gone}. Look for spill on the floor, dross thrown away unweighed, or an ingot left in its mould.`,
      }
  }
}

const VERDICT_SHORT: Readonly<Record<Verdict['overall'], string>> = {
  inside: 'Inside',
  'inside-measured': 'Inside, as far as measured',
  outside: 'Outside',
  unclear: 'Cannot tell',
  'nothing-measured': 'Not measured',
}

export function verdictShort(verdict: Verdict | null): string {
  return verdict ? VERDICT_SHORT[verdict.overall] : 'No target'
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
        text: 'Nothing measured yet. Type a reading and the verdict builds up as you go.',
      }
    case 'inside':
      return { tone: 'good', text: `It is ${alloyName}: every limit holds.` }
    case 'inside-measured':
      return {
        tone: 'good',
        text: `Inside every limit that was measured. Not measured: ${names('not-measured')}.`,
      }
    case 'outside': {
      const faults = verdict.limits
        .filter(({ call }) => call === 'outside')
        .map(({ element, side }) => `${elementName(element)} is too ${side === 'below' ? 'low' : 'high'}`)
      return { tone: 'warn', text: `Not ${alloyName}: ${listed(faults)}.` }
    }
    case 'unclear':
      return {
        tone: 'warn',
        text: `Cannot tell yet: ${names('unclear')} too close to a limit for this reading. Measure again.`,
      }
  }
}

/** Why an analyser's table was refused, and what it must look like. */
export function assayFaultWords(fault: AssayCsvFault): string {
  switch (fault.kind) {
    case 'empty':
      return 'holds no readings: a row of headings, then a row a reading.'
    case 'too-long':
      return 'is too long: at most 5000 readings.'
    case 'no-elements':
      return 'has no column named for an element, such as Cu or Sn %.'
    case 'cell':
      return `has “${fault.text}” in row ${fault.row} under ${fault.column}: that is no share of 0 to 100 %, nor “<0.02”.`
  }
}

import { fixed } from '~/shared/units/decimal-mark'
import { t, told } from '~/words'
import { present } from '#core/lists'
import { computed } from 'vue'
import { ALLOYS, GROUPS, nominalWhole, solidDensity } from '#core/alloys'
import {
  liquidusOf,
  metalFacts,
  METALS,
  pourWindow,
  RECOVERY_SOURCE,
  recoveryPriors,
  shrinkageOf,
} from '#core/families'
import { FORM_SOURCE, FORMS } from '#core/losses'
import { ELEMENTS, ELEMENT_SOURCE } from '#core/composition'
import { FIXED_POINTS, FIXED_POINT_SOURCE } from '#core/gear'
import { INCANDESCENCE, INCANDESCENCE_SOURCE } from '#core/melt'
import { elementName } from '~/shared/units/elements'
import { capital } from '~/shared/units/figures'
import { useUnits } from '~/shared/units/useUnits'

export interface ReferenceRow {
  name: string
  /** in small letters under it */
  note?: string
  /** what it looks like, where that is the point */
  colour?: string
  cells: string[]
}
/** A table to look things up in. */
export interface Reference {
  id: string
  name: string
  head: string[]
  parts: { name: string; rows: ReferenceRow[] }[]
  source: string
}

/** Metals a caster melts, by the temperature they melt at. */
const MELTED = ['Sn', 'Bi', 'Cd', 'Pb', 'Zn', 'Mg', 'Al', 'Ag', 'Cu', 'Mn', 'Si', 'Ni', 'Fe'] as const
const KELVIN = 273.15
const NONE = '–'

/** What the trade looks up, in this yard's units. */
export function useReferenceTables() {
  const { degrees } = useUnits()
  const span = (low: string, high: string) => (low === high ? low : t('handbook.span', { low, high }))

  function alloys(): Reference {
    const rowOf = (alloy: (typeof ALLOYS)[number]): ReferenceRow => {
      const liquidus = liquidusOf(alloy, nominalWhole(alloy))
      const window = pourWindow(alloy, liquidus)
      const shrinkage = shrinkageOf(alloy.practice)
      const about = liquidus && liquidus.spreadC > 0 ? `${t('small.about')} ` : ''
      return {
        name: told(alloy.name),
        note: alloy.designation,
        cells: [
          window
            ? t('handbook.temperature-span', {
                fromTemperature: degrees(window.fromC),
                toTemperature: degrees(window.toC),
              })
            : NONE,
          liquidus ? about + degrees(liquidus.liquidusC) : NONE,
          alloy.solidusC === undefined ? NONE : degrees(alloy.solidusC),
          fixed(solidDensity(alloy).gcm3, 2),
          shrinkage ? `${span(fixed(shrinkage.lowPct, 1), fixed(shrinkage.highPct, 1))} %` : NONE,
        ],
      }
    }
    return {
      id: 'alloys',
      name: t('handbook.melting-table'),
      head: [
        t('handbook.alloy'),
        t('handbook.pour-at'),
        t('handbook.liquid-above'),
        t('handbook.solid-below'),
        'g/cm³',
        t('handbook.shrinks'),
      ],
      parts: GROUPS.map((group) => ({
        name: capital(group),
        rows: ALLOYS.filter((alloy) => alloy.group === group).map(rowOf),
      })),
      source:
        'Melting ranges and densities: UNS designations with the ASTM standards, and the aluminium trade’s registration records; from memory. Pour window: liquidus + 60 to 150 °C, thin red brass to 240, zinc 30 to 80, pewter 15 to 65, common practice. Shrinkage, linear: pattern-maker’s tables; from memory. “About”: estimated from the composition',
    }
  }

  function metals(): Reference {
    return {
      id: 'metals',
      name: t('handbook.metals'),
      head: [
        t('handbook.metal'),
        t('handbook.melts'),
        t('handbook.boils'),
        'g/cm³',
        t('handbook.g-cm-liquid'),
      ],
      parts: [
        {
          name: '',
          rows: MELTED.map((symbol) => {
            const { Tm_K, Tb_K, rhoS, rhoL } = present(ELEMENTS[symbol], symbol)
            return {
              name: `${capital(elementName(symbol))} (${symbol})`,
              cells: [
                Tm_K ? degrees(Tm_K - KELVIN) : NONE,
                Tb_K ? degrees(Tb_K - KELVIN) : NONE,
                fixed(rhoS, 2),
                rhoL === null ? NONE : fixed(rhoL, 2),
              ],
            }
          }),
        },
      ],
      source: ELEMENT_SOURCE,
    }
  }

  function recoveries(): Reference {
    const families = METALS.flatMap((metal) => {
      const { name, lossFamilies } = metalFacts(metal)
      return lossFamilies.map(({ zincUpToPct }, at) => {
        const from = lossFamilies[at - 1]?.zincUpToPct
        const familyName = told(name)
        return {
          name:
            from !== undefined
              ? zincUpToPct < 100
                ? t('handbook.loss-family-zinc-from', { familyName, fromPct: from, toPct: zincUpToPct })
                : t('handbook.loss-family-zinc-over', { familyName, fromPct: from })
              : lossFamilies.length > 1
                ? t('handbook.loss-family-zinc-to', { familyName, toPct: zincUpToPct })
                : t('handbook.loss-family', { familyName }),
          priors: recoveryPriors(metal, zincUpToPct),
        }
      })
    })
    const symbols = [...new Set(families.flatMap(({ priors }) => Object.keys(priors)))]
    return {
      id: 'recovery',
      name: t('handbook.recovery-table'),
      head: [t('handbook.element'), ...families.map(({ name }) => name)],
      parts: [
        {
          name: '',
          rows: symbols.map((symbol) => ({
            name: `${capital(elementName(symbol))} (${symbol})`,
            cells: families.map(({ priors }) => {
              const known = priors[symbol]
              return known === undefined ? NONE : fixed(100 * known, 1)
            }),
          })),
        },
      ],
      source: `${RECOVERY_SOURCE}. ${t('small.learned-note')}`,
    }
  }

  const yields = (): Reference => ({
    id: 'yields',
    name: t('handbook.yield-table'),
    head: [t('handbook.form'), t('handbook.yield')],
    parts: [
      {
        name: '',
        rows: FORMS.map(({ name, metallicYield }) => ({
          name: told(name),
          cells: [`${Math.round(100 * metallicYield)} %`],
        })),
      },
    ],
    source: FORM_SOURCE,
  })

  const colours = (): Reference => ({
    id: 'colours',
    name: t('handbook.colours-table'),
    head: [t('handbook.glow-column'), t('handbook.temperature-column')],
    parts: [
      {
        name: '',
        rows: INCANDESCENCE.map(({ name, colour, fromC, toC }) => ({
          name: capital(told(name)),
          colour,
          cells: [
            t('handbook.temperature-span', { fromTemperature: degrees(fromC), toTemperature: degrees(toC) }),
          ],
        })),
      },
    ],
    source: `${INCANDESCENCE_SOURCE}. ${t('small.no-glow-note')}`,
  })

  const fixedPoints = (): Reference => ({
    id: 'fixed-points',
    name: t('handbook.fixed-points-table'),
    head: [t('handbook.fixed-point-column'), t('handbook.freezes-at')],
    parts: [
      {
        name: '',
        rows: FIXED_POINTS.map(({ name, freezesC }) => ({
          name: told(name),
          cells: [degrees(freezesC, 1)],
        })),
      },
    ],
    source: FIXED_POINT_SOURCE,
  })

  return computed(() => ({
    alloys: alloys(),
    others: [metals(), recoveries(), yields(), colours(), fixedPoints()],
  }))
}

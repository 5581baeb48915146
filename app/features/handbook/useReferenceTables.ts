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
  const span = (low: string, high: string) => (low === high ? low : t('handbook.to', { low, high }))

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
          window ? t('handbook.to-2', { fromC: degrees(window.fromC), toC: degrees(window.toC) }) : NONE,
          liquidus ? about + degrees(liquidus.liquidusC) : NONE,
          alloy.solidusC === undefined ? NONE : degrees(alloy.solidusC),
          fixed(solidDensity(alloy).gcm3, 2),
          shrinkage ? `${span(fixed(shrinkage.lowPct, 1), fixed(shrinkage.highPct, 1))} %` : NONE,
        ],
      }
    }
    return {
      id: 'alloys',
      name: t('handbook.melting-and-pouring'),
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
        const zinc =
          from !== undefined
            ? t('handbook.zn', {
                part:
                  zincUpToPct < 100
                    ? t('handbook.to-3', { from, zincUpToPct })
                    : t('handbook.over', { from }),
              })
            : lossFamilies.length > 1
              ? t('handbook.to-zn', { zincUpToPct })
              : ''
        return {
          name: t('handbook.in', { name: told(name), zinc }),
          priors: recoveryPriors(metal, zincUpToPct),
        }
      })
    })
    const symbols = [...new Set(families.flatMap(({ priors }) => Object.keys(priors)))]
    return {
      id: 'recovery',
      name: t('handbook.recovery-what-stays-in-the-melt'),
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
      source: `${RECOVERY_SOURCE}. ${t('small.your-own-heats-replace-it-under-learned')}`,
    }
  }

  const yields = (): Reference => ({
    id: 'yields',
    name: t('handbook.metallic-yield-what-of-a-scrap'),
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
    name: t('handbook.colours-of-heat'),
    head: [t('handbook.colour-of-the-glow'), t('handbook.it-is')],
    parts: [
      {
        name: '',
        rows: INCANDESCENCE.map(({ name, colour, fromC, toC }) => ({
          name: capital(told(name)),
          colour,
          cells: [t('handbook.to-2', { fromC: degrees(fromC), toC: degrees(toC) })],
        })),
      },
    ],
    source: `${INCANDESCENCE_SOURCE}. ${t('small.molten-aluminium-does-not-glow-it-gives-no-warning')}`,
  })

  const fixedPoints = (): Reference => ({
    id: 'fixed-points',
    name: t('handbook.freezing-points-to-check-a-thermocouple'),
    head: [t('handbook.clean-metal'), t('handbook.freezes-at')],
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

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
  const span = (low: string, high: string) => (low === high ? low : `${low} to ${high}`)

  function alloys(): Reference {
    const rowOf = (alloy: (typeof ALLOYS)[number]): ReferenceRow => {
      const liquidus = liquidusOf(alloy, nominalWhole(alloy))
      const window = pourWindow(alloy, liquidus)
      const shrinkage = shrinkageOf(alloy.practice)
      const about = liquidus && liquidus.spreadC > 0 ? 'about ' : ''
      return {
        name: alloy.name,
        note: alloy.designation,
        cells: [
          window ? `${degrees(window.fromC)} to ${degrees(window.toC)}` : NONE,
          liquidus ? about + degrees(liquidus.liquidusC) : NONE,
          alloy.solidusC === undefined ? NONE : degrees(alloy.solidusC),
          solidDensity(alloy).gcm3.toFixed(2),
          shrinkage ? `${span(shrinkage.lowPct.toFixed(1), shrinkage.highPct.toFixed(1))} %` : NONE,
        ],
      }
    }
    return {
      id: 'alloys',
      name: 'Melting and pouring',
      head: ['Alloy', 'Pour at', 'Liquid above', 'Solid below', 'g/cm³', 'Shrinks'],
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
      name: 'Metals',
      head: ['Metal', 'Melts', 'Boils', 'g/cm³', 'g/cm³ liquid'],
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
                rhoS.toFixed(2),
                rhoL === null ? NONE : rhoL.toFixed(2),
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
            ? `, ${zincUpToPct < 100 ? `${from} to ${zincUpToPct}` : `over ${from}`} % Zn`
            : lossFamilies.length > 1
              ? `, to ${zincUpToPct} % Zn`
              : ''
        return { name: `In ${name}${zinc}`, priors: recoveryPriors(metal, zincUpToPct) }
      })
    })
    const symbols = [...new Set(families.flatMap(({ priors }) => Object.keys(priors)))]
    return {
      id: 'recovery',
      name: 'Recovery: what stays in the melt, %',
      head: ['Element', ...families.map(({ name }) => name)],
      parts: [
        {
          name: '',
          rows: symbols.map((symbol) => ({
            name: `${capital(elementName(symbol))} (${symbol})`,
            cells: families.map(({ priors }) => {
              const known = priors[symbol]
              return known === undefined ? NONE : (100 * known).toFixed(1)
            }),
          })),
        },
      ],
      source: `${RECOVERY_SOURCE}. Your own heats replace it under Learned`,
    }
  }

  const yields = (): Reference => ({
    id: 'yields',
    name: 'Metallic yield: what of a scrap is metal',
    head: ['Form', 'Yield'],
    parts: [
      {
        name: '',
        rows: FORMS.map(({ name, metallicYield }) => ({
          name,
          cells: [`${Math.round(100 * metallicYield)} %`],
        })),
      },
    ],
    source: FORM_SOURCE,
  })

  const colours = (): Reference => ({
    id: 'colours',
    name: 'Colours of heat',
    head: ['Colour of the glow', 'It is'],
    parts: [
      {
        name: '',
        rows: INCANDESCENCE.map(({ name, colour, fromC, toC }) => ({
          name: capital(name),
          colour,
          cells: [`${degrees(fromC)} to ${degrees(toC)}`],
        })),
      },
    ],
    source: `${INCANDESCENCE_SOURCE}. Molten aluminium does not glow: it gives no warning`,
  })

  const fixedPoints = (): Reference => ({
    id: 'fixed-points',
    name: 'Freezing points, to check a thermocouple',
    head: ['Clean metal', 'Freezes at'],
    parts: [
      { name: '', rows: FIXED_POINTS.map(({ name, freezesC }) => ({ name, cells: [degrees(freezesC, 1)] })) },
    ],
    source: FIXED_POINT_SOURCE,
  })

  return computed(() => ({
    alloys: alloys(),
    others: [metals(), recoveries(), yields(), colours(), fixedPoints()],
  }))
}

import { computed } from 'vue'
import { baseMetal, nominalWhole } from '#core/alloys'
import { shrinkageOf } from '#core/families'
import { heatLiquidus, heatWindow } from '#core/heat'
import {
  checkSections,
  coolDownMin,
  freezingTime,
  mouldHeat,
  partFigures,
  patternLength,
  rulingModulus,
  sectionModulus,
  type MouldId,
  type PartFigures,
} from '#core/casting'
import { lawIn, riserBeside } from './freezing'
import { useMetalNeed } from './useMetalNeed'

/** Whether more of a piece is known than its volume. */
const isShaped = ({ areaCm2, thickMm }: PartFigures) => (areaCm2 !== null && areaCm2 > 0) || thickMm !== null

/** What the chosen metal does in the mould: shrinkage, freezing, riser, sections. */
export function useCastingFacts() {
  const { heat, need, parts, density } = useMetalNeed()
  const alloy = computed(() => heat.value?.alloy ?? null)
  const whole = computed(() => (alloy.value ? nominalWhole(alloy.value) : null))
  const liquidus = computed(() => (heat.value ? heatLiquidus(heat.value) : null))
  const window = computed(() => (heat.value ? heatWindow(heat.value) : null))
  const shrinkage = computed(() => (alloy.value ? shrinkageOf(alloy.value.practice) : null))
  const mould = computed<MouldId>(() => need.value.mould ?? 'sand')
  /** what the mould is heated to; null where it is not */
  const heated = computed(() => (alloy.value ? mouldHeat(mould.value, baseMetal(alloy.value)) : null))
  const law = computed(() =>
    alloy.value ? lawIn(alloy.value, mould.value, liquidus.value, window.value) : null,
  )
  const measured = computed(() =>
    parts.value.map((part) => {
      const figures = partFigures(part)
      const shrink = shrinkage.value
      return {
        part,
        figures,
        modulusMm: figures && isShaped(figures) ? rulingModulus(figures) : null,
        patternMm:
          figures?.longestMm && shrink
            ? {
                from: patternLength(figures.longestMm, shrink.lowPct),
                to: patternLength(figures.longestMm, shrink.highPct),
              }
            : null,
      }
    }),
  )
  const extreme = (of: (values: number[]) => number, pick: 'thinMm' | 'thickMm') => {
    const known = measured.value.flatMap(({ figures }) => (figures?.[pick] ? [figures[pick]] : []))
    return known.length > 0 ? of(known) : null
  }
  const thinMm = computed(() => extreme((values) => Math.min(...values), 'thinMm'))
  const thickMm = computed(() => extreme((values) => Math.max(...values), 'thickMm'))
  /** A wall by itself, and never longer than the piece it is part of. */
  const freezeS = (mm: number) =>
    law.value ? freezingTime(law.value, Math.min(sectionModulus(mm), ruling.value ?? Infinity)) : 0
  /** The modulus that rules riser and waiting: of the piece that freezes last. */
  const ruling = computed(() => {
    const all = measured.value.flatMap(({ modulusMm }) => modulusMm ?? [])
    return all.length > 0 ? Math.max(...all) : null
  })
  /**
   * Pieces of which only the volume is known, and how long the largest takes at most, s: a ball has the least surface.
   * Neither a time nor a riser is worked out from that.
   */
  const shapeless = computed(() => {
    const named = measured.value.filter(({ figures }) => figures && !isShaped(figures))
    const most = Math.max(0, ...named.map(({ figures }) => rulingModulus(figures!) ?? 0))
    const names = named.map(({ part }) => part.name)
    return names.length > 0 && law.value && most > 0
      ? { names, mostMm: most, mostS: freezingTime(law.value, most) }
      : null
  })
  /** Until the piece that freezes last is solid, s. */
  const freezesS = computed(() => (law.value && ruling.value ? freezingTime(law.value, ruling.value) : 0))
  const riser = computed(() => {
    if (!ruling.value || !alloy.value) return null
    const largest = Math.max(
      ...measured.value.map(({ figures, modulusMm }) => (modulusMm && figures?.volumeCm3) || 0),
    )
    return riserBeside(alloy.value, ruling.value, largest)
  })
  const checks = computed(() => checkSections(parts.value, need.value.headMm ?? null))
  const coolDown = computed(() => {
    const most = Math.max(ruling.value ?? 0, shapeless.value?.mostMm ?? 0)
    return most > 0 ? coolDownMin(most, mould.value) : null
  })

  return {
    alloy,
    whole,
    liquidus,
    window,
    shrinkage,
    mould,
    law,
    heated,
    measured,
    thinMm,
    thickMm,
    freezeS,
    freezesS,
    ruling,
    shapeless,
    riser,
    checks,
    coolDown,
    need,
    parts,
    density,
  }
}

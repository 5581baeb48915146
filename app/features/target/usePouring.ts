import { t } from '~/words'
import { computed, type Ref } from 'vue'
import { solidDensity, type Alloy } from '#core/alloys'
import {
  chillThickness,
  freezingTime,
  pourPlan,
  riserNeck,
  rulingModulus,
  sectionModulus,
  type GateAt,
  type MouldId,
  type PourAsk,
} from '#core/casting'
import { familyOf } from '#core/families'
import { LIQUID_OVER_SOLID } from '#core/melt'
import { lawIn, riserBeside } from './freezing'

/** What has to be told of one mould before it can be said how it is filled; null is still to be told. */
export interface MouldTold {
  alloy: Alloy | null
  mould: MouldId
  /** casting alone, and with gates and risers, g */
  castingG: number | null
  massG: number | null
  wallMm: number | null
  /** thinnest and thickest, where they are known */
  thinMm: number | null
  thickMm: number | null
  castingMm: number | null
  /** of the piece, where its shape is known, mm */
  modulusMm?: number | null
  headMm: number | null
  gate: GateAt | null
}

/** What is said of a mould that nothing was said of: half a hand of sprue over the casting. */
export const USUAL_HEAD_MM = 75
/** A part so many times as thick as the thinnest is a hot spot that wants a riser or a chill. */
const HOT_SPOT = 2

/** How one mould is filled, fed and cooled. */
export function usePouring(told: Ref<MouldTold>) {
  const metal = computed(() => (told.value.alloy && familyOf(told.value.alloy)?.metal) ?? null)
  /** What is still to be told, in the order of the fields. */
  const missing = computed(() => {
    const { alloy, massG, wallMm, castingMm } = told.value
    return [
      ...(alloy ? [] : [t('target.missing-metal')]),
      ...(massG ? [] : [t('target.missing-mass')]),
      ...(wallMm ? [] : [t('target.missing-wall')]),
      ...(castingMm ? [] : [t('target.missing-height')]),
    ]
  })
  const law = computed(() => (told.value.alloy ? lawIn(told.value.alloy, told.value.mould) : null))
  const ask = computed<PourAsk | null>(() => {
    const { alloy, massG, wallMm, castingMm, headMm, gate, thinMm } = told.value
    if (!alloy || !metal.value || !massG || !wallMm || !castingMm) return null
    const thin = Math.min(thinMm ?? wallMm, wallMm)
    return {
      practice: alloy.practice,
      metal: metal.value,
      massG,
      liquidGcm3: LIQUID_OVER_SOLID * solidDensity(alloy).gcm3,
      wallMm,
      thinFreezesS: law.value && freezingTime(law.value, sectionModulus(thin)),
      castingMm,
      headMm: headMm || USUAL_HEAD_MM,
      gate,
    }
  })
  const plan = computed(() => ask.value && pourPlan(ask.value))

  const riser = computed(() => {
    const { alloy, thickMm, wallMm, castingG } = told.value
    const thick = Math.max(thickMm ?? 0, wallMm ?? 0)
    if (!alloy || !castingG || !thick) return null
    const volumeCm3 = castingG / solidDensity(alloy).gcm3
    const modulusMm = told.value.modulusMm ?? rulingModulus({ volumeCm3, areaCm2: null, thickMm: thick })
    const body = modulusMm && riserBeside(alloy, modulusMm, volumeCm3)
    if (!body) return null
    return { ...body, neck: riserNeck(body, 'side', thick) }
  })
  /** A thick place far from the riser is cooled instead. */
  const chillMm = computed(() => {
    const { thinMm, thickMm } = told.value
    return thinMm && thickMm && thickMm >= HOT_SPOT * thinMm ? chillThickness(thickMm) : null
  })
  return { metal, missing, law, ask, plan, riser, chillMm }
}

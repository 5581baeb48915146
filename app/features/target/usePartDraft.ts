import { t } from '~/words'
import { nth } from '#core/lists'
import { computed, reactive, ref, watch } from 'vue'
import { ALLOYS, solidDensity } from '#core/alloys'
import {
  likelyUnits,
  partFigures,
  PATTERN_MATERIALS,
  SHAPES,
  type MeshUnitName,
  type Part,
  type PartSource,
  type ShapeId,
} from '#core/casting'
import { useMeshFile } from './useMeshFile'
import { SOURCE_WORDS } from './casting-words'

type From = PartSource['from']

/** A part being described: nothing reaches the heat until it has a size. */
export function usePartDraft(part: Part | null, from: From) {
  const known = part?.source
  const kind = ref<From>(known?.from ?? from)
  const name = ref(part?.name ?? '')
  const count = ref<number | null>(part?.count ?? 1)
  const thinMm = ref<number | null>(part?.thinMm ?? null)
  const thickMm = ref<number | null>(part?.thickMm ?? null)
  const volumeCm3 = ref<number | null>(known?.from === 'volume' ? known.volumeCm3 : null)
  const shape = ref<ShapeId>(known?.from === 'shape' ? known.shape : 'plate')
  const sizes = reactive<Record<string, number | null>>(known?.from === 'shape' ? { ...known.sizes } : {})
  const massG = ref<number | null>(known && 'massG' in known ? known.massG : null)
  const material = ref(materialOf(known))
  const ownDensity = ref<number | null>(known && 'densityGcm3' in known ? known.densityGcm3 : null)
  const earlierAlloy = ref(earlierOf(known))
  const meshFile = useMeshFile()
  const unit = ref<MeshUnitName>(known?.from === 'mesh' ? known.unit : 'mm')
  const scalePct = ref<number | null>(known?.from === 'mesh' ? known.scalePct : 100)
  const fault = ref('')
  let nameOfFile = ''

  const longest = computed(() => {
    const box = meshFile.mesh.value?.measure.box
    return box ? Math.max(...box.max.map((most, axis) => most - nth(box.min, axis))) : null
  })
  const units = computed(() => (longest.value === null ? [] : likelyUnits(longest.value)))
  /** The file names no unit and more than one would give a believable size. */
  const unclear = computed(
    () => !!meshFile.mesh.value && !meshFile.mesh.value.unit && units.value.length !== 1,
  )
  watch(meshFile.mesh, (mesh) => {
    if (!mesh) return
    scalePct.value = 100
    unit.value = mesh.unit ?? units.value[0] ?? 'mm'
    // A name that was typed stays; one taken from an earlier file goes with it.
    if (name.value !== '' && name.value !== nameOfFile) return
    nameOfFile = meshFile.fileName.value.replace(/\.[^.]+$/, '').slice(0, 120)
    name.value = nameOfFile
  })

  const source = computed<PartSource | null>(() => {
    switch (kind.value) {
      case 'volume':
        return volumeCm3.value ? { from: 'volume', volumeCm3: volumeCm3.value } : null
      case 'shape': {
        const wanted = Object.fromEntries(SHAPES[shape.value].map((size) => [size, sizes[size] ?? 0]))
        return { from: 'shape', shape: shape.value, sizes: wanted }
      }
      case 'pattern': {
        const density =
          PATTERN_MATERIALS.find(({ id }) => id === material.value)?.densityGcm3 ?? ownDensity.value
        return massG.value && density ? { from: 'pattern', massG: massG.value, densityGcm3: density } : null
      }
      case 'casting': {
        const alloy = ALLOYS.find(({ id }) => id === earlierAlloy.value)
        const density = alloy ? solidDensity(alloy).gcm3 : ownDensity.value
        return massG.value && density ? { from: 'casting', massG: massG.value, densityGcm3: density } : null
      }
      case 'mesh':
        return meshSource()
    }
  })

  function meshSource(): PartSource | null {
    const read = meshFile.mesh.value
    if (!read)
      return known?.from === 'mesh' ? { ...known, unit: unit.value, scalePct: scalePct.value || 100 } : null
    const { measure, walls, format } = read
    const size = measure.box.max.map((most, axis) => most - nth(measure.box.min, axis)) as [
      number,
      number,
      number,
    ]
    return {
      from: 'mesh',
      fileName: meshFile.fileName.value,
      format,
      unit: unit.value,
      scalePct: scalePct.value || 100,
      volume: measure.volume,
      area: measure.area,
      size,
      thin: walls?.thin ?? null,
      thick: walls?.thick ?? null,
      triangles: measure.triangles,
      closed: measure.closed,
      holes: measure.holes,
      crowdedEdges: measure.crowdedEdges,
      turnedTriangles: measure.turnedTriangles,
      insideOut: measure.insideOut,
      shells: measure.shells,
    }
  }

  const figures = computed(() =>
    source.value ? partFigures({ source: source.value, thinMm: thinMm.value, thickMm: thickMm.value }) : null,
  )

  /** The part as it stands, or null with the reason in `fault`. */
  function finish(): Part | null {
    fault.value = ''
    if (!source.value || !figures.value || !(figures.value.volumeCm3 > 0)) fault.value = missing(kind.value)
    else if (!count.value || count.value < 1) fault.value = t('target.needs-count')
    else if (thinMm.value !== null && thickMm.value !== null && thinMm.value > thickMm.value)
      fault.value = t('target.thin-over-thick')
    if (fault.value || !source.value) return null
    return {
      id: part?.id ?? crypto.randomUUID(),
      name: name.value.trim() || SOURCE_WORDS[kind.value].replace(/^An? /, ''),
      count: Math.round(count.value!),
      source: source.value,
      thinMm: thinMm.value,
      thickMm: thickMm.value,
    }
  }

  return {
    kind,
    name,
    count,
    thinMm,
    thickMm,
    volumeCm3,
    shape,
    sizes,
    massG,
    material,
    ownDensity,
    earlierAlloy,
    meshFile,
    unit,
    scalePct,
    units,
    unclear,
    source,
    figures,
    fault,
    finish,
  }
}

const OWN = 'own'
function materialOf(source: PartSource | undefined): string {
  if (source?.from !== 'pattern') return 'pla'
  return PATTERN_MATERIALS.find(({ densityGcm3 }) => densityGcm3 === source.densityGcm3)?.id ?? OWN
}
function earlierOf(source: PartSource | undefined): string {
  if (source?.from !== 'casting') return '356.0'
  return ALLOYS.find((alloy) => solidDensity(alloy).gcm3 === source.densityGcm3)?.id ?? OWN
}
function missing(kind: From): string {
  switch (kind) {
    case 'mesh':
      return t('target.needs-mesh')
    case 'shape':
      return t('target.needs-sizes')
    case 'pattern':
      return t('target.needs-pattern')
    case 'casting':
      return t('target.needs-earlier')
    case 'volume':
      return t('target.needs-volume')
  }
}

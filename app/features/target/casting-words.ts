import { counted } from '~/shared/units/figures'
import { t } from '~/words'
import type { Part, SectionCheck, ShapeId } from '#core/casting'
import type { MeshFault } from '#formats/mesh-file'

const FAULTS: Readonly<Record<MeshFault, string>> = {
  empty: t('target.mesh-empty'),
  'not-a-mesh': t('target.mesh-unreadable'),
  'cut-off': t('target.mesh-cut-off'),
  'no-triangles': t('target.mesh-no-surface'),
  'not-numbers': t('target.mesh-not-numbers'),
  'too-far': t('target.mesh-too-far'),
  'bad-index': t('target.mesh-missing-points'),
  'bad-zip': t('target.mesh-damaged'),
  'too-large': t('target.mesh-too-large'),
}

/** Why a mesh file was refused, and what to do. */
export function meshFaultWords(fault: MeshFault, fileName: string): string {
  return t('target.mesh-refused', { fileName, fault: FAULTS[fault] })
}

export const SHAPE_WORDS: Readonly<Record<ShapeId, string>> = {
  plate: t('target.plate-or-block'),
  bar: t('target.shape-bar'),
  tube: t('target.tube-or-bush'),
  ball: t('target.ball'),
  cone: t('target.cone-or-taper'),
  ring: t('target.ring'),
}

export const SIZE_WORDS: Readonly<Record<string, string>> = {
  length: t('target.length'),
  width: t('target.width'),
  thickness: t('target.thickness'),
  diameter: t('target.diameter'),
  bore: t('target.bore'),
  height: t('target.height'),
  top: t('target.top-diameter'),
  section: t('target.ring-thickness'),
}

export const SOURCE_WORDS: Readonly<Record<Part['source']['from'], string>> = {
  mesh: t('target.source-mesh'),
  shape: t('target.source-shape'),
  pattern: t('target.source-pattern'),
  casting: t('target.source-earlier'),
  volume: t('target.source-volume'),
}

interface Tools {
  mm: (value: number) => string
}

/** What a founder says of sections and meshes, with what to do. */
export function sectionWords(check: SectionCheck, { mm }: Tools): { text: string; why: string } {
  switch (check.rule) {
    case 'thin':
      return {
        text: t('target.check-thin', {
          casting: check.part,
          thickness: mm(check.mm),
          limit: mm(check.limitMm),
        }),
        why: t('target.check-thin-why'),
      }
    case 'uneven':
      return {
        text: t('target.check-uneven', {
          casting: check.part,
          thin: mm(check.thinMm),
          thick: mm(check.thickMm),
        }),
        why: t('target.check-uneven-why'),
      }
    case 'low-head':
      return {
        text: t('target.check-head', { head: mm(check.headMm) }),
        why: t('target.check-head-why', { limit: mm(check.limitMm) }),
      }
    case 'open-mesh':
      return {
        text: t('target.check-holes', { casting: check.part, holes: counted(check.holes, 'hole') }),
        why: t('target.check-holes-why'),
      }
    case 'crossed-mesh':
      return {
        text: t('target.check-overlap', { casting: check.part }),
        why: t('target.check-overlap-why'),
      }
  }
}

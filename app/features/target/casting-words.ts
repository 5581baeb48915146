import { t } from '~/words'
import type { Part, SectionCheck, ShapeId } from '#core/casting'
import type { MeshFault } from '#formats/mesh-file'

const FAULTS: Readonly<Record<MeshFault, string>> = {
  empty: t('target.is-empty'),
  'not-a-mesh': t('target.is-no-mesh-that-can-be'),
  'cut-off': t('target.is-cut-off-it-says-it'),
  'no-triangles': t('target.holds-no-surface-save-the-part'),
  'not-numbers': t('target.has-coordinates-that-are-not-numbers'),
  'bad-index': t('target.names-points-or-parts-that-are'),
  'bad-zip': t('target.is-a-damaged-package-copy-or'),
  'too-large': t('target.is-too-large-save-the-part'),
}

/** Why a mesh file was refused, and what to do. */
export function meshFaultWords(fault: MeshFault, fileName: string): string {
  return t('target.nothing-was-changed', { fileName, FAULTS: FAULTS[fault] })
}

export const SHAPE_WORDS: Readonly<Record<ShapeId, string>> = {
  plate: t('target.plate-or-block'),
  bar: t('target.round-bar-or-disc'),
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
  top: t('target.diameter-at-the-top'),
  section: t('target.thickness-of-the-ring'),
}

export const SOURCE_WORDS: Readonly<Record<Part['source']['from'], string>> = {
  mesh: t('target.a-mesh-file'),
  shape: t('target.a-simple-shape'),
  pattern: t('target.a-patterns-weight'),
  casting: t('target.an-earlier-casting'),
  volume: t('target.a-volume'),
}

interface Tools {
  mm: (value: number) => string
}

/** What a founder says of sections and meshes, with what to do. */
export function sectionWords(check: SectionCheck, { mm }: Tools): { text: string; why: string } {
  switch (check.rule) {
    case 'thin':
      return {
        text: t('target.is-thin-under-misruns-in-dry', {
          part: check.part,
          mm: mm(check.mm),
          limitMm: mm(check.limitMm),
        }),
        why: t('target.thicken-it-pour-at-the-hot'),
      }
    case 'uneven':
      return {
        text: t('target.from-to-thick-the-thick-part', {
          part: check.part,
          thinMm: mm(check.thinMm),
          thickMm: mm(check.thickMm),
        }),
        why: t('target.put-the-riser-on-the-thick'),
      }
    case 'low-head':
      return {
        text: t('target.only-of-metal-over-the-casting', { headMm: mm(check.headMm) }),
        why: t('target.make-the-sprue-at-least-higher', { limitMm: mm(check.limitMm) }),
      }
    case 'open-mesh':
      return {
        text: t('target.the-mesh-has-the-volume-closes', {
          part: check.part,
          part2: check.holes === 1 ? t('target.a-hole') : t('target.holes', { holes: check.holes }),
          part3: check.holes === 1 ? t('small.it') : t('small.them'),
        }),
        why: t('target.mend-the-mesh-in-the-program'),
      }
    case 'crossed-mesh':
      return {
        text: t('target.surfaces-of-the-mesh-meet-three', { part: check.part }),
        why: t('target.join-the-bodies-into-one-in'),
      }
  }
}

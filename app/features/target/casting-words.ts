import type { Part, SectionCheck, ShapeId } from '#core/casting'
import type { MeshFault } from '#formats/mesh-file'

const FAULTS: Readonly<Record<MeshFault, string>> = {
  empty: 'is empty.',
  'not-a-mesh': 'is no mesh that can be read. Save the part as STL, OBJ or 3MF and open that.',
  'cut-off': 'is cut off: it says it holds more than there is. Save or copy it again.',
  'no-triangles': 'holds no surface. Save the part as a mesh, not as points or a sketch.',
  'not-numbers': 'has coordinates that are not numbers. Save it again from the program that made it.',
  'bad-index': 'names points or parts that are not in it. Save it again from the program that made it.',
  'bad-zip': 'is a damaged package. Copy or save it again.',
  'too-large': 'is too large. Save the part coarser; a twentieth of a millimetre is fine enough for a mould.',
}

/** Why a mesh file was refused, and what to do. */
export function meshFaultWords(fault: MeshFault, fileName: string): string {
  return `${fileName} ${FAULTS[fault]} Nothing was changed.`
}

export const SHAPE_WORDS: Readonly<Record<ShapeId, string>> = {
  plate: 'Plate or block',
  bar: 'Round bar or disc',
  tube: 'Tube or bush',
  ball: 'Ball',
  cone: 'Cone or taper',
  ring: 'Ring',
}

export const SIZE_WORDS: Readonly<Record<string, string>> = {
  length: 'Length',
  width: 'Width',
  thickness: 'Thickness',
  diameter: 'Diameter',
  bore: 'Bore',
  height: 'Height',
  top: 'Diameter at the top',
  section: 'Thickness of the ring',
}

export const SOURCE_WORDS: Readonly<Record<Part['source']['from'], string>> = {
  mesh: 'A mesh file',
  shape: 'A simple shape',
  pattern: 'A pattern’s weight',
  casting: 'An earlier casting',
  volume: 'A volume',
}

interface Tools {
  mm: (value: number) => string
}

/** What a founder says of sections and meshes, with what to do. */
export function sectionWords(check: SectionCheck, { mm }: Tools): { text: string; why: string } {
  switch (check.rule) {
    case 'thin':
      return {
        text: `${check.part}: ${mm(check.mm)} is thin, under ${mm(check.limitMm)} misruns in dry sand`,
        why: 'Thicken it, pour at the hot end of the window, gate it from the thin side, or give it more head.',
      }
    case 'uneven':
      return {
        text: `${check.part}: from ${mm(check.thinMm)} to ${mm(check.thickMm)} thick; the thick part pulls in last`,
        why: 'Put the riser on the thick part, or a chill against it, and round the inner corners.',
      }
    case 'low-head':
      return {
        text: `Only ${mm(check.headMm)} of metal over the casting: too little to press it full`,
        why: `Make the sprue at least ${mm(check.limitMm)} higher than the top of the casting.`,
      }
    case 'open-mesh':
      return {
        text: `${check.part}: the mesh has ${check.holes === 1 ? 'a hole' : `${check.holes} holes`}; the volume closes ${check.holes === 1 ? 'it' : 'them'} flat`,
        why: 'Mend the mesh in the program that made it if the hole is large.',
      }
    case 'crossed-mesh':
      return {
        text: `${check.part}: surfaces of the mesh meet three at an edge; bodies may overlap and be counted twice`,
        why: 'Join the bodies into one in the program that made it.',
      }
  }
}

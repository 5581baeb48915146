import { strToU8, zipSync } from 'fflate'
import * as THREE from 'three'

/** Triangles of a geometry, nine coordinates each. */
export function soup(geometry: THREE.BufferGeometry): Float32Array {
  const flat = geometry.index ? geometry.toNonIndexed() : geometry
  return dropFlat(Float32Array.from(flat.getAttribute('position').array))
}

/** Poles of spheres come with triangles that have no area. */
function dropFlat(triangles: Float32Array): Float32Array {
  const kept: number[] = []
  for (let at = 0; at < triangles.length; at += 9) {
    const corner = (k: number) => triangles.subarray(at + 3 * k, at + 3 * k + 3).join()
    if (new Set([corner(0), corner(1), corner(2)]).size === 3) kept.push(...triangles.subarray(at, at + 9))
  }
  return Float32Array.from(kept)
}

/** Every point rounded as a file would, so that seams meet. */
export function rounded(triangles: Float32Array, digits = 4): Float32Array {
  return triangles.map((value) => Number(value.toFixed(digits)))
}

export function turned(triangles: Float32Array, which: (triangle: number) => boolean): Float32Array {
  const out = Float32Array.from(triangles)
  for (let triangle = 0; triangle < out.length / 9; triangle++)
    if (which(triangle))
      for (let axis = 0; axis < 3; axis++) {
        const at = 9 * triangle + axis
        ;[out[at + 3], out[at + 6]] = [out[at + 6]!, out[at + 3]!]
      }
  return out
}

export const without = (triangles: Float32Array, which: (triangle: number) => boolean): Float32Array =>
  triangles.filter((_, at) => !which(Math.floor(at / 9)))

export const together = (...parts: Float32Array[]): Float32Array =>
  Float32Array.from(parts.flatMap((part) => [...part]))

export const moved = (triangles: Float32Array, x: number): Float32Array =>
  triangles.map((value, at) => (at % 3 === 0 ? value + x : value))

export const box = (x: number, y: number, z: number) => soup(new THREE.BoxGeometry(x, y, z))
export const ball = (radius: number, fine = 32) =>
  rounded(soup(new THREE.SphereGeometry(radius, fine, fine / 2)))
export const ring = (radius: number, tube: number) =>
  rounded(soup(new THREE.TorusGeometry(radius, tube, 24, 48)))
export const round = (radius: number, height: number) =>
  rounded(soup(new THREE.CylinderGeometry(radius, radius, height, 40)))

/** A lump with hills, as sculpted things are. */
export function lump(radius: number, fine: number): Float32Array {
  return rounded(
    soup(new THREE.IcosahedronGeometry(radius, fine)).map((value, at, all) => {
      const [x, y, z] = [0, 1, 2].map((axis) => all[at - (at % 3) + axis]! / radius) as [
        number,
        number,
        number,
      ]
      return value * (1 + 0.15 * Math.sin(5 * x) * Math.cos(4 * y) + 0.1 * Math.sin(6 * z))
    }),
  )
}

/** A casting with ribs: an outline with a hole, drawn out. */
export function bracket(): Float32Array {
  const outline = new THREE.Shape()
  outline.moveTo(0, 0)
  for (const [x, y] of [
    [60, 0],
    [60, 8],
    [8, 8],
    [8, 40],
    [0, 40],
  ] as const)
    outline.lineTo(x, y)
  outline.closePath()
  const hole = new THREE.Path()
  hole.absarc(40, 4, 2, 0, 2 * Math.PI, true)
  outline.holes.push(hole)
  return rounded(
    soup(new THREE.ExtrudeGeometry(outline, { depth: 25, bevelEnabled: false, curveSegments: 12 })),
  )
}

export function binaryStl(triangles: Float32Array): Uint8Array {
  const count = triangles.length / 9
  const bytes = new Uint8Array(84 + 50 * count)
  const view = new DataView(bytes.buffer)
  view.setUint32(80, count, true)
  for (let facet = 0; facet < count; facet++)
    for (let value = 0; value < 9; value++)
      view.setFloat32(84 + 50 * facet + 12 + 4 * value, triangles[9 * facet + value]!, true)
  return bytes
}

export function textStl(triangles: Float32Array): Uint8Array {
  const lines = ['solid made-up']
  for (let at = 0; at < triangles.length; at += 9) {
    lines.push(' facet normal 0 0 0', '  outer loop')
    for (let corner = 0; corner < 9; corner += 3)
      lines.push(`   vertex ${[0, 1, 2].map((axis) => triangles[at + corner + axis]).join(' ')}`)
    lines.push('  endloop', ' endfacet')
  }
  return strToU8([...lines, 'endsolid made-up', ''].join('\n'))
}

export function obj(triangles: Float32Array): Uint8Array {
  const lines = ['# made up', 'o thing']
  for (let at = 0; at < triangles.length; at += 3)
    lines.push(`v ${[...triangles.subarray(at, at + 3)].join(' ')}`)
  for (let point = 1; point <= triangles.length / 3; point += 3)
    lines.push(`f ${point}//1 ${point + 1}//1 ${point + 2}//1`)
  return strToU8(lines.join('\n'))
}

/** A 3MF whose one object is built as told. */
export function threeMf(
  triangles: Float32Array,
  { unit = 'millimeter', build = '<item objectid="1"/>', more = '' } = {},
): Uint8Array {
  const points: string[] = []
  const faces: string[] = []
  for (let at = 0; at < triangles.length; at += 3)
    points.push(`<vertex x="${triangles[at]}" y="${triangles[at + 1]}" z="${triangles[at + 2]}"/>`)
  for (let point = 0; point < triangles.length / 3; point += 3)
    faces.push(`<triangle v1="${point}" v2="${point + 1}" v3="${point + 2}"/>`)
  const model = `<?xml version="1.0" encoding="UTF-8"?>
<model unit="${unit}" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">
<resources><object id="1" type="model"><mesh><vertices>${points.join('')}</vertices><triangles>${faces.join('')}</triangles></mesh></object>${more}</resources>
<build>${build}</build></model>`
  return zipSync({ '3D/3dmodel.model': strToU8(model), '[Content_Types].xml': strToU8('<Types/>') })
}

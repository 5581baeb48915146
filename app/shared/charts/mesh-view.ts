import {
  AmbientLight,
  BufferAttribute,
  BufferGeometry,
  Color,
  DirectionalLight,
  DoubleSide,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  WebGLRenderer,
} from 'three'
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js'

export interface MeshView {
  turn: (across: number, up: number) => void
  dispose: () => void
}

/**
 * Draws a mesh that can be turned.
 * @throws where the browser has no WebGL
 */
export function showMesh(canvas: HTMLCanvasElement, triangles: Float32Array): MeshView {
  const renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true })
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(triangles, 3))
  geometry.computeVertexNormals()
  geometry.center()
  geometry.computeBoundingSphere()
  const radius = geometry.boundingSphere?.radius || 1
  const tone = getComputedStyle(canvas).getPropertyValue('--ember').trim()
  const material = new MeshLambertMaterial({ color: new Color(tone), side: DoubleSide })
  const scene = new Scene()
  const mesh = new Mesh(geometry, material)
  // Files have their height along z.
  mesh.rotation.x = -Math.PI / 2
  const sun = new DirectionalLight(0xffffff, 2.2)
  sun.position.set(2, 3, 1.5)
  scene.add(mesh, new AmbientLight(0xffffff, 1.1), sun)
  const camera = new PerspectiveCamera(35, 1, radius / 100, radius * 20)
  camera.position.set(radius * 2, radius * 1.6, radius * 2.6)
  const controls = new OrbitControls(camera, canvas)
  const draw = () => renderer.render(scene, camera)
  function fit(): void {
    const { clientWidth, clientHeight } = canvas
    if (clientWidth === 0 || clientHeight === 0) return
    renderer.setPixelRatio(Math.min(2, devicePixelRatio))
    renderer.setSize(clientWidth, clientHeight, false)
    camera.aspect = clientWidth / clientHeight
    camera.updateProjectionMatrix()
    draw()
  }
  controls.addEventListener('change', draw)
  const watcher = new ResizeObserver(fit)
  watcher.observe(canvas)
  fit()
  return {
    turn(across, up) {
      mesh.rotation.z += across
      mesh.rotation.x += up
      draw()
    },
    dispose() {
      watcher.disconnect()
      controls.dispose()
      geometry.dispose()
      material.dispose()
      renderer.dispose()
    },
  }
}

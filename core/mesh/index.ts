export { coarsen } from './coarsen'
export { FARTHEST, measureMesh, type MeshMeasure } from './measure-mesh'
export { meshTopology, type MeshTopology } from './mesh-topology'
export { wallThickness, type WallThickness } from './wall-thickness'

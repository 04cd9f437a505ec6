export { groupInRuns, isGroup, type LayerGroup, type LayerNode } from './layered/layer-tree.js';
export { readOpenRaster, writeOpenRaster, type OraDocument, type OraLayer } from './ora/ora.js';
export { layerName, plainText } from './layered/layer-name.js';
export { LAYER_LIMITS, PixelBudget, plainNode, type FileNode, type LayeredFile } from './layered/layered-file.js';
export { readOraLayers } from './ora/read-layers.js';
export { writePsd, type PsdLayer } from './psd/write-psd.js';
export { readPlainPsd, readPsdLayers } from './psd/read-psd.js';
export { writeSvg, type SvgLayer } from './svg/write-svg.js';
export { readSvgLayers } from './svg/read-svg.js';
export { writeGlb, type GlbPuppet, type GlbNode } from './glb/write-glb.js';
export { readGlb } from './glb/read-glb.js';
export { packAtlas, type AtlasPlan } from './atlas/pack-atlas.js';
export { plainSvg, type PlainSvg } from './svg/plain-svg.js';
export { PNG_END, PNG_LIMITS, inspectPng, type PngInfo } from './png/inspect-png.js';
export { decodePng, encodePng, reachesPastPalette } from './png/png.js';
export { RIG_SCHEMA, writeRigSchema } from './rig/rig-schema.js';
export {
  packageName,
  writeRig,
  type Rig,
  type RigBounds,
  type RigCycle,
  type RigDrawing,
  type RigFinish,
  type RigJoint,
  type RigLook,
  isDrawn,
  type DrawnPiece,
  type RigOver,
  type RigPiece,
  type RigSwapSet,
  type RigView,
  softJoint,
  softMeshName,
} from './rig/rig.js';
export {
  CHANGES_SCHEMA,
  sortedChanges,
  writeChanges,
  writeChangesSchema,
  writeChangesText,
  type ChangeWeight,
  type RigChange,
  type RigChanges,
} from './rig/changes.js';
export { pictureChange } from './rig/picture-change.js';
export { compareRigs, restOf } from './rig/compare-rigs.js';
export type { ImageOf } from './rig/image-of.js';
export { rigFaults } from './rig/validate-rig.js';
export { ZIP_LIMITS, readZip, writeZip, type PackageFile } from './zip/zip.js';

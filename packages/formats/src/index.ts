export { groupInRuns } from './ora/group-layers.js';
export {
  readOpenRaster,
  writeOpenRaster,
  type OraDocument,
  type OraGroup,
  type OraLayer,
  type OraNode,
} from './ora/ora.js';
export { layerName, plainText } from './layered/layer-name.js';
export { LAYER_LIMITS, PixelBudget, plainNode, type FileNode, type LayeredFile } from './layered/layered-file.js';
export { readOraLayers } from './ora/read-layers.js';
export { readPsdLayers } from './psd/read-psd.js';
export { plainSvg, type PlainSvg } from './svg/plain-svg.js';
export { PNG_END, PNG_LIMITS, inspectPng, type PngInfo } from './png/inspect-png.js';
export { decodePng, encodePng, reachesPastPalette } from './png/png.js';
export { RIG_SCHEMA, writeRigSchema } from './rig/rig-schema.js';
export {
  packageName,
  writeRig,
  type Rig,
  type RigBounds,
  type RigJoint,
  type RigPiece,
  type RigView,
} from './rig/rig.js';
export { rigFaults } from './rig/validate-rig.js';
export { ZIP_LIMITS, readZip, writeZip, type PackageFile } from './zip/zip.js';

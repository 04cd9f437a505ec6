/** What Names offers to server and web. */
export { checkNames, refuseBadName, type NameFault } from './check-names.js';
export { parseName } from './parse-name.js';
export { renamePart } from './rename-part.js';
export { renameParts, type Renaming } from './rename-parts.js';
export { mapNames, type MappedName } from './map-names.js';
export { nameUses } from './name-uses.js';
export { numberAlike } from './number-alike.js';
export { findNearTwins, type NearTwins } from './near-twins.js';
export { USUAL_SCHEMES, sameScheme } from './usual-schemes.js';
export { freeNumber } from './free-number.js';
export { findInNames, type NameFinding } from './name-findings.js';
export { onOtherSide, replacedIn } from './swap-sides.js';

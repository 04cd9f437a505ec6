import { drawOrder, partOf } from '../document/family.js';
import { viewCheck, type ViewCheck } from '../document/view-check.js';
import { checkNames } from './check-names.js';

const names: ViewCheck<never> = {
  id: 'names',
  measures: () => [],
  report(doc, viewId) {
    const order = drawOrder(doc, viewId);
    const handles = doc.handles.filter((handle) => handle.viewId === viewId);
    const handleParts = handles.flatMap(({ partId }) => doc.parts.find(({ id }) => id === partId) ?? []);
    const faults = checkNames([...order.map((p) => partOf(doc, p)), ...handleParts], doc.character.scheme);
    // A handle's name comes after those of pieces: where it meets one of theirs, the fault is the handle's.
    const wrong = new Set(faults.map((f) => f.at).filter((at) => at < order.length));
    const findings = faults.map((f) => ({ sentence: f.sentence, pieceId: order[f.at]?.id }));
    return { figure: order.length - wrong.size, of: order.length, unit: 'pieces', findings };
  },
};

/** What Names checks. */
export const NAMES_CHECKS = [viewCheck(names)];

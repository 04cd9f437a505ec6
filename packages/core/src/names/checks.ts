import { drawOrder, partOf } from '../document/family.js';
import { viewCheck, type ViewCheck } from '../document/view-check.js';
import { checkNames } from './check-names.js';

const names: ViewCheck<never> = {
  id: 'names',
  measures: () => [],
  report(doc, viewId) {
    const order = drawOrder(doc, viewId);
    const faults = checkNames(
      order.map((p) => partOf(doc, p)),
      doc.character.scheme,
    );
    const wrong = new Set(faults.map((f) => f.at));
    const findings = faults.map((f) => ({ sentence: f.sentence, pieceId: order[f.at].id }));
    return { figure: order.length - wrong.size, of: order.length, unit: 'pieces', findings };
  },
};

/** What Names checks. */
export const NAMES_CHECKS = [viewCheck(names)];

import { drawOrder, parentPiece, pieceName } from '../document/family.js';
import { viewCheck, type ViewCheck } from '../document/view-check.js';

const family: ViewCheck<never> = {
  id: 'family',
  measures: () => [],
  report(doc, viewId) {
    const order = drawOrder(doc, viewId);
    const roots = order.filter((p) => parentPiece(doc, p) === null);
    const [root, ...loose] = [...roots].sort((a, b) => b.face.area - a.face.area);
    const findings = loose.map((p) => ({
      sentence: `${pieceName(doc, p)} moves with nothing, and neither does ${pieceName(doc, root)}. Give it a parent in Stack.`,
      pieceId: p.id,
    }));
    return { figure: order.length - loose.length, of: order.length, unit: 'pieces', findings };
  },
};

/** What Stack checks. */
export const STACK_CHECKS = [viewCheck(family)];
